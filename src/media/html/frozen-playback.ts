const HAVE_CURRENT_DATA = 2

/**
 * What a media was doing when its source went. It is shown and kept until another source has taken over, so that a
 * viewer sees a wait, and not a fall back to the start.
 */
export interface FrozenPlayback {
  currentTime: number
  paused: boolean
  playbackRate: number
  muted: boolean
  readonly duration: number
  readonly readyState: number
  readonly videoWidth: number
}

/** @param paused whether nobody wants it to play; the element may say either once its source has failed. */
export const freezePlayback = (
  element: HTMLMediaElement,
  paused: boolean,
  currentTime = element.currentTime
): FrozenPlayback => ({
  currentTime,
  paused,
  playbackRate: element.playbackRate,
  muted: element.muted,
  duration: element.duration,
  readyState: Math.min(element.readyState, HAVE_CURRENT_DATA),
  videoWidth: 'videoWidth' in element ? (element as HTMLVideoElement).videoWidth : 0
})

/** Events of a change of sources, which are no business of anyone outside. */
const OF_CHANGE: ReadonlySet<string> = new Set([
  'abort',
  'emptied',
  'ended',
  'error',
  'loadstart',
  'pause',
  'play',
  'ratechange',
  'seeked',
  'seeking',
  'stalled',
  'timeupdate'
])

/** Whether an event belongs to a change of sources alone. */
export const isOfChange = (type: string): boolean => OF_CHANGE.has(type)
