/** Downloads that are remembered. */
const REMEMBERED = 5
/** Smaller downloads say more of the wait for an answer than of the line, in bytes. */
const SMALLEST = 4096

/** What is expected of a line. */
export interface LineEstimate {
  /** Bits a second that came of late: the harmonic mean, so that one lucky download counts little. */
  readonly mean: number
  /** Bits a second that may be counted on: the mean, less by as much as it has been wrong of late. */
  readonly safe: number
}

/**
 * Expects of a line what it gave: the prediction of X. Yin and others, "A Control-Theoretic Approach for Dynamic Adaptive
 * Video Streaming over HTTP" (SIGCOMM 2015), section 5.2.
 */
export class Throughput {
  readonly #rates: number[] = []
  readonly #errors: number[] = []

  /** Takes note of a download. @param bytes of its body @param seconds from its request to its end */
  add(bytes: number, seconds: number): void {
    if (bytes < SMALLEST || !(seconds > 0)) return
    const rate = (bytes * 8) / seconds
    const expected = this.#mean
    if (expected !== undefined) remember(this.#errors, Math.abs(expected - rate) / rate)
    remember(this.#rates, rate)
  }

  /** `undefined` before the first download. */
  get estimate(): LineEstimate | undefined {
    const mean = this.#mean
    return mean === undefined ? undefined : { mean, safe: mean / (1 + Math.max(0, ...this.#errors)) }
  }

  get #mean(): number | undefined {
    const rates = this.#rates
    return rates.length === 0 ? undefined : rates.length / rates.reduce((sum, rate) => sum + 1 / rate, 0)
  }
}

const remember = (list: number[], value: number): void => {
  list.push(value)
  if (list.length > REMEMBERED) list.shift()
}
