import { tryParseTimeAddress } from '../../core/time/address.ts'
import { placeOfAddress } from '../../core/time/place.ts'
import type { TimeRange } from '../../core/time/ranges.ts'
import type { Feature, YokeView } from '../yoke/yoke-view.ts'

/** Seconds from the start of the media; `undefined` while what the address rests on is unknown. */
const placeOf = (written: string | number, duration: number | undefined): number | undefined => {
  const read = tryParseTimeAddress(written)
  return read.ok
    ? placeOfAddress(read.value, duration === undefined ? undefined : { start: 0, end: duration })
    : undefined
}

/** The stretch that settings name; `undefined` for none, for one that cannot be placed yet, and for one that ends before it begins. */
const stretchOf = ({ settings: { from = 0, until }, snapshot: { duration } }: YokeView): TimeRange | undefined => {
  const start = placeOf(from, duration)
  const end = until === undefined ? Number.POSITIVE_INFINITY : placeOf(until, duration)
  const isNamed = until !== undefined || start !== 0
  return isNamed && start !== undefined && end !== undefined && start < end ? { start, end } : undefined
}

/** What lies this close to its start is there, in seconds: one stretch may go on where another was over. */
const NEAR = 0.3

/** Plays the stretch of the media that the settings `from` and `until` name, as if it were all of it. */
export const begin: Feature = yoke => {
  /** What was gone to the start of. */
  let settled: { readonly src: string; readonly stretch: TimeRange | undefined } | undefined
  const settle = (): void => {
    const stretch = stretchOf(yoke)
    yoke.setContext({ stretch })
    yoke.refresh()
    const { media, snapshot } = yoke
    const { readyState, currentSrc: src, currentTime } = snapshot
    if (!media || readyState === 0) return
    const before = settled
    settled = { src, stretch }
    const isLoaded = before?.src === src
    if (!stretch || (isLoaded && JSON.stringify(before.stretch) === JSON.stringify(stretch))) return
    const { start, end } = stretch
    const isWithin = currentTime >= start - NEAR && currentTime < end
    // Another stretch of what is loaded begins at its start, unless it goes on where the last one was over: a busy engine
    // stops behind that. What has just come may have been sent to a place within it.
    const goesOn = before?.stretch?.end === start || Math.abs(currentTime - start) <= NEAR
    if (!isWithin || (isLoaded && !goesOn)) media.currentTime = start
  }
  yoke.subscribe(
    ({ settings: { from, until }, snapshot: { duration, currentSrc, readyState } }) =>
      JSON.stringify([from, until, duration, currentSrc, readyState > 0]),
    settle
  )
  settle()
}
