import type { MediaAdapter } from '../../media/adapter.ts'

/** From this long before a change on, each frame is looked at: timers are late by some milliseconds. */
const CLOSE = 0.05

/**
 * Calls when the next change of cues is due, and at no other time: a timer for the wait, frames for the last moment, so
 * that a cue comes with the first frame at or behind its start.
 */
export class CueClock {
  readonly #due: () => void
  #timer: ReturnType<typeof setTimeout> | undefined
  #frame = 0

  constructor(due: () => void) {
    this.#due = due
  }

  /** Sets itself for a second of the timeline; `Infinity`, or a media that does not run, sets nothing. */
  set(next: number, media: MediaAdapter | undefined): void {
    this.stop()
    if (!media || media.paused || !Number.isFinite(next)) return
    const wait = (next - media.currentTime) / Math.max(media.playbackRate, 0.01)
    if (wait > CLOSE) this.#timer = setTimeout(() => this.set(next, media), (wait - CLOSE * 0.8) * 1000)
    // A hidden page has no frames; there, nobody sees one.
    else if (document.hidden) this.#timer = setTimeout(this.#due, Math.max(wait, 0.004) * 1000)
    else this.#frame = requestAnimationFrame(() => (media.currentTime >= next ? this.#due() : this.set(next, media)))
  }

  stop(): void {
    clearTimeout(this.#timer)
    cancelAnimationFrame(this.#frame)
  }
}
