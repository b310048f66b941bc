import type { RateCapability } from '../../core/playback/snapshot.ts'
import type { Clock } from '../clock.ts'

/** What a simulated media is like. Only the clock is needed. */
export interface SimulatedMediaOptions {
  readonly clock: Clock
  /** Seconds; `Infinity` for live. Default 60. */
  readonly duration?: number
  /** Address that `currentSrc` tells. Default `simulated:media`. */
  readonly src?: string
  /** Seconds each step takes to be answered. Default 0. */
  readonly delays?: {
    readonly load?: number
    readonly play?: number
    readonly seek?: number
    readonly rate?: number
    /** Of a play request: until then it looks as if it would begin. */
    readonly refusal?: number
  }
  /** Wait for `load()`, `play()` before loading, as `preload="none"` does. Default false. */
  readonly lazy?: boolean
  /** `false`: a device where a script cannot set the volume. Default true. */
  readonly volume?: boolean
  /** A range, a list, or `undefined`: the rate is fixed at 1. Default 0.0625 to 16. */
  readonly playbackRate?: RateCapability
  /** `false`: only the position at hand can be sought, as from a server without byte ranges. Default true. */
  readonly seekable?: boolean
  /** For live: how many seconds back can be sought. Default 30. */
  readonly window?: number
  /** Pixels. Default 1280; 0 for sound alone. */
  readonly videoWidth?: number
  /** Pixels. Default 9/16 of the width. */
  readonly videoHeight?: number
  /** What is shown in a page; nothing without it. */
  readonly surface?: HTMLElement
}
