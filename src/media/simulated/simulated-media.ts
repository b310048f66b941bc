import type { Fault } from '../../core/fault.ts'
import { takesRate } from '../../core/playback/rates.ts'
import type { MediaErrorLike } from '../../core/playback/snapshot.ts'
import { type TimeRangesLike, toTimeRanges } from '../../core/time/ranges.ts'
import type { MediaAdapter } from '../adapter.ts'
import { Agenda } from '../agenda.ts'
import type { Clock } from '../clock.ts'
import { PendingPlays } from '../pending-plays.ts'
import type { SimulatedMediaOptions } from './simulated-options.ts'
import { SimulatedProperties } from './simulated-properties.ts'

const TIMEUPDATE_INTERVAL = 0.25
/** How much is loaded ahead of the position, in seconds. */
const LOADED_AHEAD = 20

/**
 * A media without a picture: a timeline on a clock. It keeps the whole contract of {@link MediaAdapter}, and can be
 * told to answer late, refuse, stall, fail, be live, or lack volume or rate.
 */
export class SimulatedMedia extends SimulatedProperties implements MediaAdapter {
  readonly #clock: Clock
  readonly #plays = new PendingPlays()
  readonly #agenda: Agenda
  #anchor = { at: 0, position: 0 }
  #duration = Number.NaN
  #paused = true
  #seeking = false
  #readyState = 0
  #stalled = false
  #rate = 1
  #error: MediaErrorLike | null = null
  #refusesPlay = false
  #refusesRates = false

  constructor(options: SimulatedMediaOptions) {
    super(options)
    this.#clock = options.clock
    this.#agenda = new Agenda(options.clock)
    if (!options.lazy) this.#beginLoad()
  }

