/** How long after an unmuting of the engine's own a pause may come of it, in milliseconds. */
const UNMUTED_FOR = 60

/**
 * Keeps an element as muted as it was when its rate is set: WebKit unmutes it then, and sound that nobody asked for may
 * stop playback.
 */
export class KeptMute {
  readonly #element: HTMLMediaElement
  /** What `muted` was when the rate was set. */
  #before: boolean | undefined
  /** When it was last seen to have been cleared, by the page's clock in milliseconds. */
  #clearedAt = Number.NEGATIVE_INFINITY

  constructor(element: HTMLMediaElement) {
    this.#element = element
  }

  /** The rate is about to be set. */
  rateIsSet(): void {
    this.#before = this.#element.muted
  }

  /** Somebody has set `muted`: it is theirs. */
  forget(): void {
    this.#before = undefined
  }

  /** Puts it back if it has been changed. */
  keep(): void {
    const before = this.#before
    const { muted, seeking, readyState } = this.#element
    // While it loads or seeks, the rate is still to be applied, and the unmuting to come.
    const isToCome = seeking || readyState === 0
    if (muted !== before || !isToCome) this.#before = undefined
    if (before === undefined || muted === before) return
    this.#element.muted = before
    if (before) this.#clearedAt = performance.now()
  }

  /** Puts silence back if it has been lost. */
  keepSilent(): void {
    if (this.#before && !this.#element.muted) this.keep()
  }

  /** Whether a pause of just now comes of the unmuting; asks once for each. */
  takePause(): boolean {
    if (performance.now() - this.#clearedAt > UNMUTED_FOR) return false
    this.#clearedAt = Number.NEGATIVE_INFINITY
    return true
  }
}
