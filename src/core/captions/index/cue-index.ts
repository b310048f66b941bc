import type { Cue } from '../cue.ts'
import type { CueRows } from './cue-rows.ts'

/** So many cues, or rows of cues, are summed up by one number. */
const WIDTH = 32

const NEVER = Number.NEGATIVE_INFINITY

/** A cue, or the row of one that nobody has asked for yet. */
type Entry = Cue | number

/** Where an entry belongs: among cues of the same times, whichever came first goes first. */
type Place = readonly [startTime: number, endTime: number, sequence: number, entry: Entry]

/** Cue order (HTML, "Text track cue order"): earlier start, then later end, then whichever came first. */
const compare = (a: Place, b: Place): number => a[0] - b[0] || b[1] - a[1] || a[2] - b[2]

const placeOf = (cue: Cue, sequence: number): Place => [cue.startTime, cue.endTime, sequence, cue]

/**
 * Cues by time. What is active at a moment, and when that changes next, is found in logarithmic time. Cues may overlap,
 * and be added, edited and removed.
 *
 * Cues stand in cue order, as columns of numbers side by side. Above their ends stand rows of the latest end of each 32
 * entries of the row below, so that whatever has ended is passed over in one step. A cue of a file is the number of its
 * row until it is asked for.
 */
export class CueIndex implements Iterable<Cue> {
  readonly #starts: number[] = []
  readonly #ends: number[] = []
  readonly #sequences: number[] = []
  readonly #entries: Entry[] = []
  readonly #columns: readonly Entry[][] = [this.#starts, this.#ends, this.#sequences, this.#entries]
  readonly #latest: number[][] = [this.#ends]
  #rows: CueRows | undefined
  #sequence = 0

  constructor(cues: Iterable<Cue> = []) {
    for (const cue of cues) this.add(cue)
  }

  /** How many cues there are. */
  get size(): number {
    return this.#entries.length
  }

  /** Whether this very cue is in it. */
  has(cue: Cue): boolean {
    return this.#find(cue) >= 0
  }

  /** Adds a cue; one that is already there stays once. */
  add(cue: Cue): void {
    if (!this.has(cue)) this.#insert(placeOf(cue, this.#sequence++))
  }

  /** Adds cues that are known to be new. */
  addNew(cues: readonly Cue[]): void {
    this.#addAll(cues.map(cue => placeOf(cue, this.#sequence++)))
  }

