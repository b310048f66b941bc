import type { StartSound, StartWhen } from './start-choices.ts'

/**
 * What has come of the start. `waiting`: its moment has not come. `press-needed`: it would have begun, and the browser
 * wants a press first. `held-back`: it would have begun, and the viewer asks for less motion or for less data.
 * `with-sound`, `without-sound`: it plays by itself. `by-press`: the viewer has begun it. `failed`: there is nothing to play.
 */
export type StartOutcome =
  | 'waiting'
  | 'press-needed'
  | 'held-back'
  | 'with-sound'
  | 'without-sound'
  | 'by-press'
  | 'failed'

/** What a start depends on beside its policy. */
export interface StartContext {
  /** Enough of the picture is in view. */
  readonly inView: boolean
  /** The viewer wants less motion (`prefers-reduced-motion`). */
  readonly reducedMotion: boolean
  /** The viewer wants to save data. */
  readonly saveData: boolean
  /** It is muted, or its volume is 0. */
  readonly silent: boolean
}

/** What to do about a start at this moment. */
export type StartStep =
  | { readonly do: 'wait'; readonly outcome: StartOutcome }
  | { readonly do: 'play'; readonly muted: boolean }

/** The step that a policy asks for before anything has been tried. */
export const planStart = (when: StartWhen, sound: StartSound, context: StartContext): StartStep => {
  const { inView, reducedMotion, saveData, silent } = context
  if (when === 'pressed' || (when === 'in-view' && !inView)) return { do: 'wait', outcome: 'waiting' }
  if (reducedMotion || saveData) return { do: 'wait', outcome: 'held-back' }
  return { do: 'play', muted: sound === 'off' || silent }
}

/** The step after the browser has refused to play without a press. @param muted whether it was to be silent. */
export const afterRefusal = (sound: StartSound, muted: boolean): StartStep =>
  muted || sound !== 'wanted' ? { do: 'wait', outcome: 'press-needed' } : { do: 'play', muted: true }
