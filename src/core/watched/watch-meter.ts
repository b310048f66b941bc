import { mergeRanges, type TimeRange } from '../time/ranges.ts'

/** How a media stands at a moment. */
export interface SeenPlayback {
  /** Where it is, in seconds. */
  readonly time: number
  /** Times the usual speed. */
  readonly rate: number
  /** Whether time moves: it is not paused, does not wait and is not being sought. */
  readonly isRunning: boolean
  /** Whether it is being sought: it then is where it was sent to, and did not run there. */
  readonly isSeeking: boolean
}

/** What stretches may be apart and count as one, in seconds. */
const SLACK = 0.05
/** For how long after it was last seen a media is taken to have run on, in seconds: `timeupdate` comes four times as often. */
const LONGEST_UNSEEN = 1
/** How much faster than its rate a media may seem to run, in seconds: engines and clocks are not of one mind. */
const AHEAD = 0.25

/**
 * What was truly watched of a media, as stretches: what time ran through, and not what was loaded or skipped. It is to be shown
 * the media with each of its events.
 */
export class WatchMeter {
  #stretches: readonly TimeRange[] = []
  #last: (SeenPlayback & { readonly now: number }) | undefined
  #seconds = 0
  /** How far it seems to be behind its rate, in seconds: what is told late is made good with a jump that is none. */
  #behind = 0

  /** Stretches in their order, in seconds; none touches another. */
  get stretches(): readonly TimeRange[] {
    return this.#stretches
  }

  /** How long time ran, in seconds of the media: what is watched twice counts twice. */
  get seconds(): number {
    return this.#seconds
  }

  /** The last moment that was seen, in seconds; 0 before any was. */
  get furthest(): number {
    return this.#stretches.at(-1)?.end ?? 0
  }

  /** How much of a media of this length was seen, from 0 to 1; 0 where its length is not known, or has no end. */
  shareOf(duration: number): number {
    const seen = this.#stretches.reduce((sum, { start, end }) => sum + end - start, 0)
    return duration > 0 && Number.isFinite(duration) ? Math.min(1, seen / duration) : 0
  }

  /** Takes note of how the media stands. @param now seconds on any clock that goes on evenly. */
  see(seen: SeenPlayback, now: number): void {
    const last = this.#last
    this.#last = { ...seen, now }
    if (!last) return
    const elapsed = Math.max(0, now - last.now)
    const moved = seen.time - last.time
    const due = elapsed * last.rate
    const hasRunOn = !seen.isSeeking && moved >= 0 && moved <= due + this.#behind + AHEAD
    const isSteady = last.isRunning && seen.isRunning && hasRunOn
    this.#behind = isSteady ? Math.min(Math.max(0, this.#behind + due - moved), LONGEST_UNSEEN) : 0
    if (!last.isRunning) {
      // It has begun since, a little before it was seen to.
      if (seen.isRunning && hasRunOn && moved <= LONGEST_UNSEEN) this.#add(last.time, seen.time)
      return
    }
    // It went somewhere else: until then it ran on.
    const end = hasRunOn ? seen.time : last.time + Math.min(elapsed, LONGEST_UNSEEN) * last.rate
    this.#add(last.time, end)
  }

  /** Nothing was watched: another media, or another viewer. */
  forget(): void {
    this.#stretches = []
    this.#last = undefined
    this.#seconds = 0
    this.#behind = 0
  }

  #add(start: number, end: number): void {
    if (!(end > start)) return
    this.#seconds += end - start
    const wide = [...this.#stretches, { start, end }].map(range => ({ start: range.start, end: range.end + SLACK }))
    this.#stretches = mergeRanges(wide).map(range => ({ start: range.start, end: range.end - SLACK }))
  }
}