  /** @internal Adds the rows of a file from one on, as far as they have come. */
  addRows(rows: CueRows, from: number): void {
    // Numbers mean rows of one file only.
    if (rows !== this.#rows) Array.from(this)
    this.#rows = rows
    const { startTimes, endTimes } = rows
    this.#addAll(
      startTimes
        .slice(from)
        .map((startTime, index) => [startTime, endTimes[from + index] as number, this.#sequence++, from + index])
    )
  }

  /** @returns whether the cue was there. */
  remove(cue: Cue): boolean {
    return this.#take(cue) !== undefined
  }

  /** Puts an edited cue in the place of the one it was made from. @returns whether that one was there. */
  replace(cue: Cue, edited: Cue): boolean {
    const sequence = this.#take(cue)
    if (sequence !== undefined) this.#insert(placeOf(edited, sequence))
    return sequence !== undefined
  }

  /** The cues that are shown at this second, in cue order: those with `startTime <= seconds < endTime`. */
  activeAt(seconds: number): readonly Cue[] {
    return this.#activeAt(seconds).map(index => this.#cueAt(index))
  }

  /** The first second after this one at which a cue begins or ends; `Infinity` where there is none. */
  nextChange(seconds: number): number {
    let next = this.#starts[this.#begunBy(seconds)] ?? Number.POSITIVE_INFINITY
    for (const index of this.#activeAt(seconds)) next = Math.min(next, this.#ends[index] as number)
    return next
  }

  /** In cue order: by start, the longer ones first (HTML, "Text track cue order"). */
  *[Symbol.iterator](): Iterator<Cue> {
    for (let index = 0; index < this.size; index += 1) yield this.#cueAt(index)
  }

  /** The object of a cue, made when it is asked for the first time. */
  #cueAt(index: number): Cue {
    const entry = this.#entries[index] as Entry
    if (typeof entry !== 'number') return entry
    const cue = (this.#rows as CueRows).cueAt(entry)
    this.#entries[index] = cue
    return cue
  }

  /** How many cues have begun at this second. */
  #begunBy(seconds: number): number {
    return this.#countBefore([seconds, NEVER, 0, 0])
  }

  #placeAt(index: number): Place {
    const entry = this.#entries[index] as Entry
    return [this.#starts[index] as number, this.#ends[index] as number, this.#sequences[index] as number, entry]
  }

  /** How many cues stand before a place. */
  #countBefore(place: Place): number {
    let low = 0
    let high = this.size
    while (low < high) {
      const middle = (low + high) >>> 1
      if (compare(this.#placeAt(middle), place) < 0) low = middle + 1
      else high = middle
    }
    return low
  }

  #find(cue: Cue): number {
    let index = this.#countBefore(placeOf(cue, -1))
    for (; this.#starts[index] === cue.startTime && this.#ends[index] === cue.endTime; index += 1)
      if (this.#entries[index] === cue) return index
    return -1
  }

  /** Takes a cue out. @returns its sequence. */
  #take(cue: Cue): number | undefined {
    const index = this.#find(cue)
    if (index < 0) return undefined
    const sequence = this.#sequences[index]
    for (const column of this.#columns) column.splice(index, 1)
    this.#sumUp(index)
    return sequence
  }

  #insert(place: Place): void {
    const index = this.#countBefore(place)
    this.#columns.forEach((column, at) => void column.splice(index, 0, place[at] as Entry))
    this.#sumUp(index)
  }

  /** Puts many in at once: each of those that stand behind them moves once, and not once for each. */
  #addAll(places: Place[]): void {
    let from = this.size
    places.sort(compare)
    for (const place of places) this.#columns.forEach((column, at) => void column.push(place[at] as Entry))
    for (let left = places.length; left > 0; ) {
      const place = places[left - 1] as Place
      const before = from > 0 ? this.#placeAt(from - 1) : place
      const movesBack = compare(place, before) < 0
      if (movesBack) from -= 1
      else left -= 1
      const taken = movesBack ? before : place
      this.#columns.forEach((column, at) => {
        column[from + left] = taken[at] as Entry
      })
    }
    this.#sumUp(from)
  }

  /** Brings the rows up to date from a cue on. */
  #sumUp(from: number): void {
    let start = from
    let row = this.#ends
    for (let level = 1; level === 1 || row.length > 1; level += 1) {
      const below = row
      row = this.#latest[level] ?? []
      start = Math.floor(start / WIDTH)
      row.length = Math.ceil(below.length / WIDTH)
      for (let at = start; at < row.length; at += 1) row[at] = Math.max(...below.slice(at * WIDTH, (at + 1) * WIDTH))
      this.#latest[level] = row
      this.#latest.length = level + 1
    }
  }

  /** The places of the cues that are shown at this second. */
  #activeAt(seconds: number): readonly number[] {
    const active: number[] = []
    this.#collect(this.#latest.length - 1, 0, this.#begunBy(seconds), seconds, active)
    return active
  }

  /** Collects what has not ended, among the first so many cues, below one entry of a row. */
  #collect(level: number, at: number, begun: number, seconds: number, active: number[]): void {
    if (!((this.#latest[level]?.[at] ?? NEVER) > seconds)) return
    if (level === 0) active.push(at)
    else
      for (let below = at * WIDTH; below < (at + 1) * WIDTH && below * WIDTH ** (level - 1) < begun; below += 1)
        this.#collect(level - 1, below, begun, seconds, active)
  }
}
