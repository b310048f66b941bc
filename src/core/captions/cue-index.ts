import type { Cue } from './cue.ts'

/** So many cues, or rows of cues, are summed up by one number. */
const WIDTH = 32

/** Where a cue belongs: among cues of the same times, whichever came first goes first. */
interface Place {
  readonly cue: Pick<Cue, 'startTime' | 'endTime'>
  readonly sequence: number
}

interface NewPlace extends Place {
  readonly cue: Cue
}

type Times = Place['cue']

/** Cue order (HTML, "Text track cue order"): earlier start, then later end, then whichever came first. */
const comesFirst = (a: Times, aSequence: number, b: Times, bSequence: number): boolean => {
  if (a.startTime !== b.startTime) return a.startTime < b.startTime
  if (a.endTime !== b.endTime) return a.endTime > b.endTime
  return aSequence < bSequence
}

const isBefore = (a: Place, b: Place): boolean => comesFirst(a.cue, a.sequence, b.cue, b.sequence)

/**
 * Cues by time. What is active at a moment, and when that changes next, is found in logarithmic time. Cues may overlap,
 * and be added, edited and removed.
 *
 * Cues stand in one list in cue order. Above it stand rows of the latest end of each 32 entries of the row below, so that
 * whatever has ended is passed over in one step. There is no object for each cue: a file of 100,000 would hold up the page
 * while they are cleared away.
 */
export class CueIndex implements Iterable<Cue> {
  readonly #cues: Cue[] = []
  readonly #sequences: number[] = []
  readonly #latest: number[][] = []
  #sequence = 0

  constructor(cues: Iterable<Cue> = []) {
    for (const cue of cues) this.add(cue)
  }

  /** How many cues there are. */
  get size(): number {
    return this.#cues.length
  }

  /** Whether this very cue is in it. */
  has(cue: Cue): boolean {
    return this.#find(cue) >= 0
  }

  /** Adds a cue; one that is already there stays once. */
  add(cue: Cue): void {
    if (!this.has(cue)) this.#insert(cue, this.#sequence++)
  }

  /** Adds cues that are known to be new, as those of a file are. */
  addNew(cues: readonly Cue[]): void {
    const from = this.#cues.length
    // Files come in order, as a rule.
    const isInOrder = cues.every((cue, index) => {
      const before = index === 0 ? this.#cues[from - 1] : cues[index - 1]
      return !before || comesFirst(before, 0, cue, 1)
    })
    if (!isInOrder) {
      const places = cues.map(cue => ({ cue, sequence: this.#sequence++ }))
      this.#merge(places.sort((a, b) => (isBefore(a, b) ? -1 : 1)))
      return
    }
    for (const cue of cues) {
      this.#cues.push(cue)
      this.#sequences.push(this.#sequence++)
    }
    this.#sumUp(from)
  }

  /** @returns whether the cue was there. */
  remove(cue: Cue): boolean {
    return this.#take(cue) !== undefined
  }

  /** Puts an edited cue in the place of the one it was made from. @returns whether that one was there. */
  replace(cue: Cue, edited: Cue): boolean {
    const sequence = this.#take(cue)
    if (sequence === undefined) return false
    this.#insert(edited, sequence)
    return true
  }

  /** The cues that are shown at this second, in cue order: those with `startTime <= seconds < endTime`. */
  activeAt(seconds: number): readonly Cue[] {
    const active: Cue[] = []
    this.#collect(this.#latest.length - 1, 0, this.#begunBy(seconds), seconds, active)
    return active
  }

  /** The first second after this one at which a cue begins or ends; `Infinity` where there is none. */
  nextChange(seconds: number): number {
    let next = this.#cues[this.#begunBy(seconds)]?.startTime ?? Number.POSITIVE_INFINITY
    for (const { endTime } of this.activeAt(seconds)) next = Math.min(next, endTime)
    return next
  }

  /** All of them as they are now, in cue order. */
  list(): readonly Cue[] {
    return this.#cues.slice()
  }

  /** In cue order: by start, the longer ones first (HTML, "Text track cue order"). */
  [Symbol.iterator](): Iterator<Cue> {
    return this.#cues[Symbol.iterator]()
  }

  /** How many cues have begun at this second. */
  #begunBy(seconds: number): number {
    return this.#countBefore({ cue: { startTime: seconds, endTime: Number.NEGATIVE_INFINITY }, sequence: 0 })
  }

  /** How many cues stand before a place. */
  #countBefore({ cue, sequence }: Place): number {
    let low = 0
    let high = this.#cues.length
    while (low < high) {
      const middle = (low + high) >>> 1
      const there = this.#cues[middle]
      if (there && comesFirst(there, this.#sequences[middle] ?? 0, cue, sequence)) low = middle + 1
      else high = middle
    }
    return low
  }

  #find(cue: Cue): number {
    const { startTime, endTime } = cue
    for (let index = this.#countBefore({ cue, sequence: -1 }); index < this.#cues.length; index += 1) {
      const found = this.#cues[index]
      if (found === cue) return index
      if (found?.startTime !== startTime || found.endTime !== endTime) return -1
    }
    return -1
  }

  /** Takes a cue out. @returns its sequence. */
  #take(cue: Cue): number | undefined {
    const index = this.#find(cue)
    if (index < 0) return undefined
    this.#cues.splice(index, 1)
    const [sequence] = this.#sequences.splice(index, 1)
    this.#sumUp(index)
    return sequence
  }

  #insert(cue: Cue, sequence: number): void {
    const index = this.#countBefore({ cue, sequence })
    this.#cues.splice(index, 0, cue)
    this.#sequences.splice(index, 0, sequence)
    this.#sumUp(index)
  }

