import type { Fault } from '../../core/fault.ts'
import { takesRate } from '../../core/playback/rates.ts'
import type { MediaCapabilities, MediaErrorLike, RateCapability } from '../../core/playback/snapshot.ts'
import type { TimeRange, TimeRangesLike } from '../../core/time/ranges.ts'
import { type MediaAdapter, type MediaEventType, ObservableMedia } from '../adapter.ts'
import type { Clock } from './clock.ts'

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

const TIMEUPDATE_INTERVAL = 0.25
/** How much is loaded ahead of the position, in seconds. */
const LOADED_AHEAD = 20

const toTimeRanges = (ranges: readonly TimeRange[]): TimeRangesLike => ({
  length: ranges.length,
  start: index => ranges[index]?.start ?? Number.NaN,
  end: index => ranges[index]?.end ?? Number.NaN
})

interface PendingPlay {
  readonly resolve: () => void
  readonly reject: (reason: DOMException) => void
}

/**
 * A media without a picture: a timeline on a clock. It keeps the whole contract of {@link MediaAdapter}, and can be
 * told to answer late, refuse, stall, fail, be live, or lack volume or rate.
 */
export class SimulatedMedia extends ObservableMedia implements MediaAdapter {
  readonly kind: 'picture' | 'sound'
  readonly surface: HTMLElement | undefined
  readonly currentSrc: string
  #capabilities: MediaCapabilities
  readonly #options: SimulatedMediaOptions
  readonly #clock: Clock
  readonly #pendingPlays = new Set<PendingPlay>()
  readonly #appointments = new Map<string, () => void>()
  #size: { readonly width: number; readonly height: number }
  #anchor = { at: 0, position: 0 }
  #duration = Number.NaN
  #paused = true
  #seeking = false
  #readyState = 0
  #stalled = false
  #rate = 1
  #volume = 1
  #muted = false
  #loop = false
  #error: MediaErrorLike | null = null
  #refusesPlay = false
  #refusesRates = false
  #disposed = false

