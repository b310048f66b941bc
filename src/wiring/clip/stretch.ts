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
  let settled: { readonly src: string; readonly stretch: string | undefined } | undefined
  const settle = (): void => {
    const stretch = stretchOf(yoke)
    yoke.setContext({ stretch })
    yoke.refresh()
    const { media, snapshot } = yoke
    const { readyState, currentSrc: src, currentTime } = snapshot
    if (!media || readyState === 0) return
    const before = settled
    settled = { src, stretch: JSON.stringify(stretch) }
    if (!stretch || (before?.src === src && before.stretch === settled.stretch)) return
    // Another stretch of what is loaded begins at its start; what has just come may have been sent to a place within it.
    const isThere = currentTime >= stretch.start - NEAR && currentTime < stretch.end
    const isAnother = before?.src === src && Math.abs(currentTime - stretch.start) > NEAR
    if (!isThere || isAnother) media.currentTime = stretch.start
  }
  yoke.subscribe(
    ({ settings: { from, until }, snapshot: { duration, currentSrc, readyState } }) =>
      JSON.stringify([from, until, duration, currentSrc, readyState > 0]),
    settle
  )
  settle()
}
