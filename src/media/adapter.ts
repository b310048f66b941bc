import type { MediaCapabilities, MediaErrorLike, MediaFacts } from '../core/playback/snapshot.ts'
import type { DataSettings } from '../core/settings/settings.ts'
import type { FramePort, LoadingPort, NativeControlsPort, PosterPort } from './ports.ts'
import type { Presentations } from './presentation.ts'
import type { SourcePort } from './source-port.ts'
import type { TextTrackPort } from './text-tracks.ts'

/** The media events that every adapter fires (HTML, "Media elements: event summary"). */
export const MEDIA_EVENTS = [
  'abort',
  'canplay',
  'canplaythrough',
  'durationchange',
  'emptied',
  'ended',
  'error',
  'loadeddata',
  'loadedmetadata',
  'loadstart',
  'pause',
  'play',
  'playing',
  'progress',
  'ratechange',
  'resize',
  'seeked',
  'seeking',
  'stalled',
  'suspend',
  'timeupdate',
  'volumechange',
  'waiting'
] as const

/** One of {@link MEDIA_EVENTS}. */
export type MediaEventType = (typeof MEDIA_EVENTS)[number]

/** Called after the media has changed and before its event reaches other listeners. */
export type MediaObserver = (type: MediaEventType) => void

/**
 * Anything that plays, in the shape of HTMLMediaElement: its property, method and event names, plus `kind`, `surface`,
 * `capabilities`, `observe` and optional ports. Wiring and players know media by this type alone. What each member must do is HTML's own text ("Media
 * elements"); the conformance kit of `yokewright/testing` tries all of it.
 *
 * Beyond HTML an adapter promises: whatever begins, settles. A seek fires `seeked`; waiting ends in `playing` or
 * `error`; a play promise resolves or rejects; a media with an `error` is `paused`.
 */
