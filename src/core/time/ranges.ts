/** A stretch of the timeline in seconds; `end` may be `Infinity`. */
export interface TimeRange {
  readonly start: number
  readonly end: number
}

/** The shape of HTML's `TimeRanges` (HTML, "Time ranges"). */
export interface TimeRangesLike {
  readonly length: number
  /** Seconds. */
  start(index: number): number
  /** Seconds; exclusive. */
  end(index: number): number
}

/** Reads HTML's `TimeRanges` into plain, merged ranges. */
export const readRanges = (ranges: TimeRangesLike): readonly TimeRange[] =>
  mergeRanges(
    Array.from({ length: ranges.length }, (_, index) => ({ start: ranges.start(index), end: ranges.end(index) }))
  )

/** Sorted, with overlapping and touching ranges joined; empty, backward and NaN ranges are dropped. */
export const mergeRanges = (ranges: readonly TimeRange[]): readonly TimeRange[] => {
  const merged: TimeRange[] = []
  for (const range of ranges.filter(({ start, end }) => end > start).sort((a, b) => a.start - b.start)) {
    const last = merged.at(-1)
    if (last && range.start <= last.end)
      merged[merged.length - 1] = { start: last.start, end: Math.max(last.end, range.end) }
    else merged.push(range)
  }
  return merged
}

/** From the first start to the last end, or `undefined` when there is no range. */
export const spanOf = (ranges: readonly TimeRange[]): TimeRange | undefined => {
  const first = ranges[0]
  const last = ranges.at(-1)
  return first && last ? { start: first.start, end: last.end } : undefined
}

/**
 * Seconds loaded without a gap from `position` on; 0 when the position itself is not loaded.
 * A gap of up to a tenth of a second is bridged: containers start their first frame a little late.
 */
export const loadedAhead = (ranges: readonly TimeRange[], position: number): number => {
  const slack = 0.1
  const holding = ranges.find(({ start, end }) => start - slack <= position && position < end)
  return holding ? holding.end - position : 0
}

/** The part of a range that lies in another; the whole range where they do not overlap. */
export const cutRange = (range: TimeRange, to: TimeRange): TimeRange => {
  const start = Math.max(range.start, to.start)
  const end = Math.min(range.end, to.end)
  return start < end ? { start, end } : range
}

/** The nearest moment within a range, both ends included. */
export const clampToRange = (seconds: number, { start, end }: TimeRange): number =>
  Math.min(Math.max(seconds, start), end)

/** Ranges in the form in which media tell them. */
export const toTimeRanges = (ranges: readonly TimeRange[]): TimeRangesLike => ({
  length: ranges.length,
  start: index => ranges[index]?.start ?? Number.NaN,
  end: index => ranges[index]?.end ?? Number.NaN
})
