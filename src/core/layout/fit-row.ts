/** A control in a row, as far as fitting goes. */
export interface RowItem {
  /** Its least width in CSS pixels, with its share of the gaps. */
  readonly width: number
  /** Which item leaves first when room is short: the lowest; `Infinity` never leaves. */
  readonly rank: number
}

/**
 * Which items must leave a row so that the rest fits, as indices; of equals the later one leaves first.
 * @param available CSS pixels.
 */
export const overflowing = (items: readonly RowItem[], available: number): ReadonlySet<number> => {
  const leaving = new Set<number>()
  let taken = items.reduce((sum, { width }) => sum + width, 0)
  const order = items
    .map(({ rank, width }, index) => ({ rank, width, index }))
    .filter(({ rank }) => Number.isFinite(rank))
    .sort((a, b) => a.rank - b.rank || b.index - a.index)
  for (const { index, width } of order) {
    if (taken <= available) break
    leaving.add(index)
    taken -= width
  }
  return leaving
}
