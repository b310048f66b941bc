import type { HostedNews } from '../../../core/hosted/news.ts'
import { SteadyClock } from '../../../core/hosted/steady-clock.ts'
import { type TimeRangesLike, toTimeRanges } from '../../../core/time/ranges.ts'
import { HostedSettings, PATIENCE } from './hosted-settings.ts'

/** How near to where it was sent a seek has arrived, in seconds: at once, and once it has had time to. Services go to key frames. */
const ARRIVED = 0.3
const ARRIVED_LATER = 1.5
/** For how long at most a seek is under way while the service fetches, in seconds. */
const LONGEST_SEEK = 10
/** Within which time a place that is told may be from before a seek, in seconds. */
const ECHO = 0.6

/** Where a hosted media is: its length, what of it can be gone to, its position between what is told, and seeks. */
export abstract class HostedPosition extends HostedSettings {
  protected readonly position = new SteadyClock()
  /** HTML's `readyState`. */
  protected level = 0
  #duration = Number.NaN
  #reach: { readonly start?: number | undefined; readonly end?: number | undefined } = {}
  #loaded = 0
  /** Where a seek leads that has not arrived, and since when. */
  #seek: { readonly to: number; readonly since: number } | undefined
  /** Where the service says that it is, after a seek that led elsewhere. */
  #elsewhere: number | undefined

  abstract readonly paused: boolean

  /** The service fetches data, or has still to answer: what was asked for may yet come. */
  protected abstract readonly isFetching: boolean

  /** Time is not to run on: a seek is under way. */
  protected abstract halt(): void
  /** A seek has begun: what has ended has ended no more. */
  protected abstract sought(): void
  /** Its length has become known, or a seek has arrived: does as the service does. */
  protected abstract settle(): void

  get currentTime(): number {
    const place = this.#seek?.to ?? this.position.at(this.clock.now)
    return this.level === 0 ? place : Math.min(place, Math.max(this.end, 0))
  }
  set currentTime(seconds: number) {
    if (!Number.isFinite(seconds)) throw new TypeError(`currentTime takes a finite number of seconds, not ${seconds}.`)
    this.seek(seconds)
  }
  get duration(): number {
    return this.#duration
  }
  get seeking(): boolean {
    return this.isSought && this.level > 0
  }
  get readyState(): number {
    return this.level
  }
  get buffered(): TimeRangesLike {
    if (this.level < 2) return toTimeRanges([])
    const { start = 0 } = this.#reach
    const end = Math.min(Math.max(this.#loaded, this.currentTime), this.end)
    return toTimeRanges([{ start, end: Math.max(start, end) }])
  }
  get seekable(): TimeRangesLike {
    if (this.level === 0 || this.dialect.commands.seek === undefined) return toTimeRanges([])
    return toTimeRanges([{ start: this.#reach.start ?? 0, end: this.end }])
  }

  protected get isSought(): boolean {
    return this.#seek !== undefined
  }

  /** The last second that can be gone to. */
  protected get end(): number {
    if (Number.isFinite(this.#duration)) return this.#duration
    return this.#reach.end ?? this.position.at(this.clock.now)
  }

  /** As before anything was loaded. */
  protected forget(): void {
    this.level = 0
    this.#duration = Number.NaN
    this.#reach = {}
    this.#loaded = 0
    this.#seek = undefined
    this.position.set(this.clock.now, 0)
  }

  /** A fresh player is at its start: it is sent to where the one before was, or was to be. */
  protected seekAgain(): void {
    const place = this.#seek?.to ?? (this.level > 0 ? this.currentTime : 0)
    if (place > 0) this.#send(place)
  }

  /** Seeks; before metadata the place is kept (HTML, "default playback start position"). */
  protected seek(seconds: number): void {
    const { start = 0 } = this.#reach
    const to = this.level > 0 ? Math.min(Math.max(start, seconds), this.end) : Math.max(0, seconds)
    if (this.level > 0 && this.dialect.commands.seek === undefined) return
    this.sought()
    if (this.level > 0) {
      this.queue('seeking')
      if (!this.paused) this.queue('waiting')
    }
    this.#send(to)
  }

  /** It can be played from here. */
  protected canPlay(): void {
    if (this.level >= 3) return
    this.level = 4
    this.queue('canplay')
    this.queue('canplaythrough')
  }

  protected rateChanged(rate: number): void {
    this.position.setRate(this.clock.now, rate)
  }

  /** Takes what the service tells of length and reach. */
  protected hearLength({ duration, seekableStart: start, seekableEnd: end, bufferedEnd }: HostedNews): void {
    this.#reach = { start: start ?? this.#reach.start, end: end ?? this.#reach.end }
    if (bufferedEnd !== undefined && bufferedEnd !== this.#loaded) {
      this.#loaded = bufferedEnd
      if (this.level > 1) this.queue('progress')
    }
    if (duration === undefined || duration === this.#duration) return
    this.#duration = duration
    this.queue('durationchange')
    if (this.level === 0) this.#becomeKnown()
  }

  /** Takes a place that the service tells. @returns whether time has been seen to move on. */
  protected hearTime(place: number): boolean {
    const { now } = this.clock
    if (this.#seek) {
      const { to, since } = this.#seek
      const near = now - since < ECHO ? ARRIVED : ARRIVED_LATER
      const ahead = this.paused ? 0 : (now - since) * this.playbackRate
      // Its length comes first: nothing is told of a place before it.
      if (this.level > 0 && place >= to - near && place <= to + near + ahead) this.#arrive(place)
      else if (now - since > ECHO) this.#elsewhere = place
      return false
    }
    const before = this.position.at(now)
    const hasJumped = this.position.tell(now, place, !this.paused)
    // Nobody here has asked for it: the service has gone elsewhere by itself.
    if (hasJumped && this.level > 0) for (const type of ['seeking', 'timeupdate', 'seeked'] as const) this.queue(type)
    return place > before
  }

  #becomeKnown(): void {
    this.level = 2
    this.queue('loadedmetadata')
    this.queue('loadeddata')
    if (this.#seek) this.queue('seeking')
    else this.canPlay()
    this.queue('progress')
    this.#awaitArrival()
    this.settle()
  }

  #send(to: number): void {
    this.halt()
    this.#seek = { to, since: this.clock.now }
    this.#elsewhere = undefined
    if (this.level > 2) this.level = 2
    this.order('seek', to)
    this.#awaitArrival()
  }

  /** Once it has been given its time, it is where it says, or, where it does not say, where it was sent. */
  #awaitArrival(): void {
    if (!this.#seek || this.level === 0) return
    const { to, since } = this.#seek
    this.agenda.set('seek', PATIENCE, () => {
      if (this.isFetching && this.clock.now - since < LONGEST_SEEK) this.#awaitArrival()
      else this.#arrive(this.#elsewhere ?? to)
    })
  }

  #arrive(place: number): void {
    this.agenda.cancel('seek')
    this.#seek = undefined
    this.position.set(this.clock.now, place)
    this.queue('timeupdate')
    this.queue('seeked')
    this.canPlay()
    this.settle()
  }
}