export interface MediaAdapter extends MediaFacts, EventTarget {
  /** What is played: a picture, with or without sound, or sound alone. Constant for the adapter's life. */
  readonly kind: 'picture' | 'sound'
  /**
   * The element that shows the picture: it is placed and fitted, takes gestures, and has poster and captions over it.
   * `undefined` for a media that shows nothing. Constant for the adapter's life.
   */
  readonly surface?: HTMLElement | undefined
  /** The name of the service that shows it; absent for a media of the page's own. */
  readonly service?: string
  /** May change, as where a service names its rates late: `ratechange` tells. */
  readonly capabilities: MediaCapabilities
  /** Height of the picture in pixels, 0 without one; `resize` tells when it or `videoWidth` changes (HTML, `videoHeight`). */
  readonly videoHeight: number
  /** Address of the chosen resource, `''` before there is one (HTML, `currentSrc`). */
  readonly currentSrc: string
  /**
   * Seconds. Setting seeks: `seeking` is true and `currentTime` reads the target at once; the target is clamped to
   * the timeline. Before metadata the target is kept and applied (HTML, "default playback start position").
   * @throws {TypeError} for `NaN` and infinities.
   */
  get currentTime(): number
  set currentTime(seconds: number)
  /** Seconds; `NaN` before metadata, `Infinity` for live (HTML, `duration`). */
  readonly duration: number
  /** Flips in `play()` and `pause()` themselves, before their events (HTML, `paused`). */
  readonly paused: boolean
  readonly ended: boolean
  readonly seeking: boolean
  /** 0 to 4 (HTML, "Ready states"); at least 3 whenever time advances. */
  readonly readyState: number
  /**
   * 1 is the speed at which it was made. Changing it leaves `muted` alone.
   * @throws {DOMException} `NotSupportedError` outside `capabilities.playbackRate` (HTML, `playbackRate`).
   */
  get playbackRate(): number
  set playbackRate(rate: number)
  /**
   * From 0 to 1, not touched by `muted`.
   * @throws {DOMException} `IndexSizeError` outside that range (HTML, `volume`).
   */
  get volume(): number
  set volume(volume: number)
  get muted(): boolean
  set muted(muted: boolean)
  /**
   * The quality that is chosen, in the words of whoever offers them; `resize` tells when it or {@link qualities} changes.
   * Absent, as those are, on a media that has but one. Setting what is not on offer does nothing.
   */
  quality?: string | undefined
  /** The qualities on offer. */
  readonly qualities?: readonly string[] | undefined
  /** The quality that plays now, where an automatic choice makes it another than the chosen one; `resize` tells. */
  readonly playingQuality?: string | undefined
  /** The label of the audio track that plays; settable to one of {@link audioTracks}. `resize` tells of both. */
  audioTrack?: string | undefined
  /** The labels of the audio tracks on offer. */
  readonly audioTracks?: readonly string[] | undefined
  /**
   * When the time 0 of the media was, in milliseconds since 1970 (HTML, "getStartDate"); absent where it tells of no day. What
   * began anew in between has another one.
   */
  readonly startDate?: number | undefined
  /** At the end, start again: without `pause` or `ended` (HTML, `loop`). */
  get loop(): boolean
  set loop(loop: boolean)
  readonly error: MediaErrorLike | null
  /** Ways to show the media alone elsewhere than in its place, where the engine has them. Constant for the adapter's life. */
  readonly presentations?: Presentations
  /** Its own text tracks, where it can have some. Constant for the adapter's life, as all ports. */
  readonly textTracks?: TextTrackPort | undefined
  /** Its sources, where it can have several. */
  readonly sources?: SourcePort | undefined
  /** The picture that stands in its place before it plays, where it has a way to show one. */
  readonly posterPort?: PosterPort | undefined
  /** Controls of its own, where it has some. */
  readonly nativeControls?: NativeControlsPort | undefined
  /** Its picture for whoever draws it elsewhere. Without it, that of a `surface` which is a `<video>` or a `<canvas>`. */
  readonly frames?: FramePort | undefined
  /** How it is loaded, where that can be said. */
  readonly loading?: LoadingPort | undefined
  /** Settings that its author has written on the media itself, by their keys. */
  readonly written?: DataSettings | undefined
  /**
   * Resolves when playback has begun. At the end, starts again from the start.
   * Rejects with a DOMException: `NotAllowedError` (the browser wants a gesture first; `paused` stays true, and no
   * event tells), `NotSupportedError` (nothing playable), `AbortError` (paused or loaded anew before it began).
   */
  play(): Promise<void>
  /** At once. */
  pause(): void
  /** Begins again with choosing a resource (HTML, `load()`). */
  load(): void
  /**
   * Hears of every media event by one call; cheaper than a listener for each type.
   * @returns its stop; calling it twice is harmless.
   */
  observe(observer: MediaObserver): () => void
  /** Takes its listeners and timers away, and leaves what it adapted as it is. Twice is harmless. */
  dispose(): void
}

/** The exception of a caller's own function, where developers look (HTML, `reportError()`); Node has no such thing. */
const reportException = (cause: unknown): void => {
  if ('reportError' in globalThis) reportError(cause)
  else queueMicrotask(() => Promise.reject(cause))
}

/** The event half of an adapter: one way to be observed, one way to tell. */
export abstract class ObservableMedia extends EventTarget {
  readonly #observers = new Set<MediaObserver>()

  /** See {@link MediaAdapter.observe}. */
  observe(observer: MediaObserver): () => void {
    this.#observers.add(observer)
    return () => this.#observers.delete(observer)
  }

  /** Tells observers first, then listeners. */
  protected emit(type: MediaEventType): void {
    for (const observer of [...this.#observers]) {
      // One before it may have ended it.
      if (!this.#observers.has(observer)) continue
      try {
        observer(type)
      } catch (cause) {
        // As HTML does with listeners: the exception is reported, and the others are called.
        reportException(cause)
      }
    }
    this.dispatchEvent(new Event(type))
  }
}
