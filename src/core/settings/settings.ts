import type { Shortcut } from '../playback/shortcuts.ts'
import type { StartSound, StartWhen } from '../playback/start.ts'

/** How playback begins. */
export interface StartSettings {
  /** Default `pressed`. */
  readonly when?: StartWhen | undefined
  /** Default `wanted`. */
  readonly sound?: StartSound | undefined
  /** Where: a time address. */
  readonly at?: string | number | undefined
  /** How loud, from 0 to 1. */
  readonly volume?: number | undefined
  /** The media's own `autoplay` begins it; only what comes of that is told. */
  readonly byEngine?: boolean | undefined
}

/** Settings that can be written as text: in an attribute each, together as JSON, or by script. */
export interface WrittenSettings {
  readonly title?: string | undefined
  readonly frameRate?: number | undefined
  readonly gestures?: boolean | undefined
  readonly hideAfter?: number | undefined
  readonly playbackRates?: readonly number[] | undefined
  readonly saveData?: boolean | undefined
  readonly shortcuts?: readonly Shortcut[] | undefined
  readonly solo?: boolean | undefined
  readonly sourceTimeout?: number | undefined
  readonly start?: StartSettings | undefined
}
