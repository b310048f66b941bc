import { loadedAhead } from '../time/ranges.ts'
import { fractionOf, valueAt } from '../time/scale.ts'
import { type MediaSnapshot, playableRange } from './snapshot.ts'

/** Where it ends: a stretch that the address names has an end of its own. */
const endOf = (media: MediaSnapshot): number | undefined =>
  media.fragment && Number.isFinite(media.duration) ? playableRange(media)?.end : media.duration

const remaining = (media: MediaSnapshot): number | undefined => {
  const end = endOf(media)
  return end === undefined ? undefined : Math.max(0, end - media.currentTime)
}

const pointerTime = (media: MediaSnapshot): number | undefined => {
  const range = playableRange(media)
  return range && media.pointer !== undefined ? valueAt({ min: range.start, max: range.end }, media.pointer) : undefined
}

/** What the value `captions` says, and the command `set-captions` takes, for no captions. */
export const OFF = 'off'
/** The quality that leaves the choice to the line. */
export const AUTOMATIC = 'auto'

/** What can be read of a media, by the names of `data-yoke-value`. Times are seconds; `undefined` is "not known yet". */
export const VALUES = {
  /** Seconds; 0 before anything is known. */
  'current-time': (media: MediaSnapshot): number => media.currentTime,
  /** Where it ends, in seconds of the media; `Infinity` for live. */
  duration: endOf,
  /** `Infinity` for live. */
  'remaining-time': remaining,
  /** Seconds loaded without a gap from the current time on. */
  'buffered-ahead': (media: MediaSnapshot): number => loadedAhead(media.buffered, media.currentTime),
  /** From 0 to 1, whether or not muted. */
  volume: (media: MediaSnapshot): number => media.volume,
  /** Whether it was muted; the volume is kept. */
  muted: (media: MediaSnapshot): boolean => media.muted,
  /** 1 is the speed at which it was made. */
  'playback-rate': (media: MediaSnapshot): number => media.playbackRate,
  /** The quality that is chosen, in the words of whoever offers it; empty where there is nothing to choose. */
  quality: (media: MediaSnapshot): string => media.quality,
  /** The quality that plays now, which the line may have chosen; empty where nobody says. */
  'playing-quality': (media: MediaSnapshot): string => media.playingQuality,
  /** The audio track that plays, by its label; empty where there is nothing to choose. */
  'audio-track': (media: MediaSnapshot): string => media.audioTrack,
  /** The time of day at which what is seen was, in milliseconds since 1970, where the media tells of it. */
  'time-of-day': ({ startDate, currentTime }: MediaSnapshot): number | undefined =>
    startDate && startDate + currentTime * 1000,
  /** Whether it starts again at its end. */
  loop: (media: MediaSnapshot): boolean => media.loop,
  /** The time under a pointer that rests on a position slider. */
  'pointer-time': pointerTime,
  /** The text track that is chosen, by its id or language; `off` for none. */
  captions: (media: MediaSnapshot): string => media.captions || OFF,
  /** What the captions say now, without tags; empty while they say nothing. */
  'caption-text': (media: MediaSnapshot): string => media.captionText,
  /** The name of the file that the viewer has chosen or dropped; empty for none. */
  file: (media: MediaSnapshot): string => media.file,
  /** What plays, in words; empty while not known. */
  title: (media: MediaSnapshot): string => media.title,
  /** The label of the moment that holds the current time; empty between moments. */
  moment: (media: MediaSnapshot): string => media.moment
} as const

/** One of the values, as markup writes it. */
export type ValueName = keyof typeof VALUES

/** Whether a word is a value's name. */
export const isValueName = (name: string): name is ValueName => Object.hasOwn(VALUES, name)

/** How far the loaded part reaches without a gap from the current time on, else how far the playhead itself is. */
const bufferedFraction = (media: MediaSnapshot): number => {
  const range = playableRange(media)
  if (!range) return 0
  return fractionOf(
    { min: range.start, max: range.end },
    media.currentTime + loadedAhead(media.buffered, media.currentTime)
  )
}

const positionFraction = (media: MediaSnapshot): number => {
  const range = playableRange(media)
  return range ? fractionOf({ min: range.start, max: range.end }, media.currentTime) : 0
}

/** Live numbers from 0 to 1, by the names of `data-yoke-fill` and `data-yoke-along`; 0 while unknown. */
export const MEASURES = {
  /** The current time's place in the playable range. */
  position: positionFraction,
  /** How far it is loaded without a gap from the playhead on. */
  buffered: bufferedFraction,
  /** What is heard: 0 while muted. */
  volume: (media: MediaSnapshot): number => (media.muted ? 0 : media.volume),
  /** The place of a pointer that rests on a position slider. */
  pointer: (media: MediaSnapshot): number => media.pointer ?? 0
} as const satisfies Record<string, (media: MediaSnapshot) => number>

/** One of the measures. */
export type MeasureName = keyof typeof MEASURES

/** Every measure's name. */
export const MEASURE_NAMES: readonly MeasureName[] = Object.keys(MEASURES) as MeasureName[]

/** Whether a word is a measure's name. */
export const isMeasureName = (name: string): name is MeasureName => Object.hasOwn(MEASURES, name)
