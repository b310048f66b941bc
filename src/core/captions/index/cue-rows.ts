import { type Cue, type CueSettings, cueOf } from '../cue.ts'
import type { Timing } from '../vtt/read-timing.ts'

/** How many places there are in a row: where in its piece the id begins and ends, and the text. */
const PLACES = 4

/**
 * The cues of a file, in the file's order, as rows of numbers beside its text. A cue's object is made when somebody asks
 * for it: a hundred thousand of them, made while a file comes in, would hold up the page whenever the engine clears its
 * memory.
 */
export class CueRows {
  /** Seconds. */
  readonly startTimes: number[] = []
  /** Seconds; `Infinity` for a cue that stays. */
  readonly endTimes: number[] = []
  /** What each stands in; many cues stand in one piece. */
  readonly #pieces: string[] = []
  readonly #settings: CueSettings[] = []
  readonly #places: number[] = []

  /** How many cues there are. */
  get length(): number {
    return this.startTimes.length
  }

  /** Adds a cue whose id and text stand at these places of a piece of text. */
  add(
    piece: string,
    { startTime, endTime }: Timing,
    settings: CueSettings,
    idFrom: number,
    idTo: number,
    textFrom: number,
    textTo: number
  ): void {
    this.startTimes.push(startTime)
    this.endTimes.push(endTime)
    this.#pieces.push(piece)
    this.#settings.push(settings)
    this.#places.push(idFrom, idTo, textFrom, textTo)
  }

  /** The text of a cue, as written. */
  textAt(row: number): string {
    return this.#slice(row, 2)
  }

  /** Makes the object of a cue, each time anew. */
  cueAt(row: number): Cue {
    return cueOf(
      this.#slice(row, 0),
      this.startTimes[row] as number,
      this.endTimes[row] as number,
      this.#settings[row] as CueSettings,
      this.textAt(row)
    )
  }

  #slice(row: number, place: number): string {
    const at = row * PLACES + place
    return this.#pieces[row]?.slice(this.#places[at], this.#places[at + 1]) ?? ''
  }
}
