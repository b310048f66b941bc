/** What is further from what was expected than this is a seek, a stall or another film, in seconds. */
const JUMP = 0.1
/** The share of an error that is put right with each step of the engine's clock. */
const WEIGHT = 0.2
/** An engine whose clock has not moved for so long has stopped, whatever it says, in seconds. */
const STOPPED = 0.25

/**
 * A media's time that runs evenly: engines step theirs 25 to 60 times a second and read the same in between, which is seen in
 * what moves with it. Ahead of what the engine last said by no more than a quarter of a second; while it plays never backwards,
 * but for a jump.
 */
export class EvenClock {
  /** What the engine has said last. */
  #said = Number.NaN
  /** What was read last, and when: time runs on from there. */
  #last = 0
  #lastAt = 0
  #rate = 0

  /**
   * @param said what the media says, in seconds
   * @param rate how fast it plays; 0 while it does not
   * @param at when, in seconds of the page's clock
   * @returns the time of that moment, in seconds.
   */
  read(said: number, rate: number, at: number): number {
    const line = this.#last + Math.max(0, at - this.#lastAt) * rate
    const isNew = said !== this.#said
    // An engine that stood for a moment has moved on by less than was expected: it is waited for, and not gone back to.
    const isEven = rate > 0 && rate === this.#rate && said > this.#said - JUMP
    const isJump = Math.abs(said - line) > JUMP * Math.max(1, rate)
    // Softly: a step that came a little late or early is not seen.
    const wanted = isNew ? line + (said - line) * (isJump ? 1 : WEIGHT) : Math.min(line, said + STOPPED * rate)
    this.#last = isEven ? Math.max(wanted, this.#last) : said
    this.#lastAt = at
    this.#said = said
    this.#rate = rate
    return this.#last
  }
}
