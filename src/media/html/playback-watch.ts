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
 * seek back from the end never ends. The looking stops as soon as the element is in order.
 */
export class PlaybackWatch {
  readonly #element: HTMLMediaElement
  readonly #tellPlaying: () => void
  /** A stream is fed to it: its seeks end by themselves, however long they take, and WebKit would play on. */
  readonly #isFed: () => boolean
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

  constructor(element: HTMLMediaElement, tellPlaying: () => void, isFed: () => boolean) {
    this.#element = element
    this.#tellPlaying = tellPlaying
    this.#isFed = isFed
  }

  get advancing(): boolean {
    return this.#advancing
  }

  /** Playback was asked for, or must begin anew after a seek or a wait: `playing` is due. */
  expectPlaying(): void {
    this.#owesPlaying = true
    this.#begin()
  }

  /** A seek has ended. */
  seekEnded(): void {
    this.#looksForSeeked = 0
  }

  /** A wait or a seek began. */
  interrupt(isSeek = false): void {
    if (isSeek) this.#looksForSeeked = STUCK_LOOKS
    this.#advancing = false
    if (this.#element.paused) this.#begin()
    else this.expectPlaying()
  }

  /** The element told that it plays, or is paused: nothing is due any more. */
  settle(): void {
    this.#owesPlaying = false
  }

  /** Whether an event is but the echo of a {@link #nudge}. */
  isEcho(type: string): boolean {
    if (!this.#nudging) return false
    if (type === 'seeked') this.#nudging = false
    return type === 'play' || type === 'playing' || type === 'pause'
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
      const isStuck = paused && seeking && readyState >= HAVE_FUTURE_DATA && this.#unchangedLooks >= STUCK_LOOKS
      if (isStuck && !this.#isFed()) this.#nudge()
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
