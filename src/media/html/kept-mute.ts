/** How long after an unmuting of the engine's own a pause may come of it, in milliseconds: on a busy machine it is late. */
const UNMUTED_FOR = 250

/**
 * Keeps an element as muted as it was when its rate is set: WebKit unmutes it then, and sound that nobody asked for may
 * stop playback.
 */
export class KeptMute {
  readonly #element: HTMLMediaElement
  /** What `muted` was when the rate was set. */
  #before: boolean | undefined
  /** When it was last seen to have been cleared, by the page's clock in milliseconds; NaN where no pause is to come of it. */
  #clearedAt = Number.NaN

  constructor(element: HTMLMediaElement) {
    this.#element = element
  }

  /** `muted` as it was asked for: what the engine has taken back of it is left out. */
  get muted(): boolean {
    return this.#before ?? this.#element.muted
  }

  /** The rate is about to be set; while an unmuting is to come of another rate, what was before that holds. */
  rateIsSet(): void {
    this.#before = this.muted
  }

  /** Somebody has set `muted`: it is theirs. */
  forget(): void {
    this.#before = undefined
  }

  /** Puts it back if it has been changed. `hasRun`: time has run since. */
  keep(hasRun = false): void {
    const before = this.#before
    if (before === undefined) return
    const { muted, seeking, readyState, paused } = this.#element
    // While it loads or seeks, or is to play and has not run, the rate is still to be applied, and the unmuting to come.
    if (!seeking && readyState > 0 && (paused || hasRun)) this.#before = undefined
    if (muted === before) return
    this.#element.muted = before
    if (before) this.#clearedAt = performance.now()
  }

  /** Puts silence back if it has been lost. */
  keepSilent(): void {
    if (this.#before && !this.#element.muted) this.keep()
  }

  /** Whether a pause of just now comes of the unmuting; asks once for each. */
  takePause(): boolean {
    const comesOfIt = performance.now() - this.#clearedAt <= UNMUTED_FOR
    this.#clearedAt = Number.NaN
    return comesOfIt
  }
}
