import { typeOfAddress } from './file-types.ts'

/** One of several files that stand for one another. */
export interface SourceEntry {
  readonly src: string
  /** As on a `<source>`; found from the address where it is left out. */
  readonly type?: string
  /** A media condition, as on a `<source>`. */
  readonly media?: string
  /** Of its picture, in pixels; lets the player choose by its own size and by the wish to save data. */
  readonly width?: number
  /** What it is called where its address says nothing, as that of a chosen file. */
  readonly name?: string
}

/** What an engine says of a type (HTML, `canPlayType()`): no, perhaps, very likely. */
export type PlayAnswer = '' | 'maybe' | 'probably'

/** What is asked of the engine, and what is preferred. */
export interface SourceQuestion {
  /** What the engine says of a type. */
  readonly canPlayType: (type: string) => PlayAnswer
  /** Whether a media condition holds; without it, all do. */
  readonly matches?: (media: string) => boolean
  /** Width of the picture on the screen, in device pixels. */
  readonly width?: number
  /** The smallest will do. */
  readonly saveData?: boolean
}

/** A source in the order in which it is tried. */
export interface RankedSource {
  readonly entry: SourceEntry
  /** Its place in the author's list, from 0. */
  readonly index: number
  /** The type that it was given, or that its address lets one expect; `''` where neither says. */
  readonly type: string
  /** What the engine says; `''` also where its media condition does not hold. */
  readonly answer: PlayAnswer
}

/** How badly a picture's width fits: larger than needed costs data, smaller is not sharp, which is worse. */
const misfit = ({ width }: SourceEntry, question: SourceQuestion): number => {
  if (width === undefined) return 0
  if (question.saveData) return width
  if (question.width === undefined) return 0
  return width >= question.width ? width - question.width : 1e6 + question.width - width
}

const answerOf = (entry: SourceEntry, type: string, { canPlayType, matches }: SourceQuestion): PlayAnswer => {
  if (entry.media !== undefined && matches && !matches(entry.media)) return ''
  // Of what nothing is known the engine has to try the bytes.
  return type ? canPlayType(type) : 'maybe'
}

/**
 * Brings sources into the order in which they are tried: the author's, but for sizes where these are given. Those that the
 * engine refuses come last: a type may be wrong, and is no proof.
 */
export const rankSources = (entries: readonly SourceEntry[], question: SourceQuestion): readonly RankedSource[] => {
  const ranked = entries.map((entry, index): RankedSource => {
    const type = entry.type?.trim() || (typeOfAddress(entry.src) ?? '')
    return { entry, index, type, answer: answerOf(entry, type, question) }
  })
  const order = ({ entry, answer }: RankedSource): number => (answer === '' ? 1e9 : misfit(entry, question))
  return ranked.sort((a, b) => order(a) - order(b) || a.index - b.index)
}
