/** Whether the viewer's system asks for less motion (Media Queries, "prefers-reduced-motion"): then nothing moves for fun. */
export const wantsStillness = (): boolean => matchMedia('(prefers-reduced-motion: reduce)').matches
