const SECOND = 1000
/** Playback that is this much further, in seconds, than time can have taken it, has jumped. */
const JUMP = 1.5

/** Where playback was last seen: some engines jump to the end of a file that breaks off. */
export class LastPosition {
  readonly #element: HTMLMediaElement
  /** In seconds of the media. */
  time = 0
  /** By the page's clock, in milliseconds. */
  #seen = 0

  constructor(element: HTMLMediaElement) {
    this.#element = element
  }

  /** Playback is where it should be: it was sought there, or has just begun. */
  accept(): void {
    this.time = this.#element.currentTime
    this.#seen = performance.now()
  }

  /** Takes note of where playback is, unless it has jumped. @returns whether time has run. */
  look(): boolean {
    const { currentTime, seeking } = this.#element
    if (currentTime === this.time) return false
    if (!seeking && !this.hasJumped()) this.accept()
    return true
  }

  /** Whether it is further than time can have taken it. By time alone: WebKit says that all of a broken file is loaded. */
  hasJumped(): boolean {
    const { currentTime, playbackRate, seeking } = this.#element
    const ran = ((performance.now() - this.#seen) / SECOND) * playbackRate
    return !seeking && currentTime > this.time + ran + JUMP
  }
}