  get currentTime(): number {
    const { at, position } = this.#anchor
    const raw = this.#runs ? position + (this.#clock.now - at) * this.#rate : position
    return Math.min(raw, this.#end)
  }
  set currentTime(seconds: number) {
    if (!Number.isFinite(seconds)) throw new TypeError(`currentTime takes a finite number of seconds, not ${seconds}.`)
    if (this.options.seekable === false && this.#readyState > 0) return
    this.#seek(seconds)
  }
  get duration(): number {
    return this.#duration
  }
  get paused(): boolean {
    return this.#paused
  }
  get ended(): boolean {
    return this.#readyState > 0 && !this.loop && !this.#seeking && this.currentTime >= this.#duration
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
    if (this.#refusesRates) this.#agenda.set('rate', this.options.delays?.rate ?? 0, () => this.#setRate(before))
  }
  get buffered(): TimeRangesLike {
    if (this.#readyState < 2) return toTimeRanges([])
    const position = this.currentTime
    return toTimeRanges([
      { start: Math.max(0, position - LOADED_AHEAD), end: Math.min(position + LOADED_AHEAD, this.#end) }
    ])
  }
  get seekable(): TimeRangesLike {
    if (this.#readyState === 0 || this.options.seekable === false) return toTimeRanges([])
    if (Number.isFinite(this.#duration)) return toTimeRanges([{ start: 0, end: this.#duration }])
    return toTimeRanges([{ start: Math.max(0, this.#liveEdge - (this.options.window ?? 30)), end: this.#liveEdge }])
  }
  get error(): MediaErrorLike | null {
    return this.#error
  }

  play(): Promise<void> {
    if (this.#error) return Promise.reject(new DOMException('No source could be played.', 'NotSupportedError'))
    if (this.#refusesPlay && !this.options.delays?.refusal)
      return Promise.reject(new DOMException('A gesture is wanted first.', 'NotAllowedError'))
    if (this.#runs) return Promise.resolve()
    if (this.ended) this.#seek(0)
    if (this.#readyState === 0) this.#beginLoad()
    const begun = this.#plays.add()
    const wasPaused = this.#paused
    this.#paused = false
    if (wasPaused) {
      this.queue('play')
      if (this.#readyState < 3) this.queue('waiting')
    }
    if (this.#refusesPlay) this.#agenda.set('begin', this.options.delays?.refusal ?? 0, () => this.#refuse())
    else this.#agenda.set('begin', this.options.delays?.play ?? 0, () => this.#begin())
    return begun
  }

  pause(): void {
    this.#agenda.cancel('begin')
    if (this.#paused) return
    this.#moveAnchor()
    this.#paused = true
    this.queue('timeupdate')
    this.queue('pause')
    this.#plays.reject('AbortError')
    this.#keepRunning()
  }

  load(): void {
    this.#agenda.clear()
    this.#plays.reject('AbortError')
    this.#paused = true
    this.#seeking = false
    this.#readyState = 0
    this.#duration = Number.NaN
    this.#error = null
    this.#anchor = { at: this.#clock.now, position: 0 }
    this.queue('emptied')
    this.#beginLoad()
  }

  override dispose(): void {
    this.#agenda.clear()
    this.#plays.reject('AbortError')
    super.dispose()
  }

  /** From now on, play requests are refused, as a browser does before the first gesture; late, where the delay for refusals says so. */
  refusePlay(refuses: boolean): void {
    this.#refusesPlay = refuses
  }

  /** From now on a rate that is set falls back, when the delay for rates has passed: a service may answer so. */
  refuseRates(refuses: boolean): void {
    this.#refusesRates = refuses
  }

  /** Data stops coming: time stands still until {@link resume}. */
  stall(): void {
    this.#moveAnchor()
    this.#stalled = true
    this.#readyState = Math.min(this.#readyState, 2)
    this.queue('waiting')
    this.queue('stalled')
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
    this.#plays.reject('NotSupportedError')
    this.queue('error')
  }

  get #liveEdge(): number {
    return (this.options.window ?? 30) + this.#clock.now
  }
  get #end(): number {
    if (Number.isNaN(this.#duration)) return this.options.duration ?? 60
    return Number.isFinite(this.#duration) ? this.#duration : this.#liveEdge
  }
  /** Whether time runs at this moment. */
  get #runs(): boolean {
    return !this.#paused && !this.#seeking && !this.#error && this.#readyState >= 3 && this.#plays.size === 0
  }

  #setRate(rate: number): void {
    this.#moveAnchor()
    this.#rate = rate
    this.queue('ratechange')
    this.#keepRunning()
  }

  #moveAnchor(): void {
    this.#anchor = { at: this.#clock.now, position: this.currentTime }
  }

  #beginLoad(): void {
    if (this.#agenda.has('load')) return
    this.queue('loadstart')
    this.#agenda.set('load', this.options.delays?.load ?? 0, () => {
      this.#readyState = 1
      this.#duration = this.options.duration ?? 60
      if (this.#duration === Number.POSITIVE_INFINITY) this.#anchor = { at: this.#clock.now, position: this.#liveEdge }
      this.queue('durationchange')
      if (this.kind === 'picture') this.queue('resize')
      this.queue('loadedmetadata')
      this.#readyState = 2
      this.queue('loadeddata')
      if (!this.#seeking) this.#ready()
    })
  }

  #ready(): void {
    if (this.#stalled || this.#readyState === 0) return
    this.#moveAnchor()
    this.#readyState = 4
    this.queue('canplay')
    if (!this.#paused) this.#begin()
    this.queue('canplaythrough')
    this.queue('progress')
  }

  #begin(): void {
    if (this.#paused || this.#seeking || this.#readyState < 3) return
    this.#anchor = { at: this.#clock.now, position: this.#anchor.position }
    this.queue('playing')
    this.#plays.resolve()
    this.#keepRunning()
  }

  #refuse(): void {
    this.#moveAnchor()
    this.#paused = true
    this.queue('pause')
    this.#plays.reject('NotAllowedError')
  }

  #seek(seconds: number): void {
    this.#moveAnchor()
    this.#anchor = { at: this.#clock.now, position: Math.min(Math.max(0, seconds), this.#end) }
    if (this.#readyState === 0 && Number.isNaN(this.#duration)) return
    this.#seeking = true
    if (this.#readyState > 2) this.#readyState = 2
    this.queue('seeking')
    if (!this.#paused) this.queue('waiting')
    this.#agenda.cancel('run')
    this.#agenda.set('seek', this.options.delays?.seek ?? 0, () => {
      this.#anchor = { at: this.#clock.now, position: this.#anchor.position }
      this.#seeking = false
      this.queue('timeupdate')
      this.queue('seeked')
      if (this.ended) this.#finish()
      else this.#ready()
    })
  }

  /** Keeps `timeupdate` going while time runs, and notices the end. */
  #keepRunning(): void {
    this.#agenda.cancel('run')
    if (!this.#runs) return
    const left = (this.#duration - this.currentTime) / this.#rate
    const step = Math.min(TIMEUPDATE_INTERVAL, Math.max(0, left))
    this.#agenda.set('run', step, () => {
      this.#moveAnchor()
      if (this.currentTime >= this.#duration - 1e-9) this.#reachEnd()
      else {
        this.queue('timeupdate')
        this.queue('progress')
        this.#keepRunning()
      }
    })
  }

  #reachEnd(): void {
    if (this.loop) {
      this.#seek(0)
      return
    }
    this.#anchor = { at: this.#clock.now, position: this.#duration }
    this.#finish()
  }

  #finish(): void {
    this.#readyState = Math.max(this.#readyState, 2)
    this.queue('timeupdate')
    if (!this.#paused) {
      this.#paused = true
      this.queue('pause')
      this.#plays.reject('AbortError')
    }
    this.queue('ended')
  }
}

/** A media without a picture, on a clock: for tests, and for pages where none is needed. */
export const createSimulatedMedia = (options: SimulatedMediaOptions): SimulatedMedia => new SimulatedMedia(options)
