import { endOf, type Timeline } from '../../../../core/streams/manifest.ts'

/** A live player stays so many segments behind the newest (RFC 8216, section 6.3.3). */
const SEGMENTS_BEHIND = 3

/** Seconds behind the newest at which a live stream is played. */
const delayOf = ({ delay, longest }: Timeline): number => delay ?? SEGMENTS_BEHIND * longest

/** What of a live stream can be played: to the place where a live player stays, in seconds. */
export const windowOf = (timeline: Timeline): { readonly start: number; readonly end: number } => {
  const start = timeline.segments[0]?.start ?? 0
  return { start, end: Math.max(start, endOf(timeline) - delayOf(timeline)) }
}

/** Where playback begins: near the newest of a live stream, else where its maker says. */
export const beginOf = (timeline: Timeline): number => {
  const { begin, isEnded } = timeline
  const end = endOf(timeline)
  if (begin !== undefined) return Math.min(Math.max(0, begin < 0 ? end + begin : begin), end)
  return isEnded ? 0 : windowOf(timeline).end
}