  constructor(options: SimulatedMediaOptions) {
    super()
    this.#options = options
    this.#clock = options.clock
    this.currentSrc = options.src ?? 'simulated:media'
    this.#size = {
      width: options.videoWidth ?? 1280,
      height: options.videoHeight ?? ((options.videoWidth ?? 1280) * 9) / 16
    }
    this.kind = this.#size.width > 0 ? 'picture' : 'sound'
    this.surface = options.surface
    this.#capabilities = {
      volume: options.volume ?? true,
      playbackRate: 'playbackRate' in options ? options.playbackRate : { min: 0.0625, max: 16 }
    }
    if (!options.lazy) this.#beginLoad()
  }

  get capabilities(): MediaCapabilities {
    return this.#capabilities
  }
  get videoWidth(): number {
    return this.#readyState > 0 ? this.#size.width : 0
  }
  get videoHeight(): number {
    return this.#readyState > 0 ? this.#size.height : 0
  }
  get currentTime(): number {
    const { at, position } = this.#anchor
    const raw = this.#runs ? position + (this.#clock.now - at) * this.#rate : position
    return Math.min(raw, this.#end)
  }
  set currentTime(seconds: number) {
    if (!Number.isFinite(seconds)) throw new TypeError(`currentTime takes a finite number of seconds, not ${seconds}.`)
    if (this.#options.seekable === false && this.#readyState > 0) return
    this.#seek(seconds)
  }
  get duration(): number {
    return this.#duration
  }
  get paused(): boolean {
    return this.#paused
  }
  get ended(): boolean {
    return this.#readyState > 0 && !this.#loop && !this.#seeking && this.currentTime >= this.#duration
  }
  get seeking(): boolean {
    return this.#seeking
  }
  get readyState(): number {
    return this.#readyState
  }
  get playbackRate(): number {
    return this.#rate
  }
  set playbackRate(rate: number) {
    if (!takesRate(this.capabilities.playbackRate, rate))
      throw new DOMException(`playbackRate cannot be ${rate} here.`, 'NotSupportedError')
    if (rate === this.#rate) return
    const before = this.#rate
    this.#setRate(rate)
    if (this.#refusesRates) this.#appoint('rate', this.#options.delays?.rate ?? 0, () => this.#setRate(before))
  }
  get volume(): number {
    return this.#volume
  }
  set volume(volume: number) {
    if (!(volume >= 0 && volume <= 1))
      throw new DOMException(`volume runs from 0 to 1, not ${volume}.`, 'IndexSizeError')
    if (volume === this.#volume || !this.capabilities.volume) return
    this.#volume = volume
    this.#queue('volumechange')
  }
  get muted(): boolean {
    return this.#muted
  }
  set muted(muted: boolean) {
    if (muted === this.#muted) return
    this.#muted = muted
    this.#queue('volumechange')
  }
  get loop(): boolean {
    return this.#loop
  }
  set loop(loop: boolean) {
    this.#loop = loop
  }
  get buffered(): TimeRangesLike {
    if (this.#readyState < 2) return toTimeRanges([])
    const position = this.currentTime
    return toTimeRanges([
      { start: Math.max(0, position - LOADED_AHEAD), end: Math.min(position + LOADED_AHEAD, this.#end) }
    ])
  }
  get seekable(): TimeRangesLike {
    if (this.#readyState === 0 || this.#options.seekable === false) return toTimeRanges([])
    if (Number.isFinite(this.#duration)) return toTimeRanges([{ start: 0, end: this.#duration }])
    return toTimeRanges([{ start: Math.max(0, this.#liveEdge - (this.#options.window ?? 30)), end: this.#liveEdge }])
  }
  get error(): MediaErrorLike | null {
    return this.#error
  }

  play(): Promise<void> {
    if (this.#error) return Promise.reject(new DOMException('No source could be played.', 'NotSupportedError'))
    if (this.#refusesPlay && !this.#options.delays?.refusal)
      return Promise.reject(new DOMException('A gesture is wanted first.', 'NotAllowedError'))
    if (this.ended) this.#seek(0)
    if (this.#readyState === 0) this.#beginLoad()
    const begun = new Promise<void>((resolve, reject) => this.#pendingPlays.add({ resolve, reject }))
    const wasPaused = this.#paused
    this.#paused = false
    if (wasPaused) {
      this.#queue('play')
      if (this.#readyState < 3) this.#queue('waiting')
    }
    if (this.#refusesPlay) this.#appoint('begin', this.#options.delays?.refusal ?? 0, () => this.#refuse())
    else this.#appoint('begin', this.#options.delays?.play ?? 0, () => this.#begin())
    return begun
  }

  pause(): void {
    this.#cancel('begin')
    if (this.#paused) return
    this.#moveAnchor()
    this.#paused = true
    this.#queue('timeupdate')
    this.#queue('pause')
    this.#rejectPlays('AbortError')
    this.#keepRunning()
  }

  load(): void {
    for (const cancel of this.#appointments.values()) cancel()
    this.#appointments.clear()
    this.#rejectPlays('AbortError')
    this.#paused = true
    this.#seeking = false
    this.#readyState = 0
    this.#duration = Number.NaN
    this.#error = null
    this.#anchor = { at: this.#clock.now, position: 0 }
    this.#queue('emptied')
    this.#beginLoad()
  }

  dispose(): void {
    for (const cancel of this.#appointments.values()) cancel()
    this.#appointments.clear()
    this.#rejectPlays('AbortError')
    this.#disposed = true
  }

  /** From now on, play requests are refused, as a browser does before the first gesture; late, where the delay for refusals says so. */
  refusePlay(refuses: boolean): void {
    this.#refusesPlay = refuses
  }

  /** From now on a rate that is set falls back, when the delay for rates has passed: a service may answer so. */
  refuseRates(refuses: boolean): void {
    this.#refusesRates = refuses
  }

  /** The rates that can be had are others. */
  changeRates(playbackRate: RateCapability): void {
    this.#capabilities = { ...this.#capabilities, playbackRate }
    this.#queue('ratechange')
  }

  /** The picture has another size, in pixels. */
  changeSize(width: number, height: number): void {
    this.#size = { width, height }
    this.#queue('resize')
  }

  /** Data stops coming: time stands still until {@link resume}. */
  stall(): void {
    this.#moveAnchor()
    this.#stalled = true
    this.#readyState = Math.min(this.#readyState, 2)
    this.#queue('waiting')
    this.#queue('stalled')
    this.#keepRunning()
  }

  /** Data comes again. */
  resume(): void {
    this.#moveAnchor()
    this.#stalled = false
    if (!this.#seeking) this.#ready()
  }

  /** The media cannot go on. `code` is HTML's: 2 network, 3 decode, 4 source not supported. */
  fail(code: number, message: string, reason?: Fault): void {
    this.pause()
    this.#error = { code, message, ...(reason && { reason }) }
    this.#rejectPlays('NotSupportedError')
    this.#queue('error')
  }

  get #liveEdge(): number {
    return (this.#options.window ?? 30) + this.#clock.now
  }
  get #end(): number {
    if (Number.isNaN(this.#duration)) return this.#options.duration ?? 60
    return Number.isFinite(this.#duration) ? this.#duration : this.#liveEdge
  }
  /** Whether time runs at this moment. */
  get #runs(): boolean {
    return !this.#paused && !this.#seeking && !this.#error && this.#readyState >= 3 && this.#pendingPlays.size === 0
  }

  #queue(type: MediaEventType): void {
    if (!this.#disposed) this.#clock.schedule(0, () => !this.#disposed && this.emit(type))
  }

  #appoint(name: string, delay: number, task: () => void): void {
    this.#cancel(name)
    this.#appointments.set(name, this.#clock.schedule(delay, task))
  }

  #cancel(name: string): void {
    this.#appointments.get(name)?.()
    this.#appointments.delete(name)
  }

  #setRate(rate: number): void {
    this.#moveAnchor()
    this.#rate = rate
    this.#queue('ratechange')
    this.#keepRunning()
  }

  #moveAnchor(): void {
    this.#anchor = { at: this.#clock.now, position: this.currentTime }
  }

  #beginLoad(): void {
    if (this.#appointments.has('load')) return
    this.#queue('loadstart')
    this.#appoint('load', this.#options.delays?.load ?? 0, () => {
      this.#readyState = 1
      this.#duration = this.#options.duration ?? 60
      if (this.#duration === Number.POSITIVE_INFINITY) this.#anchor = { at: this.#clock.now, position: this.#liveEdge }
      this.#queue('durationchange')
      if (this.#size.width > 0) this.#queue('resize')
      this.#queue('loadedmetadata')
      this.#readyState = 2
      this.#queue('loadeddata')
      if (!this.#seeking) this.#ready()
    })
  }

  #ready(): void {
    if (this.#stalled || this.#readyState === 0) return
    this.#moveAnchor()
    this.#readyState = 4
    this.#queue('canplay')
    if (!this.#paused) this.#begin()
    this.#queue('canplaythrough')
    this.#queue('progress')
  }

  #begin(): void {
    if (this.#paused || this.#seeking || this.#readyState < 3) return
    this.#anchor = { at: this.#clock.now, position: this.#anchor.position }
    this.#queue('playing')
    for (const { resolve } of this.#pendingPlays) resolve()
    this.#pendingPlays.clear()
    this.#keepRunning()
  }

  #refuse(): void {
    this.#moveAnchor()
    this.#paused = true
    this.#queue('pause')
    this.#rejectPlays('NotAllowedError')
  }

  #rejectPlays(name: 'AbortError' | 'NotAllowedError' | 'NotSupportedError'): void {
    for (const { reject } of this.#pendingPlays) reject(new DOMException('Playback did not begin.', name))
    this.#pendingPlays.clear()
  }

  #seek(seconds: number): void {
    this.#moveAnchor()
    this.#anchor = { at: this.#clock.now, position: Math.min(Math.max(0, seconds), this.#end) }
    if (this.#readyState === 0 && Number.isNaN(this.#duration)) return
    this.#seeking = true
    if (this.#readyState > 2) this.#readyState = 2
    this.#queue('seeking')
    if (!this.#paused) this.#queue('waiting')
    this.#cancel('run')
    this.#appoint('seek', this.#options.delays?.seek ?? 0, () => {
      this.#anchor = { at: this.#clock.now, position: this.#anchor.position }
      this.#seeking = false
      this.#queue('timeupdate')
      this.#queue('seeked')
      if (this.ended) this.#finish()
      else this.#ready()
    })
  }

  /** Keeps `timeupdate` going while time runs, and notices the end. */
  #keepRunning(): void {
    this.#cancel('run')
    if (!this.#runs) return
    const left = (this.#duration - this.currentTime) / this.#rate
    const step = Math.min(TIMEUPDATE_INTERVAL, Math.max(0, left))
    this.#appoint('run', step, () => {
      this.#moveAnchor()
      if (this.currentTime >= this.#duration - 1e-9) this.#reachEnd()
      else {
        this.#queue('timeupdate')
        this.#queue('progress')
        this.#keepRunning()
      }
    })
  }

  #reachEnd(): void {
    if (this.#loop) {
      this.#seek(0)
      return
    }
    this.#anchor = { at: this.#clock.now, position: this.#duration }
    this.#finish()
  }

  #finish(): void {
    this.#readyState = Math.max(this.#readyState, 2)
    this.#queue('timeupdate')
    if (!this.#paused) {
      this.#paused = true
      this.#queue('pause')
      this.#rejectPlays('AbortError')
    }
    this.#queue('ended')
  }
}

/** A media without a picture, on a clock: for tests, and for pages where none is needed. */
export const createSimulatedMedia = (options: SimulatedMediaOptions): SimulatedMedia => new SimulatedMedia(options)
