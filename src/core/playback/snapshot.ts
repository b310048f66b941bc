import type { TrackOffer } from '../captions/choose-track.ts'
import type { Fault } from '../fault.ts'
import type { Moment } from '../moments/read-moments.ts'
import { fragmentOf } from '../time/fragment.ts'
import { cutRange, readRanges, spanOf, type TimeRange, type TimeRangesLike } from '../time/ranges.ts'
import type { StartOutcome } from './start.ts'

/** The playback rates that a media can take: all from the slowest to the fastest, a list of them, or only 1. */
export type RateCapability = { readonly min: number; readonly max: number } | readonly number[] | undefined

/** What a media adapter can do at all. What is absent here is hidden from the viewer, not greyed. */
export interface MediaCapabilities {
  /** Whether a script may set the volume; on some phones only the viewer's own buttons can. */
  readonly volume: boolean
  /** False where nothing can silence it; absent where something can. */
  readonly muted?: boolean
  /** Slowest and fastest playback rate, a list of rates, or `undefined` where the rate is fixed at 1. */
  readonly playbackRate: RateCapability
}

/** A media error by HTML's numbers (HTML, "Error codes": 1 aborted, 2 network, 3 decode, 4 source not supported). */
export interface MediaErrorLike {
  readonly code: number
  readonly message: string
  /** Why, in plain words, where that was found out. */
  readonly reason?: Fault
}

/** What the core reads of a media: the port that every adapter fills, under HTMLMediaElement's own names. */
export interface MediaFacts {
  readonly capabilities: MediaCapabilities
  readonly currentSrc: string
  /** Seconds. */
  readonly currentTime: number
  /** Seconds; `NaN` while unknown, `Infinity` when there is no end. */
  readonly duration: number
  readonly paused: boolean
  readonly ended: boolean
  readonly seeking: boolean
  /** HAVE_NOTHING 0, HAVE_METADATA 1, HAVE_CURRENT_DATA 2, HAVE_FUTURE_DATA 3, HAVE_ENOUGH_DATA 4. */
  readonly readyState: number
  readonly playbackRate: number
  /** From 0 to 1, whether or not `muted`. */
  readonly volume: number
  readonly muted: boolean
  readonly loop: boolean
  readonly buffered: TimeRangesLike
  readonly seekable: TimeRangesLike
  readonly error: MediaErrorLike | null
  /** Pixels; 0 without a picture. */
  readonly videoWidth: number
  /** The quality that is chosen, in the words of whoever offers it; absent, as is the next, where there is nothing to choose. */
  readonly quality?: string | undefined
  /** The qualities on offer. */
  readonly qualities?: readonly string[] | undefined
  /** The quality that plays now, where that is another word than the one chosen. */
  readonly playingQuality?: string | undefined
  /** The audio track that plays, by its label; absent, as is the next, where there is nothing to choose. */
  readonly audioTrack?: string | undefined
  /** The labels of the audio tracks on offer. */
  readonly audioTracks?: readonly string[] | undefined
  /** When its time 0 was, in milliseconds since 1970; absent where it tells of no day. */
  readonly startDate?: number | undefined
  /** The service that shows the clip wants to be pressed or looked at itself; absent where there is none. */
  readonly serviceInFront?: boolean
}

/** State of the player rather than of the media: no media event tells of it. */
export interface PlayerContext {
  /** Someone is dragging a position slider. */
  readonly scrubbing: boolean
  /** Where a pointer rests on a position slider, from 0 to 1; `undefined` while none does. */
  readonly pointer: number | undefined
  /** No one has touched the player for a while, and it plays. */
  readonly idle: boolean
  readonly fullscreen: boolean
  readonly pictureInPicture: boolean
  readonly canFullscreen: boolean
  readonly canPictureInPicture: boolean
  /** The rates on offer, rising. */
  readonly playbackRates: readonly number[]
  /** Frames a second, where known. */
  readonly frameRate: number | undefined
  /** The name of the file that the viewer has chosen or dropped; `''` for none. */
  readonly file: string
  /** A file is held over the player, and may be dropped. */
  readonly fileOver: boolean
  /** What plays, in words; `''` while not known. */
  readonly title: string
  /** Labelled points and stretches of the timeline. */
  readonly moments: readonly Moment[]
  /** The stretch that the clip says is all of it, in seconds; `undefined` where it says none. */
  readonly stretch: TimeRange | undefined
  /** The label of the last of them that has begun and is not over; `''` between moments. */
  readonly moment: string
  /** The text tracks that a viewer may choose. */
  readonly captionTracks: readonly TrackOffer[]
  /** The id of the track that is chosen; `''` for none. */
  readonly captions: string
  /** The id of the track that `toggle-captions` turns on. */
  readonly preferredCaptions: string
  /** What the captions say now, without tags. */
  readonly captionText: string
  /** What has come of a start by itself. */
  readonly startOutcome: StartOutcome
  /** It was stopped, and not played or sought since. */
  readonly stopped: boolean
  /** The volume is under a pointer or a key: what it passes through on its way is no level to come back to. */
  readonly volumeHeld: boolean
  /** It was to start with sound if the browser lets it. */
  readonly soundWanted: boolean
}

