import { placeOfAddress, type TimeAddress } from '../time/place.ts'
import type { TimeRange } from '../time/ranges.ts'
import type { Moment } from './read-moments.ts'

/** Where a moment is: from `start` on, and before `end`. Seconds; a last one without an end has `Infinity`. */
export interface PlacedMoment {
  readonly start: number
  readonly end: number
  readonly moment: Moment
}

const placeOf = (address: TimeAddress, playable: TimeRange | undefined): number | undefined =>
  // What lies beside what can be played is not moved into it.
  address.kind === 'seconds' ? address.seconds : placeOfAddress(address, playable)

/**
 * Moments in their order in time. One without an end of its own, or with one that does not come behind its start, is over
 * where the next one of its lane begins. What cannot be placed while the length is unknown is left out.
 */
export const placeMoments = (moments: readonly Moment[], playable: TimeRange | undefined): readonly PlacedMoment[] => {
  const begun = moments.flatMap(moment => {
    const start = placeOf(moment.at, playable)
    return start === undefined ? [] : [{ start, moment }]
  })
  begun.sort((a, b) => a.start - b.start)
  /** By lane, from the end on: where the next ones begin, and those behind it. */
  const next = new Map<string, { readonly at: number; readonly behind: number }>()
  const placed: PlacedMoment[] = []
  for (const { start, moment } of begun.reverse()) {
    const { at, behind } = next.get(moment.lane) ?? { at: Number.POSITIVE_INFINITY, behind: Number.POSITIVE_INFINITY }
    const following = at > start ? at : behind
    const until = moment.until && placeOf(moment.until, playable)
    placed.push({ start, end: until !== undefined && until > start ? until : following, moment })
    next.set(moment.lane, { at: start, behind: following })
  }
  return placed.reverse()
}

interface Boundary {
  readonly at: number
  readonly placed: PlacedMoment
  readonly begins: boolean
}

/**
 * Which moments hold at a place of the timeline, as it moves. Going on costs what begins and ends on the way, however many
 * moments there are.
 */
export class MomentSweep {
  readonly #boundaries: readonly Boundary[]
  readonly #holding = new Set<PlacedMoment>()
  #now: readonly PlacedMoment[] | undefined
  /** The first boundary that is still ahead. */
  #ahead = 0

  constructor(moments: readonly PlacedMoment[]) {
    const boundaries = moments.flatMap((placed): readonly Boundary[] => [
      { at: placed.start, placed, begins: true },
      { at: placed.end, placed, begins: false }
    ])
    this.#boundaries = boundaries.sort((a, b) => a.at - b.at)
  }

  /** The second at which this changes next, as time goes on; `Infinity` where it does not. */
  get nextChange(): number {
    return this.#boundaries[this.#ahead]?.at ?? Number.POSITIVE_INFINITY
  }

  /** Goes to a second. @returns what holds there, by its start; the same array for as long as nothing changes. */
  moveTo(seconds: number): readonly PlacedMoment[] {
    for (let next = this.#boundaries[this.#ahead]; next && next.at <= seconds; next = this.#boundaries[++this.#ahead])
      this.#turn(next, next.begins)
    for (let last = this.#boundaries[this.#ahead - 1]; last && last.at > seconds; ) {
      this.#ahead -= 1
      this.#turn(last, !last.begins)
      last = this.#boundaries[this.#ahead - 1]
    }
    this.#now ??= [...this.#holding].sort((a, b) => a.start - b.start)
    return this.#now
  }

  #turn({ placed }: Boundary, holds: boolean): void {
    this.#now = undefined
    if (holds) this.#holding.add(placed)
    else this.#holding.delete(placed)
  }
}

/** How many of these begin at a second or before it. */
const begunBy = (moments: readonly PlacedMoment[], seconds: number): number => {
  let low = 0
  let high = moments.length
  while (low < high) {
    const middle = (low + high) >>> 1
    if ((moments[middle] as PlacedMoment).start <= seconds) low = middle + 1
    else high = middle
  }
  return low
}

/** A moment that has run for less than this, in seconds, is left by going back; any other begins anew. */
const BEGUN = 3

/** The moment that going on or back from a second leads to; `undefined` where there is none. @param lane `''` for any. */
export const momentBeside = (
  moments: readonly PlacedMoment[],
  seconds: number,
  direction: 1 | -1,
  lane = ''
): PlacedMoment | undefined => {
  const isOfLane = ({ moment }: PlacedMoment): boolean => lane === '' || moment.lane === lane
  const count = begunBy(moments, seconds)
  if (direction === 1) return moments.slice(count).find(isOfLane)
  let back: PlacedMoment | undefined
  for (let at = count - 1; at >= 0; at -= 1) {
    const placed = moments[at] as PlacedMoment
    if (!isOfLane(placed) || placed.start === back?.start) continue
    if (seconds - placed.start > BEGUN || back) return placed
    back = placed
  }
  return back
}