  /** Puts many cues in at once, themselves in order: each cue that stands behind them moves once, and not once for each. */
  #merge(added: readonly NewPlace[]): void {
    let from = this.#cues.length - 1
    let to = from + added.length
    for (let next = added.length - 1; next >= 0; to -= 1) {
      const place = added[next]
      const cue = this.#cues[from]
      const sequence = this.#sequences[from] ?? 0
      if (!place) break
      const staysBehind = cue !== undefined && comesFirst(place.cue, place.sequence, cue, sequence)
      this.#cues[to] = staysBehind ? cue : place.cue
      this.#sequences[to] = staysBehind ? sequence : place.sequence
      if (staysBehind) from -= 1
      else next -= 1
    }
    this.#sumUp(Math.max(0, to))
  }

  /** Brings the rows up to date from a cue on. */
  #sumUp(from: number): void {
    let start = from
    let length = this.#cues.length
    let valueAt = (index: number): number => this.#cues[index]?.endTime ?? Number.NEGATIVE_INFINITY
    for (let level = 0; ; level += 1) {
      const row = this.#row(level)
      start = Math.floor(start / WIDTH)
      row.length = Math.ceil(length / WIDTH)
      for (let at = start; at < row.length; at += 1) {
        let latest = Number.NEGATIVE_INFINITY
        for (let index = at * WIDTH; index < Math.min(length, (at + 1) * WIDTH); index += 1)
          latest = Math.max(latest, valueAt(index))
        row[at] = latest
      }
      if (row.length <= 1) {
        this.#latest.length = level + 1
        return
      }
      length = row.length
      valueAt = index => row[index] ?? Number.NEGATIVE_INFINITY
    }
  }

  #row(level: number): number[] {
    const row = this.#latest[level] ?? []
    this.#latest[level] = row
    return row
  }

  /** Collects what has not ended, among the first so many cues, below one entry of a row. */
  #collect(level: number, at: number, begun: number, seconds: number, active: Cue[]): void {
    const row = this.#latest[level]
    if (!row || !((row[at] ?? Number.NEGATIVE_INFINITY) > seconds)) return
    const span = WIDTH ** level
    for (let below = at * WIDTH; below < (at + 1) * WIDTH && below * span < begun; below += 1) {
      if (level > 0) this.#collect(level - 1, below, begun, seconds, active)
      else {
        const cue = this.#cues[below]
        if (cue && cue.endTime > seconds) active.push(cue)
      }
    }
  }
}
