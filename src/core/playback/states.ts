import type { MediaSnapshot } from './snapshot.ts'

type Row = (media: MediaSnapshot) => boolean

const wantsToPlay: Row = media => !media.paused && !media.ended && media.error === undefined

/**
 * The truth table: each state, and when it holds. Nothing else decides a state.
 * The names are those of `:state()` in CSS and of `data-yoke-when` in markup.
 */
export const STATES = {
  /** Not playing by anyone's wish: before the first play, after pause, at the end. */
  paused: media => media.paused || media.ended,
  /** Time runs. */
  playing: media => wantsToPlay(media) && !media.seeking && media.readyState >= 3,
  /** Has played since this source was chosen. */
  started: media => media.started,
  ended: media => media.ended,
  seeking: media => media.seeking,
  /** Should play, and cannot yet: loading, buffering, or finding the place after a seek. */
  waiting: media => wantsToPlay(media) && (media.seeking || media.readyState < 3),
  /** Waiting, and no data has come for a while. */
  stalled: media => wantsToPlay(media) && media.stalled && media.readyState < 3,
  muted: media => media.muted,
  /** Nothing is heard: muted, or volume 0. */
  silent: media => media.muted || media.volume === 0,
  looping: media => media.loop,
  /** Without an end. */
  live: media => media.duration === Number.POSITIVE_INFINITY,
  scrubbing: media => media.scrubbing,
  /** The media cannot go on; the fault says why. */
  failed: media => media.error !== undefined,
  /** Sound is there, a picture is not. */
  'audio-only': media => media.readyState >= 1 && !media.picture,
  'has-volume': media => media.present && media.capabilities.volume,
  'has-playback-rates': media => media.present && media.capabilities.playbackRate !== undefined
} as const satisfies Record<string, Row>

export type StateName = keyof typeof STATES

export const STATE_NAMES: readonly StateName[] = Object.keys(STATES) as StateName[]

export const isStateName = (name: string): name is StateName => Object.hasOwn(STATES, name)
