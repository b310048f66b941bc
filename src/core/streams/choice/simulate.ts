import { chooseQuality, type QualityQuestion, scoreOf, worthOf } from './choose.ts'
import { Throughput } from './throughput.ts'

/** A line over time: so many bits a second for so many seconds, one after the other, and again from the start. */
export type LineTrace = readonly { readonly seconds: number; readonly rate: number }[]

/** What is played over a line. */
export interface Simulation {
  readonly trace: LineTrace
  /** Bits a second of each quality, ascending. */
  readonly ladder: readonly number[]
  /** Segments, and the seconds of each. */
  readonly segments: number
  readonly duration: number
  /** Seconds that may be in store. */
  readonly room: number
  /** Seconds from a request to the first byte of its answer. */
  readonly delay?: number
}

/** What came of it. */
export interface SimulationOutcome {
  /** The quality of each segment, as its place in the ladder. */
  readonly qualities: readonly number[]
  /** Seconds before the first picture. */
  readonly startUp: number
  /** How often, and for how many seconds in all, playback waited after it had begun. */
  readonly waits: number
  readonly waited: number
  /** Bits a second on average. */
  readonly rate: number
  /** How often the quality changed. */
  readonly changes: number
  /** By {@link scoreOf}, of all segments. */
  readonly score: number
}

/** Milliseconds are exact enough for times of a line. */
const LEAST = 1e-9

/** Says how long downloads take on a line. */
export class Line {
  readonly #trace: LineTrace
  readonly #round: number
  readonly #bits: number

  constructor(trace: LineTrace) {
    this.#trace = trace
    this.#round = trace.reduce((sum, { seconds }) => sum + seconds, 0)
    this.#bits = trace.reduce((sum, { seconds, rate }) => sum + seconds * rate, 0)
  }

  /** @returns seconds that so many bits take from a moment on; `Infinity` where nothing ever comes. */
  seconds(bits: number, from: number): number {
    if (!(this.#bits > 0)) return Number.POSITIVE_INFINITY
    const rounds = Math.floor(bits / this.#bits)
    let [left, taken, at] = [bits - rounds * this.#bits, rounds * this.#round, from % this.#round]
    for (;;)
      for (const { seconds, rate } of this.#trace) {
        if (at >= seconds) {
          at -= seconds
          continue
        }
        const here = seconds - at
        if (left <= here * rate + LEAST) return taken + (rate > 0 ? left / rate : 0)
        left -= here * rate
        taken += here
        at = 0
      }
  }
}

/** Where a player stands between two segments. */
export interface PlayerState {
  readonly time: number
  readonly buffer: number
}

/** One segment more: it waits for room, is fetched, and is in store. */
export const fetchSegment = (
  { time, buffer }: PlayerState,
  bits: number,
  line: Line,
  { room, duration, delay = 0 }: Simulation
): PlayerState & { readonly waited: number; readonly took: number } => {
  const idle = Math.max(0, buffer + duration - room)
  const took = delay + line.seconds(bits, time + idle + delay)
  const store = buffer - idle
  return {
    time: time + idle + took,
    buffer: Math.max(0, store - took) + duration,
    waited: Math.max(0, took - store),
    took
  }
}

/** Sums up what was chosen. */
export const outcomeOf = (
  simulation: Simulation,
  choose: (place: number, player: PlayerState) => number,
  line = new Line(simulation.trace),
  told: (took: number, bits: number) => void = () => undefined
): SimulationOutcome => {
  const { ladder, segments, duration } = simulation
  const qualities: number[] = []
  let player: PlayerState = { time: 0, buffer: 0 }
  const sums = { startUp: 0, waits: 0, waited: 0, changes: 0, score: 0, bits: 0 }
  for (let place = 0; place < segments; place += 1) {
    const quality = choose(place, player)
    const bits = (ladder[quality] ?? 0) * duration
    const next = fetchSegment(player, bits, line, simulation)
    const before = qualities.at(-1)
    const waited = place === 0 ? 0 : next.waited
    if (place === 0) sums.startUp = next.took
    if (waited > LEAST) sums.waits += 1
    if (before !== undefined && before !== quality) sums.changes += 1
    const worth = worthOf(ladder[quality] ?? 0, ladder)
    // The wait for the first picture counts as any other.
    sums.score += scoreOf(worth, before === undefined ? undefined : worthOf(ladder[before] ?? 0, ladder), next.waited)
    sums.waited += waited
    sums.bits += bits
    told(next.took, bits)
    qualities.push(quality)
    player = next
  }
  const { bits, ...rest } = sums
  return { qualities, rate: bits / (segments * duration), ...rest }
}

/** Plays over a line as a player does that knows only what has come. @param choose {@link chooseQuality}, or another way */
export const simulateStream = (
  simulation: Simulation,
  choose: (question: QualityQuestion) => number = chooseQuality
): SimulationOutcome => {
  const { ladder, duration, room } = simulation
  const throughput = new Throughput()
  let last: number | undefined
  return outcomeOf(
    simulation,
    (_, { buffer }) => {
      const line = throughput.estimate?.safe
      // The first one comes before anything is known: the smallest.
      last = line === undefined ? 0 : choose({ ladder, last, buffer, room, line, duration })
      return last
    },
    undefined,
    (took, bits) => throughput.add(bits / 8, took)
  )
}
