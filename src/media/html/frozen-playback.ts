const HAVE_CURRENT_DATA = 2

/**
 * What a media was doing when its source went. It is shown and kept until another source has taken over, so that a
 * viewer sees a wait, and not a fall back to the start.
 */
export interface FrozenPlayback {
  /** Where it goes on: a seek that was under way, or is asked for meanwhile, goes there. */
  currentTime: number
  paused: boolean
  playbackRate: number
  muted: boolean
  /** Sources were given, and none of them has been put in yet: what the element has is not what is to play. */
  readonly isChoosing: boolean
  /** A seek is under way, and ends when another source is there. */
  seeking: boolean
  readonly duration: number
  readonly readyState: number
  readonly videoWidth: number
  readonly videoHeight: number
}

/** @param paused whether nobody wants it to play; the element may say either once its source has failed. */
export const freezePlayback = (
  element: HTMLMediaElement,
  paused: boolean,
  currentTime: number,
  isChoosing: boolean
): FrozenPlayback => {
  const { videoWidth = 0, videoHeight = 0 } = element as Partial<HTMLVideoElement>
  return {
    currentTime,
    isChoosing,
    paused,
    playbackRate: element.playbackRate,
    muted: element.muted,
    seeking: element.seeking,
    duration: element.duration,
    readyState: Math.min(element.readyState, HAVE_CURRENT_DATA),
    videoWidth,
    videoHeight
  }
}

/** Events that a change of sources fires, which are kept from listeners. */
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
