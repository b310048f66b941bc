/** Controls that name their player: the only ones that can have one while they stand in no scope. */
export const OUTSIDE_SELECTOR = '[commandfor][command^="--"], [data-yoke-for]'

/** Buttons whose player is the one around them. */
export const INSIDE_SELECTOR = '[command^="--"]:not([commandfor], [data-yoke-for])'
