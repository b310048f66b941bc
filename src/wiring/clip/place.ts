import { playableRange } from '../../core/playback/snapshot.ts'
import { tryParseTimeAddress } from '../../core/time/address.ts'
import { placeOfAddress } from '../../core/time/place.ts'
import type { TimeRange } from '../../core/time/ranges.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { Feature, YokeView } from '../yoke/yoke-view.ts'

/**
 * Seconds from the start of the media that a setting names. `NaN` while what the address rests on is unknown, and for one that
 * cannot be read: whoever reads settings tells of that.
 */
const placeOf = (written: string | number, range: TimeRange | undefined): number => {
  const read = tryParseTimeAddress(written)
  return (read.ok ? placeOfAddress(read.value, range) : undefined) ?? Number.NaN
}

/** The stretch that settings name; `undefined` for none, for one that cannot be placed yet, and for one that ends before it begins. */
const stretchOf = ({ settings: { from = 0, until }, snapshot: { duration } }: YokeView): TimeRange | undefined => {
  const whole = duration ? { start: 0, end: duration } : undefined
  const start = placeOf(from, whole)
  const end = until === undefined ? Number.POSITIVE_INFINITY : placeOf(until, whole)
  // What cannot be placed is NaN, and less than nothing.
  return start < end && (until !== undefined || start > 0) ? { start, end } : undefined
}

/** What lies this close to its start is there, in seconds: one stretch may go on where another was over. */
const NEAR = 0.3

/**
 * Plays the stretch of the media that the settings `from` and `until` name, as if it were all of it, and begins where `start-at`
 * says. One part for both: a start is a place of the stretch, and who shows it must not see the stretch's own start first.
 */
export const begin: Feature = yoke => {
  /** What was gone to the start of. */
  let settled: { readonly src: string; readonly stretch: TimeRange | undefined } | undefined
  /** What was sent where `start-at` says, and what that said: whatever else changes, it is not sent there again. */
  let sent: readonly [media?: MediaAdapter, at?: string | number] = []
  const goToStart = (): void => {
    const { media, snapshot } = yoke
    const { at } = yoke.settings.start
    if (!media || at === undefined || (media === sent[0] && at === sent[1])) return
    const place = placeOf(at, playableRange(snapshot))
    if (Number.isNaN(place)) return
    media.currentTime = place
    sent = [media, at]
  }
  const settle = (): void => {
    const stretch = stretchOf(yoke)
    yoke.setContext({ stretch })
    yoke.refresh()
    goToStart()
    const { media, snapshot } = yoke
    const { readyState, currentSrc: src } = snapshot
    if (!media || readyState === 0) return
    const { currentTime } = media
    const before = settled
    settled = { src, stretch }
    if (!stretch || JSON.stringify(before) === JSON.stringify(settled)) return
    const isLoaded = before?.src === src
    const { start, end } = stretch
    const isWithin = currentTime >= start - NEAR && currentTime < end
    // Another stretch of what is loaded begins at its start, unless it goes on where the last one was over: a busy engine
    // stops behind that. What has just come may have been sent to a place within it.
    const goesOn = before?.stretch?.end === start || Math.abs(currentTime - start) <= NEAR
    if (!isWithin || (isLoaded && !goesOn)) media.currentTime = start
  }
  yoke.subscribe(
    ({ settings: { from, until, start }, snapshot: { duration, currentSrc, readyState } }) =>
      JSON.stringify([from, until, start.at, duration, currentSrc, readyState > 0]),
    settle
  )
  settle()
}
