/** How often a wait that an engine may never end is looked at, in milliseconds. */
const LOOK_INTERVAL = 60
/** Whether it stands at its end (HTML, "ended"). Chromium may find that out only after it has told `seeked`. */
export const hasEnded = (element: HTMLMediaElement): boolean =>
  element.ended || (!element.seeking && !element.loop && element.currentTime >= element.duration)

/** Looks in a row without any change after which an engine counts as stuck. */
const STUCK_LOOKS = 3
const HAVE_CURRENT_DATA = 2
const HAVE_FUTURE_DATA = 3
/** Seconds. */
const AT_END = 0.1

/**
 * Sees to it that what began settles, by looking at the element itself where its events cannot be trusted.
 *
 * WebKit after a seek: no `playing`, and `readyState` 2 for good while time runs; a loop stops at its end; a paused
 * seek back from the end never ends; who pauses within a seek is shown a picture that runs on. The looking stops as soon
 * as the element is in order.
 */
export class PlaybackWatch {
  readonly #element: HTMLMediaElement
  readonly #tellPlaying: () => void
  /** The stream that is fed to it: such seeks end by themselves, however long they take, and WebKit would play on. */
  readonly #feed: () => object | undefined
  #timer: ReturnType<typeof setInterval> | undefined
  /** Playback was asked for, sought or waited, and has not been seen to run since. */
  #owesPlaying = false
  /** Time has been seen to run since the last wait or seek. */
  #advancing = false
  #lastTime = 0
  #unchangedLooks = 0
  /** For how many more looks `seeked` is waited for: engines fire it a little after `seeking` has turned false. */
  #looksForSeeked = 0
  #nudging = false
  /** The seek under way goes back from the end. */
  #fromEnd = false
  /** Where the seek under way goes, in seconds; NaN where there is none. */
  #sought = Number.NaN
  /** It was paused within that seek. */
  #pausedWithin = false

  constructor(element: HTMLMediaElement, tellPlaying: () => void, feed: () => object | undefined) {
    this.#element = element
    this.#tellPlaying = tellPlaying
    this.#feed = feed
  }

  get advancing(): boolean {
    return this.#advancing
  }

  /** Playback was asked for, or must begin anew after a seek or a wait: `playing` is due. */
  expectPlaying(): void {
    this.#owesPlaying = true
    this.#begin()
  }

  /** A wait or a seek began. */
  interrupt(): void {
    this.#advancing = false
    if (this.#element.paused) this.#begin()
    else this.expectPlaying()
  }

  /** The element told that it plays, or is paused: nothing is due any more. */
  settle(): void {
    this.#owesPlaying = false
  }

  /** Whether an event is not told: it comes of a {@link #nudge}, or the place is to be sought once more. */
  keepsBack(type: string): boolean {
    const { paused, seeking, currentTime, duration } = this.#element
    if (type === 'seeking') {
      this.#sought = currentTime
      this.#looksForSeeked = STUCK_LOOKS
      this.#fromEnd ||= this.#lastTime > duration - AT_END
    } else if (type === 'pause') this.#pausedWithin = this.#sought >= 0
    else if (type === 'seeked' || type === 'emptied') {
      const sought = this.#sought
      const ranOn = type === 'seeked' && this.#pausedWithin && paused && !seeking && currentTime > sought
      this.#sought = Number.NaN
      this.#nudging = this.#fromEnd = this.#pausedWithin = false
      this.#looksForSeeked = 0
      // The picture behind a time that ran on goes on running, until the place is sought again.
      if (ranOn) this.#element.currentTime = sought
      return ranOn
    }
    return this.#nudging && ['play', 'playing', 'pause'].includes(type)
  }

  stop(): void {
    clearInterval(this.#timer)
    this.#timer = undefined
  }

  look(): void {
    const { currentTime, seeking, paused, ended, readyState } = this.#element
    const ran = currentTime > this.#lastTime
    this.#unchangedLooks = currentTime === this.#lastTime ? this.#unchangedLooks + 1 : 0
    this.#lastTime = currentTime
    if (paused || ended || seeking) {
      const isStuck =
        this.#fromEnd && paused && seeking && readyState >= HAVE_FUTURE_DATA && this.#unchangedLooks >= STUCK_LOOKS
      if (isStuck && !this.#feed()) this.#nudge()
    } else if (ran) this.#running()
    else if (this.#unchangedLooks >= STUCK_LOOKS) this.#loopOn()
    if (!this.#owesPlaying && !seeking && (paused || readyState !== HAVE_CURRENT_DATA)) this.stop()
  }

  #begin(): void {
    this.#lastTime = this.#element.currentTime
    this.#unchangedLooks = 0
    this.#timer ??= setInterval(() => this.look(), LOOK_INTERVAL)
  }

  #running(): void {
    this.#advancing = true
    if (!this.#owesPlaying) return
    if (this.#looksForSeeked > 0) {
      this.#looksForSeeked -= 1
      return
    }
    this.#owesPlaying = false
    this.#tellPlaying()
  }

  /** A loop that stands at its end is taken to its start. */
  #loopOn(): void {
    const { loop, currentTime, duration } = this.#element
    if (loop && currentTime > duration - AT_END) this.#element.currentTime = 0
  }

  /** A paused seek that hangs ends when playback is tried and taken back in the same breath. */
  #nudge(): void {
    this.#nudging = true
    this.#unchangedLooks = 0
    // The promise rejects with AbortError, as it should.
    this.#element.play().catch(() => undefined)
    this.#element.pause()
  }
}
