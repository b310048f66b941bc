import type { CueRun } from '../text/runs.ts'

/** A stretch of a line that is drawn in one go. */
export interface Piece {
  readonly run: CueRun
  readonly text: string
  /** In the unit of the measure; that of its reading, where that is wider. */
  readonly width: number
  /** What stands over it, smaller: the `rt` of a ruby. */
  readonly reading?: CueRun
}

/** A line of a cue, in the order in which it is read. */
export interface Line {
  readonly pieces: readonly Piece[]
  readonly width: number
}

/** How wide a text is, drawn as a run is. */
export type Measure = (text: string, run: CueRun) => number

const isReading = ({ tags }: CueRun): boolean => tags.includes('rt')

const WORDS = globalThis.Intl?.Segmenter && new Intl.Segmenter(undefined, { granularity: 'word' })

/** Text in parts between which a line may end: a word with the marks and spaces behind it, a sign of a script without spaces. */
const breakable = (text: string): readonly string[] => {
  const parts: string[] = []
  const segments = WORDS ? [...WORDS.segment(text)].map(({ segment }) => segment) : (text.match(/\S+\s*|\s+/g) ?? [])
  for (const segment of segments) {
    const last = parts.at(-1)
    // Marks and spaces begin no line; an opening one ends none.
    const staysWithLast =
      last !== undefined && (/^[\s\p{P}]+$/u.test(segment) ? !/^\p{Ps}/u.test(segment) : /\p{Ps}$/u.test(last))
    if (staysWithLast) parts[parts.length - 1] = last + segment
    else parts.push(segment)
  }
  return parts
}

/** What is to be put into lines: parts, and where a line ends whatever its width. */
type Token = Piece | 'break'

const tokensOf = (runs: readonly CueRun[], measure: Measure): readonly Token[] =>
  runs.flatMap((run, index): readonly Token[] => {
    if (isReading(run)) return []
    const next = runs[index + 1]
    if (next && isReading(next)) {
      const width = Math.max(measure(run.text, run), measure(next.text, next))
      return [{ run, text: run.text, width, reading: next }]
    }
    return run.text
      .split('\n')
      .flatMap((line, at): readonly Token[] => [
        ...(at > 0 ? (['break'] as const) : []),
        ...breakable(line).map(text => ({ run, text, width: measure(text, run) }))
      ])
  })

/** How wide it is at the end of a line. */
const trimmedWidth = ({ text, run, width, reading }: Piece, measure: Measure): number =>
  reading || !/\s$/.test(text) ? width : measure(text.trimEnd(), run)

/** A part that is wider than a line, in letters. */
const inLetters = (piece: Piece, width: number, measure: Measure): readonly Piece[] =>
  trimmedWidth(piece, measure) <= width || piece.reading
    ? [piece]
    : [...piece.text].map(text => ({ run: piece.run, text, width: measure(text, piece.run) }))

/** Parts of one run that stand side by side are one; spaces at the end of a line take no room. */
const closeLine = (pieces: readonly Piece[], measure: Measure): Line => {
  const joined: Piece[] = []
  for (const piece of pieces) {
    const last = joined.at(-1)
    if (last?.run !== piece.run || last.reading || piece.reading) joined.push(piece)
    else joined[joined.length - 1] = { ...last, text: last.text + piece.text }
  }
  // Measured once each, however many parts it is made of.
  const closed = joined.map((piece, at) => {
    if (piece.reading) return piece
    const text = at === joined.length - 1 ? piece.text.trimEnd() : piece.text
    return { ...piece, text, width: measure(text, piece.run) }
  })
  return { pieces: closed, width: closed.reduce((sum, { width }) => sum + width, 0) }
}

const fill = (tokens: readonly Token[], width: number, measure: Measure): readonly (readonly Piece[])[] => {
  let line: Piece[] = []
  let taken = 0
  const lines = [line]
  const begin = (): void => {
    line = []
    taken = 0
    lines.push(line)
  }
  for (const token of tokens) {
    if (token === 'break') {
      begin()
      continue
    }
    for (const piece of inLetters(token, width, measure)) {
      if (line.length > 0 && taken + trimmedWidth(piece, measure) > width) begin()
      line.push(piece)
      taken += piece.width
    }
  }
  return lines
}

/** How often the width of balanced lines is halved: to a hundredth. */
const HALVINGS = 7

/**
 * Puts the runs of a cue into lines that are no wider than a width, as far as its words allow, and about as long as one another
 * (CSS Text, "text-wrap: balance").
 * @param width in the unit of the measure.
 */
export const wrapRuns = (runs: readonly CueRun[], width: number, measure: Measure): readonly Line[] => {
  const tokens = tokensOf(runs, measure)
  const lines = fill(tokens, width, measure)
  // No word is broken for the sake of balance.
  const widest = tokens.map(token => (token === 'break' ? 0 : Math.min(width, trimmedWidth(token, measure))))
  let [enough, little] = [width, Math.max(0, ...widest)]
  for (let halving = 0; lines.length > 1 && halving < HALVINGS; halving += 1) {
    const tried = (enough + little) / 2
    const filled = fill(tokens, tried, measure)
    const isWithin = filled.every(line => closeLine(line, measure).width <= tried)
    if (isWithin && filled.length <= lines.length) enough = tried
    else little = tried
  }
  return fill(tokens, enough, measure).map(line => closeLine(line, measure))
}
