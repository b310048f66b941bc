/** Where a docked player stands. */
export const CORNERS = ['bottom-end', 'bottom-start', 'top-end', 'top-start'] as const

/** One of {@link CORNERS}. */
export type Corner = (typeof CORNERS)[number]

/** All corners, from the one that is wanted: the one above or below it first, then those of the other side. */
export const cornersFrom = (wanted: Corner): readonly Corner[] => {
  const turned = wanted.startsWith('top')
  const ofSide = (end: boolean): readonly Corner[] => {
    const side = CORNERS.filter(corner => corner.endsWith('end') === end)
    return turned ? [...side].reverse() : side
  }
  const isEnd = wanted.endsWith('end')
  return [...ofSide(isEnd), ...ofSide(!isEnd)]
}
