/** Where a docked player stands. */
export const CORNERS = ['bottom-end', 'bottom-start', 'top-end', 'top-start'] as const

/** One of {@link CORNERS}. */
export type Corner = (typeof CORNERS)[number]