/** All that is known of one media at one moment. Never changed in place: a new one follows each event. */
export interface MediaSnapshot extends PlayerContext {
  /** False while a yoke has no media yet. */
  readonly present: boolean
  readonly capabilities: MediaCapabilities
  readonly currentSrc: string
  readonly currentTime: number
  /** Seconds, `Infinity` for live, `undefined` while unknown: `NaN` does not pass. */
  readonly duration: number | undefined
  /** The stretch that is played: that of the clip, else the one that the address names by a media fragment: `#t=10,20`. */
  readonly fragment: TimeRange | undefined
  readonly paused: boolean
  /** As HTML's `ended`, and at the end of the stretch that the address names. */
  readonly ended: boolean
  readonly seeking: boolean
  readonly readyState: number
  readonly playbackRate: number
  readonly volume: number
  /** The last volume above 0: what `unmute` brings back when the volume itself was taken to 0. */
  readonly heardVolume: number
  readonly muted: boolean
  readonly loop: boolean
  readonly buffered: readonly TimeRange[]
  readonly seekable: readonly TimeRange[]
  readonly error: MediaErrorLike | undefined
  readonly picture: boolean
  /** The quality that is chosen; `''` where there is nothing to choose. */
  readonly quality: string
  /** The qualities on offer, in the words of whoever offers them. */
  readonly qualities: readonly string[]
  /** The quality that plays now: the chosen one, or what an automatic choice has come to. */
  readonly playingQuality: string
  /** The label of the audio track that plays; `''` where there is nothing to choose. */
  readonly audioTrack: string
  /** The labels of the audio tracks on offer. */
  readonly audioTracks: readonly string[]
  /** When the time 0 of the media was, in milliseconds since 1970; `undefined` where it tells of no day. */
  readonly startDate?: number | undefined
  /** The service that shows the clip wants to be pressed or looked at itself: what lies over the picture gives way. */
  readonly serviceInFront: boolean
  /** Has played since this source was chosen. */
  readonly started: boolean
  /** Data was wanted and none has come for a while. */
  readonly stalled: boolean
}

/** What is known before anything is: paused at 0, length unknown, volume full, nothing loaded. */
export const initialSnapshot: MediaSnapshot = {
  present: false,
  capabilities: { volume: true, playbackRate: { min: 0.0625, max: 16 } },
  currentSrc: '',
  currentTime: 0,
  duration: undefined,
  fragment: undefined,
  paused: true,
  ended: false,
  seeking: false,
  readyState: 0,
  playbackRate: 1,
  volume: 1,
  heardVolume: 1,
  muted: false,
  loop: false,
  buffered: [],
  seekable: [],
  error: undefined,
  picture: false,
  quality: '',
  qualities: [],
  playingQuality: '',
  audioTrack: '',
  audioTracks: [],
  serviceInFront: false,
  started: false,
  stalled: false,
  scrubbing: false,
  pointer: undefined,
  idle: false,
  fullscreen: false,
  pictureInPicture: false,
  canFullscreen: false,
  canPictureInPicture: false,
  playbackRates: [0.5, 0.75, 1, 1.25, 1.5, 2],
  frameRate: undefined,
  file: '',
  fileOver: false,
  title: '',
  moments: [],
  moment: '',
  stretch: undefined,
  captionTracks: [],
  captions: '',
  preferredCaptions: '',
  captionText: '',
  startOutcome: 'waiting',
  stopped: false,
  volumeHeld: false,
  soundWanted: false
}

