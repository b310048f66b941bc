import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import { STATES } from '../../core/playback/states.ts'
import { wholeSeconds } from '../../core/time/clock.ts'

/** A timer never lasts less than this, in seconds, however fast the playback. */
const SHORTEST = 0.05
/** When to look again after time has begun to run, in seconds: engines start a little after they say so. */
const LOOKS = [0.06, 0.14, 0.3, 0.6]

/** Calls when what is shown next changes by time alone: a clock, once a second, at its own moment. Nothing while nothing plays. */
export class Ticker {
  readonly #tick: () => void
  #timer: ReturnType<typeof setTimeout> | undefined
  /** When time began to run, by the page's clock in seconds. */
  #runsSince: number | undefined

  constructor(tick: () => void) {
    this.#tick = tick
  }

  /** Sets itself by what is known of the media now. */
  follow(media: MediaSnapshot): void {
    this.stop()
    const now = performance.now() / 1000
    this.#runsSince = STATES.playing(media) ? (this.#runsSince ?? now) : undefined
    if (this.#runsSince === undefined && media.duration === Number.POSITIVE_INFINITY && media.paused)
      // What is live goes on without its viewer: how far behind they are must be looked at.
      this.#timer = setTimeout(this.#tick, 1000)
    if (this.#runsSince === undefined || media.scrubbing) return
    const { currentTime, playbackRate } = media
    const nextSecond = (wholeSeconds(currentTime) + 1 - currentTime) / Math.max(playbackRate, 0.01)
    const elapsed = now - this.#runsSince
    const nextLook = (LOOKS.find(look => look > elapsed) ?? Number.POSITIVE_INFINITY) - elapsed
    this.#timer = setTimeout(this.#tick, Math.max(Math.min(nextSecond, nextLook), SHORTEST) * 1000)
  }

  stop(): void {
    clearTimeout(this.#timer)
  }
}
