/** What follows an item that has ended: nothing more after the last one, the same one again, or the first after the last. */
export const REPEATS = ['off', 'one', 'all'] as const

/** One of {@link REPEATS}. */
export type Repeat = (typeof REPEATS)[number]
