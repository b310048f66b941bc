import { spanOf } from '../time/ranges.ts'
import type { MediaSnapshot } from './snapshot.ts'

/** How far behind the newest still counts as live, in seconds. */
const LIVE_EDGE = 5

type Row = (media: MediaSnapshot) => boolean

const wantsToPlay: Row = media => !media.paused && !media.ended && media.error === undefined

/**
 * The truth table: each state, and when it holds. Nothing else decides a state.
 * The names are those of `:state()` in CSS and of `data-yoke-when` in markup.
 */
export const STATES = {
  /** Not playing by anyone's wish: before the first play, after pause, at the end. */
  paused: media => media.paused || media.ended,
  /** Paused by `stop`, and not played or sought since. */
  stopped: media => media.stopped && media.paused,
  /** Time runs. */
  playing: media => wantsToPlay(media) && !media.seeking && media.readyState >= 3,
  /** Has played since this source was chosen. */
  started: media => media.started,
  /** The end was reached, and nothing has been sought since (HTML, `ended`). */
  ended: media => media.ended,
  /** On the way to another place (HTML, `seeking`). */
  seeking: media => media.seeking,
  /** Should play, and cannot yet: loading, buffering, or finding the place after a seek. */
  waiting: media => wantsToPlay(media) && (media.seeking || media.readyState < 3),
  /** Waiting, and no data has come for a while. */
  stalled: media => wantsToPlay(media) && media.stalled && media.readyState < 3,
  /** As HTML's `muted`; the volume may still be high. */
  muted: media => media.muted,
  /** Nothing is heard: muted, or volume 0. */
  silent: media => media.muted || media.volume === 0,
  /** Plays without the sound that was wanted, because the browser asks for a press first. */
  'sound-blocked': media =>
    media.startOutcome === 'without-sound' && media.soundWanted && (media.muted || media.volume === 0),
  /** Was to start by itself, and waits for a press. */
  'start-blocked': media => media.startOutcome === 'press-needed' && !wantsToPlay(media) && !media.ended,
  /** Starts again at its end (HTML, `loop`). */
  looping: media => media.loop,
  /** Without an end. */
  live: media => media.duration === Number.POSITIVE_INFINITY,
  /** Live, and no more than a few seconds behind the newest. */
  'at-live-edge': media =>
    media.duration === Number.POSITIVE_INFINITY &&
    (spanOf(media.seekable)?.end ?? Number.POSITIVE_INFINITY) - media.currentTime <= LIVE_EDGE,
  /** Someone drags a position slider. */
  scrubbing: media => media.scrubbing,
  /** A pointer rests on a position slider. */
  pointing: media => media.pointer !== undefined,
  /** Plays, and no one has touched the player for a while. */
  idle: media => media.idle && wantsToPlay(media),
  /** The whole player fills the screen. */
  fullscreen: media => media.fullscreen,
  /** The picture floats in a window of its own. */
  'picture-in-picture': media => media.pictureInPicture,
  /** A hosted clip's service wants to be pressed or looked at itself: its consent page, its own start, an advertisement. */
  'service-in-front': media => media.serviceInFront,
  /** A file is held over the player, and may be dropped. */
  'file-over': media => media.fileOver,
  /** The media cannot go on; the fault says why. */
  failed: media => media.error !== undefined,
  /** Sound is there, a picture is not. */
  'audio-only': media => media.readyState >= 1 && !media.picture,
  /** Captions or subtitles are chosen. */
  'captions-showing': media => media.captions !== '',
  /** There are captions or subtitles to choose from. */
  'has-captions': media => media.captionTracks.some(({ forced }) => !forced),
  /** A script may set the volume here. */
  'has-volume': media => media.present && media.capabilities.volume,
  /** The rate can be changed here. */
  'has-playback-rates': media => media.present && media.capabilities.playbackRate !== undefined,
  /** There are qualities to choose from. */
  'has-qualities': media => media.qualities.length > 1,
  /** There are audio tracks to choose from. */
  'has-audio-tracks': media => media.audioTracks.length > 1,
  /** The player can fill the screen here. */
  'has-fullscreen': media => media.present && media.canFullscreen,
  /** The picture can float in a window of its own here. */
  'has-picture-in-picture': media => media.present && media.canPictureInPicture
} as const satisfies Record<string, Row>

/** One of the states, as markup and CSS write it. */
export type StateName = keyof typeof STATES

/** Every state's name, in the order of the table. */
export const STATE_NAMES: readonly StateName[] = Object.keys(STATES) as StateName[]

/** Whether a word is a state's name. */
export const isStateName = (name: string): name is StateName => Object.hasOwn(STATES, name)
