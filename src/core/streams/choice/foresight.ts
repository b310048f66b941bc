import { scoreOf, worthOf } from './choose.ts'
import { fetchSegment, Line, outcomeOf, type PlayerState, type Simulation, type SimulationOutcome } from './simulate.ts'

/** A way to a moment, and what it has brought. */
interface Way extends PlayerState {
  readonly score: number
  readonly quality: number
  readonly before: Way | undefined
}

/** Ways that come within this of one another, in seconds, count as one: the better is kept. */
const STEP = 0.5
/** Of more ways than these the best are gone on with. */
const MOST_WAYS = 3000

const qualitiesOf = (way: Way | undefined): readonly number[] => {
  const qualities: number[] = []
  for (let each = way; each; each = each.before) qualities.push(each.quality)
  return qualities.reverse()
}

/**
 * The best that could be had over a line by one who knows all that is to come: by dynamic programming over the segments, with
 * times in steps of half a second. What a way of choosing is measured by.
 */
export const bestWithForesight = (simulation: Simulation): SimulationOutcome => {
  const { ladder, segments, duration } = simulation
  const line = new Line(simulation.trace)
  const worths = ladder.map(rate => worthOf(rate, ladder))
  let ways: readonly (Way | undefined)[] = [undefined]
  for (let place = 0; place < segments; place += 1) {
    const kept = new Map<string, Way>()
    for (const before of ways)
      for (const [quality, rate] of ladder.entries()) {
        const next = fetchSegment(before ?? { time: 0, buffer: 0 }, rate * duration, line, simulation)
        const worth = worths[quality] ?? 0
        const { waited } = next
        const score = (before?.score ?? 0) + scoreOf(worth, before && worths[before.quality], waited)
        const key = `${Math.round(next.time / STEP)} ${Math.round(next.buffer / STEP)} ${quality}`
        const rival = kept.get(key)
        if (!rival || rival.score < score)
          kept.set(key, { time: next.time, buffer: next.buffer, score, quality, before })
      }
    ways = [...kept.values()].sort((a, b) => b.score - a.score).slice(0, MOST_WAYS)
  }
  const best = ways.reduce((a, b) => ((b?.score ?? 0) > (a?.score ?? Number.NEGATIVE_INFINITY) ? b : a))
  const qualities = qualitiesOf(best)
  return outcomeOf(simulation, place => qualities[place] ?? 0, line)
}