const PROGRESS_EVENTS: ReadonlySet<string> = new Set(['progress', 'playing', 'timeupdate', 'seeked', 'canplay'])
const RESET_EVENTS: ReadonlySet<string> = new Set(['emptied', 'loadstart'])

const startedAfter = (previous: MediaSnapshot, eventType: string | undefined): boolean =>
  eventType === 'playing' || (previous.started && !RESET_EVENTS.has(eventType ?? ''))

const stalledAfter = (previous: MediaSnapshot, eventType: string | undefined): boolean =>
  eventType === 'stalled' ||
  (previous.stalled && !PROGRESS_EVENTS.has(eventType ?? '') && !RESET_EVENTS.has(eventType ?? ''))

/**
 * The snapshot that follows `previous`, read from the media after `eventType` (absent: a look without an event).
 * The media is the only owner of its state; only what it does not tell (started, stalled, the last volume heard)
 * and its {@link PlayerContext} are carried over.
 */
export const readSnapshot = (media: MediaFacts, previous: MediaSnapshot, eventType?: string): MediaSnapshot => {
  // Reading the ranges is the slow part, and time alone does not change them.
  const sameRanges = eventType === 'timeupdate' && previous.present
  const seen = {
    ...previous,
    present: true,
    capabilities: media.capabilities,
    currentSrc: media.currentSrc,
    currentTime: Number.isFinite(media.currentTime) ? media.currentTime : 0,
    duration: Number.isNaN(media.duration) ? undefined : media.duration,
    fragment: previous.stretch ?? fragmentOf(media.currentSrc),
    paused: media.paused,
    ended: media.ended,
    seeking: media.seeking,
    readyState: media.readyState,
    playbackRate: media.playbackRate,
    volume: media.volume,
    heardVolume: media.volume > 0 && !previous.volumeHeld ? media.volume : previous.heardVolume,
    muted: media.muted,
    loop: media.loop,
    buffered: sameRanges ? previous.buffered : readRanges(media.buffered),
    seekable: sameRanges ? previous.seekable : readRanges(media.seekable),
    error: media.error ?? undefined,
    picture: media.videoWidth > 0,
    quality: media.quality ?? '',
    qualities: media.qualities ?? initialSnapshot.qualities,
    playingQuality: media.playingQuality ?? media.quality ?? '',
    audioTrack: media.audioTrack ?? '',
    audioTracks: media.audioTracks ?? initialSnapshot.audioTracks,
    startDate: media.startDate,
    serviceInFront: media.serviceInFront ?? false,
    started: startedAfter(previous, eventType),
    stalled: stalledAfter(previous, eventType),
    stopped: previous.stopped && media.paused && !RESET_EVENTS.has(eventType ?? '')
  }
  return isAtFragmentEnd(seen) && !seen.loop ? { ...seen, ended: true } : seen
}

/** What another media begins with: the player's own state stays, what was read of the media before goes. */
export const keepContext = (before: MediaSnapshot): MediaSnapshot => {
  const { title, moments, playbackRates, frameRate, file } = before
  const { captionTracks, captions, preferredCaptions, soundWanted } = before
  const tracks = { captionTracks, captions, preferredCaptions }
  return { ...initialSnapshot, title, moments, playbackRates, frameRate, file, ...tracks, soundWanted }
}

const wholeRange = ({ duration, seekable }: MediaSnapshot): TimeRange | undefined => {
  if (duration === undefined) return undefined
  if (Number.isFinite(duration)) return { start: 0, end: duration }
  const span = spanOf(seekable)
  return span && Number.isFinite(span.end) ? span : undefined
}

/**
 * The playable range, in seconds: what bars, clocks, `%` and `end` rest on. With a known end, the whole length;
 * without one (live), what can be sought at this moment; of either, the stretch that the address names, if it names one.
 * `undefined` while nothing is known.
 */
export const playableRange = (media: MediaSnapshot): TimeRange | undefined => {
  const whole = wholeRange(media)
  return whole && media.fragment ? cutRange(whole, media.fragment) : whole
}

/** Engines may stop this much before the end of a fragment, in seconds. */
const SHORT_OF_END = 0.01

/** Whether the end of the stretch is reached that the address names, where that is not the end of the media itself. */
export const isAtFragmentEnd = (media: MediaSnapshot): boolean => {
  const end = media.fragment && media.readyState > 0 ? playableRange(media)?.end : undefined
  return end !== undefined && end !== media.duration && media.currentTime >= end - SHORT_OF_END
}
