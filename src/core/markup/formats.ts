/** How readouts are written: `data-yoke-format`. */
export const FORMATS = ['clock', 'seconds', 'percent'] as const
