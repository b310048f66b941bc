import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import { STATES } from '../../core/playback/states.ts'
import { wholeSeconds } from '../../core/time/clock.ts'
import { timerDelay } from '../../core/time/delay.ts'

/** A look never follows another by less than this, in seconds, but where a task asks for its very frame. */
const SHORTEST = 0.033
/** When to look again after time has begun to run, in seconds: engines start a little after they say so. */
const LOOKS = [0.06, 0.14, 0.3, 0.6]
/** From this long before an exact task on each frame is looked at, in seconds: timers are late by some milliseconds. */
const CLOSE = 0.05
/** How often something live is looked at that is paused, in seconds: what can be sought goes on without its viewer. */
const LIVE_LOOK = 1

/** Something to be done when playback reaches a place. */
interface Task {
  /** Seconds of the timeline. */
  readonly at: number
  readonly run: () => void
  /** With the very frame that shows it, rather than with a timer's lateness. */
  readonly exact: boolean
}

/** What a timeline needs to know of its media. */
export interface TimelineHost {
  readonly snapshot: MediaSnapshot
  /** Seconds at this very moment: a snapshot is as old as the last event. */
  readonly now: number
  /** Reads the media anew. */
  refresh(): void
}

/**
 * The one clock of a yoke: what is to be done at a place of the timeline is done when playback reaches it. One timer for all,
 * set anew when the media is sought, paused, or changes its rate; at rate 0, and while nothing plays, it stands still.
 * A second that begins is a place of its own: there clocks are brought up to date.
 */
export class Timeline {
  readonly #host: TimelineHost
  readonly #tasks = new Set<Task>()
  #timer: ReturnType<typeof setTimeout> | undefined
  #frame = 0
  /** When time began to run, by the page's clock in seconds. */
  #runsSince: number | undefined

  constructor(host: TimelineHost) {
    this.#host = host
  }

  /**
   * Runs a task once playback has reached `seconds`.
   * @param exact with the first frame at or behind that place. @returns its cancel.
   */
  at(seconds: number, run: () => void, exact = false): () => void {
    const task = { at: seconds, run, exact }
    this.#tasks.add(task)
    this.plan()
    return () => this.#tasks.delete(task)
  }

  /** Sets its timer by what is known of the media now. */
  plan(): void {
    this.stop()
    const { snapshot } = this.#host
    const { currentTime, duration, paused, playbackRate, scrubbing } = snapshot
    const now = performance.now() / 1000
    this.#runsSince = STATES.playing(snapshot) ? (this.#runsSince ?? now) : undefined
    if (this.#runsSince === undefined) {
      if (paused && duration === Number.POSITIVE_INFINITY) this.#look(LIVE_LOOK)
      return
    }
    if (scrubbing || playbackRate <= 0) return
    const elapsed = now - this.#runsSince
    const nextLook = (LOOKS.find(look => look > elapsed) ?? Number.POSITIVE_INFINITY) - elapsed
    const nextSecond = (wholeSeconds(currentTime) + 1 - currentTime) / playbackRate
    const plain = Math.max(Math.min(nextSecond, nextLook, this.#wait(false, currentTime)), SHORTEST)
    const exact = this.#wait(true, this.#tasks.size > 0 ? this.#host.now : currentTime)
    if (exact - CLOSE < plain) this.#approach(exact)
    else this.#look(plain)
  }

  stop(): void {
    clearTimeout(this.#timer)
    globalThis.cancelAnimationFrame?.(this.#frame)
  }

  /** How long until the next task is due, in seconds of the page. */
  #wait(exact: boolean, from: number): number {
    const { playbackRate } = this.#host.snapshot
    const places = [...this.#tasks].filter(task => task.exact === exact).map(({ at }) => at)
    return (Math.min(...places, Number.POSITIVE_INFINITY) - from) / playbackRate
  }

  #look(seconds: number): void {
    this.#timer = setTimeout(() => this.#due(), timerDelay(seconds * 1000))
  }

  /** Frame by frame for the last moment. A hidden page has no frames; there, nobody sees one. */
  #approach(wait: number): void {
    if (wait > CLOSE) this.#timer = setTimeout(() => this.plan(), timerDelay((wait - CLOSE * 0.8) * 1000))
    else if (globalThis.document?.hidden !== false) this.#look(Math.max(wait, 0.004))
    else
      this.#frame = requestAnimationFrame(() => {
        if (this.#wait(true, this.#host.now) <= 0) this.#due()
        else this.plan()
      })
  }

  #due(): void {
    this.#host.refresh()
    const { now } = this.#host
    for (const task of [...this.#tasks]) {
      if (task.at > now || !this.#tasks.delete(task)) continue
      task.run()
    }
    this.plan()
  }
}
