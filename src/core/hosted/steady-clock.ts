/** A place of the media that was told, as where it would have been at second 0 of the clock. */
interface Sample {
  readonly at: number
  readonly offset: number
}

/** For how long a told place counts, in seconds. */
const MEMORY = 2
/** A place further away than this from the one that is shown, in seconds at speed 1, is another one and no drift. */
const JUMP = 0.75
/** How far ahead of the last told place the clock runs, in seconds at speed 1: then it stands, because the media may. */
const LEAD = 0.6
/** What is less than this ahead, in seconds, is right enough. */
const SLACK = 0.02
/** How far from the place that is shown one may be told while time stands still: a service stops a little later than it is asked to. */
const LATE_STOP = 0.25
/** The part of its speed at which it goes until it has been caught up with. */
const SLOWED = 0.75

/**
 * The position of a media that is told now and then, late by a time that nobody knows, as a clock that runs smoothly. What is
 * told may be old but never ahead of the truth, so of the last few places the one that is furthest on is believed. It goes
 * backward only where the media has.
 */
export class SteadyClock {
  #samples: readonly Sample[] = []
  #rate = 1
  #isSlowed = false
  #runs = false
  /** Where it stood at a second. */
  #anchor = { at: 0, place: 0 }
  #told = 0

  /** The position in seconds, at second `now`. */
  at(now: number): number {
    const { at, place } = this.#anchor
    if (!this.#runs) return place
    const free = place + (now - at) * this.#rate * (this.#isSlowed ? SLOWED : 1)
    return Math.max(place, Math.min(free, this.#told + LEAD * this.#rate))
  }

  /** It is here from this second on. */
  set(now: number, place: number): void {
    this.#startFrom(now, place)
    this.#told = place
  }

  /** Time runs, or stands still, from this second on. */
  run(now: number, runs: boolean): void {
    if (runs === this.#runs) return
    const place = this.at(now)
    this.#runs = runs
    this.#startFrom(now, place)
  }

  /** The speed from this second on; 1 is as it was made. */
  setRate(now: number, rate: number): void {
    const place = this.at(now)
    this.#rate = rate
    this.#startFrom(now, place)
  }

  /**
   * A place was told.
   * @param waits it stands, and is to go on by itself: then it is not set back to where the media stood still before it said so
   * @returns whether it is another one: the media has jumped
   */
  tell(now: number, place: number, waits = false): boolean {
    const shown = this.at(now)
    const isBehind = place >= this.#told && place < shown
    const hasJumped = !isBehind && Math.abs(place - shown) > JUMP * Math.max(1, this.#rate)
    const holds = (isBehind && waits) || Math.abs(place - shown) < LATE_STOP
    if (hasJumped || (!this.#runs && !holds)) {
      this.set(now, place)
      return hasJumped
    }
    this.#told = place
    if (!this.#runs) return false
    this.#samples = [
      ...this.#samples.filter(({ at }) => now - at < MEMORY),
      { at: now, offset: place - now * this.#rate }
    ]
    const freshest = Math.max(...this.#samples.map(({ offset }) => offset)) + now * this.#rate
    const best = Math.min(freshest, place + LEAD * this.#rate)
    this.#isSlowed = shown - best > SLACK
    this.#anchor = { at: now, place: Math.max(shown, best) }
    return false
  }

  /** Goes on from a place that nobody told: how far ahead that is of what was told last still counts. */
  #startFrom(now: number, place: number): void {
    this.#samples = []
    this.#isSlowed = false
    this.#anchor = { at: now, place }
  }
}
