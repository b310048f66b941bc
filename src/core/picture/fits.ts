/** The ways in which a picture fills its box (CSS Images, "object-fit"). */
export const FITS = ['contain', 'cover', 'fill', 'none', 'scale-down'] as const
export type Fit = (typeof FITS)[number]
