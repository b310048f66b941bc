import { findTrack } from '../captions/choose-track.ts'
import { cutRange, spanOf, type TimeRange } from '../time/ranges.ts'
import type { CommandName } from './commands.ts'
import type { MediaSnapshot } from './snapshot.ts'
import { STATES } from './states.ts'

/** `now`: can run. `later`: cannot run yet (a button is aria-disabled). `never`: cannot run on this media (a button is hidden). */
export type Availability = 'now' | 'later' | 'never'

/**
 * Where a seek may land: what the engine can seek, or anything from 0 on while that is not known; of it, the stretch
 * that the address names.
 */
export const seekableRange = (media: MediaSnapshot): TimeRange | undefined => {
  const { readyState, duration = Number.POSITIVE_INFINITY, seekable, fragment } = media
  const span = readyState === 0 ? { start: 0, end: duration } : spanOf(seekable)
  return span && fragment ? cutRange(span, fragment) : span
}

type Rule = (media: MediaSnapshot) => Availability

const when = (holds: boolean, otherwise: Availability): Availability => (holds ? 'now' : otherwise)

const seeks: Rule = media => when(seekableRange(media) !== undefined, 'later')
const begins: Rule = media => when(media.error === undefined, 'later')
const volume: Rule = media => when(media.capabilities.volume, 'never')
const muted: Rule = media => when(media.capabilities.muted !== false, 'never')
const rate: Rule = media => when(media.capabilities.playbackRate !== undefined, 'never')
const fullscreen: Rule = media => when(media.canFullscreen || media.fullscreen, 'never')
const pictureInPicture: Rule = media => when(media.canPictureInPicture || media.pictureInPicture, 'never')

const captions: Rule = media => when(STATES['has-captions'](media), 'never')

/** The commands that cannot always run, and when they can. */
const RULES: Partial<Record<CommandName, Rule>> = {
  play: begins,
  'play-pause': begins,
  restart: seeks,
  retry: media => when(media.error !== undefined, 'later'),
  seek: seeks,
  skip: seeks,
  'seek-live': media =>
    media.duration === Number.POSITIVE_INFINITY ? seeks(media) : media.duration === undefined ? 'later' : 'never',
  'step-frame': media =>
    media.readyState > 0 && !media.picture ? 'never' : media.frameRate === undefined ? 'later' : seeks(media),
  mute: muted,
  unmute: muted,
  'toggle-muted': muted,
  'set-volume': volume,
  'change-volume': volume,
  'set-playback-rate': rate,
  'change-playback-rate': rate,
  'set-captions': captions,
  'toggle-captions': captions,
  'set-quality': media => when(STATES['has-qualities'](media), 'never'),
  'set-audio-track': media => when(STATES['has-audio-tracks'](media), 'never'),
  'request-fullscreen': fullscreen,
  'exit-fullscreen': fullscreen,
  'toggle-fullscreen': fullscreen,
  'request-picture-in-picture': pictureInPicture,
  'exit-picture-in-picture': pictureInPicture,
  'toggle-picture-in-picture': pictureInPicture
}

/** Whether a command, whatever its value, could run on a media that is as the snapshot says. */
export const availabilityOf = (name: CommandName, media: MediaSnapshot): Availability =>
  // What was to bring a media, and could not, can be tried again.
  media.present || (name === 'retry' && media.error) ? (RULES[name]?.(media) ?? 'now') : 'later'

/** What a toggle, or a choice of one among several, is set to. */
const SETTINGS: Partial<Record<CommandName, (media: MediaSnapshot, value: string) => boolean>> = {
  'play-pause': media => !media.paused && !media.ended,
  'toggle-muted': media => media.muted || media.volume === 0,
  'toggle-loop': media => media.loop,
  'toggle-fullscreen': media => media.fullscreen,
  'toggle-picture-in-picture': media => media.pictureInPicture,
  'set-playback-rate': (media, value) => media.playbackRate === Number(value),
  'toggle-captions': media => media.captions !== '',
  'set-captions': (media, value) => media.captions === (findTrack(media.captionTracks, value)?.id ?? ''),
  'set-quality': (media, value) => media.quality === value,
  'set-audio-track': (media, value) => media.audioTrack === value,
  'set-volume': (media, value) => media.volume === Number(value)
}

/**
 * Whether what a button stands for is so now: a toggle is on, its rate is the one that plays. For `aria-pressed` and
 * `aria-checked`; `undefined` for commands that set nothing.
 */
export const isCommandOn = (name: CommandName, value: string, media: MediaSnapshot): boolean | undefined =>
  SETTINGS[name]?.(media, value)
