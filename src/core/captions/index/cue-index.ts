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

/**
 * Cues by time. What is active at a moment, and when that changes next, is found in logarithmic time. Cues may overlap,
 * and be added, edited and removed.
 *
 * Cues stand in cue order, as columns of numbers side by side. Above their ends stand rows of the latest end of each 32
 * entries of the row below, so that whatever has ended is passed over in one step. A cue of a file is the number of its
 * row until it is asked for. What was added and taken out since is put in order when somebody asks, all of it in one pass.
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
  /** The sequence of each cue that is in it and has an object. */
  readonly #known = new WeakMap<Cue, number>()
  /** By sequence: what is to be put in, and what is to be taken out before. */
  readonly #added = new Map<number, Place>()
  readonly #removed = new Set<number>()

  constructor(cues: Iterable<Cue> = []) {
    for (const cue of cues) this.add(cue)
  }

  /** How many cues there are. */
  get size(): number {
    return this.#entries.length - this.#removed.size + this.#added.size
  }

  /** Whether this very cue is in it. */
  has(cue: Cue): boolean {
    return this.#known.has(cue)
  }

  /** Adds a cue; one that is already there stays once. */
  add(cue: Cue): void {
    if (!this.has(cue)) this.#put(cue, this.#sequence++)
  }

  /** @internal Adds the rows of a file from one on, as far as they have come. */
  addRows(rows: CueRows, from: number): void {
    // Numbers mean rows of one file only.
    if (rows !== this.#rows) Array.from(this)
    this.#settle()
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
    if (sequence !== undefined && !this.has(edited)) this.#put(edited, sequence)
    return sequence !== undefined
  }

  /**
   * The cues that are shown at this second, in cue order: those with `startTime <= seconds < endTime`.
   * @param most no more than the first so many.
   */
  activeAt(seconds: number, most = Number.POSITIVE_INFINITY): readonly Cue[] {
    this.#settle()
    return this.#activeAt(seconds)
      .slice(0, most)
      .map(index => this.#cueAt(index))
  }

  /** The first second after this one at which a cue begins or ends; `Infinity` where there is none. */
  nextChange(seconds: number): number {
    this.#settle()
    let next = this.#starts[this.#begunBy(seconds)] ?? Number.POSITIVE_INFINITY
    for (const index of this.#activeAt(seconds)) next = Math.min(next, this.#ends[index] as number)
    return next
  }

  /** In cue order: by start, the longer ones first (HTML, "Text track cue order"). */
  *[Symbol.iterator](): Iterator<Cue> {
    this.#settle()
    for (let index = 0; index < this.#entries.length; index += 1) yield this.#cueAt(index)
  }

  /** The object of a cue, made when it is asked for the first time. */
  #cueAt(index: number): Cue {
    const entry = this.#entries[index] as Entry
    if (typeof entry !== 'number') return entry
    const cue = (this.#rows as CueRows).cueAt(entry)
    this.#entries[index] = cue
    this.#known.set(cue, this.#sequences[index] as number)
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
    let high = this.#entries.length
    while (low < high) {
      const middle = (low + high) >>> 1
      if (compare(this.#placeAt(middle), place) < 0) low = middle + 1
      else high = middle
    }
    return low
  }

  #put(cue: Cue, sequence: number): void {
    this.#known.set(cue, sequence)
    this.#added.set(sequence, [cue.startTime, cue.endTime, sequence, cue])
  }

  /** Takes a cue out. @returns its sequence. */
  #take(cue: Cue): number | undefined {
    const sequence = this.#known.get(cue)
    if (sequence === undefined) return undefined
    this.#known.delete(cue)
    if (!this.#added.delete(sequence)) this.#removed.add(sequence)
    return sequence
  }

  /** Puts in order what has come and gone since. */
  #settle(): void {
    if (this.#removed.size > 0) this.#close()
    if (this.#added.size === 0) return
    const places = [...this.#added.values()]
    this.#added.clear()
    this.#addAll(places)
  }

  /** Closes the gaps of what was taken out. */
  #close(): void {
    const from = this.#sequences.findIndex(sequence => this.#removed.has(sequence))
    let to = from
    for (let at = from; at < this.#entries.length; at += 1) {
      if (this.#removed.has(this.#sequences[at] as number)) continue
      for (const column of this.#columns) column[to] = column[at] as Entry
      to += 1
    }
    for (const column of this.#columns) column.length = to
    this.#removed.clear()
    this.#sumUp(from)
  }

  /** Puts many in at once: each of those that stand behind them moves once, and not once for each. */
  #addAll(places: Place[]): void {
    let from = this.#entries.length
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
