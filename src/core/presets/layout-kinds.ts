/** What a layout may be for. `upright`: taller than it is wide. `hosted`: of a video service. */
export const LAYOUT_KINDS = ['picture', 'sound', 'upright', 'live', 'hosted'] as const

/** One of {@link LAYOUT_KINDS}. */
export type LayoutKind = (typeof LAYOUT_KINDS)[number]
