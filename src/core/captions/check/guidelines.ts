import type { Cue } from '../cue.ts'
import { parseCueText, plainCueText } from '../text/parse-cue-text.ts'

/** What is usually asked of captions that people can read in time. */
export interface Guidelines {
  /** Columns: a letter is one, a full-width character two. Default 42. */
  readonly lineLength: number
  /** Lines in a cue. Default 2. */
  readonly lines: number
  /** Columns a second. Default 20. */
  readonly speed: number
  /** Seconds. Default 0.8. */
  readonly shortest: number
  /** Seconds. Default 7. */
  readonly longest: number
}

/** See {@link Guidelines}. */
export const USUAL_GUIDELINES: Guidelines = { lineLength: 42, lines: 2, speed: 20, shortest: 0.8, longest: 7 }

const WIDE =
  /[\u1100-\u115f\u2e80-\u303e\u3041-\ua4cf\uac00-\ud7a3\uf900-\ufaff\ufe30-\ufe6f\uff00-\uff60\uffe0-\uffe6]/u
const MARK = /\p{M}/u

/** How wide a text is, in columns: a letter is one, a full-width character two, a combining mark none. */
export const columnsOf = (text: string): number => {
  let columns = 0
  for (const character of text) if (!MARK.test(character)) columns += WIDE.test(character) ? 2 : 1
  return columns
}

/** The lines of a cue as they are read, without tags. */
export const linesOf = (cue: Cue): readonly string[] =>
  plainCueText(parseCueText(cue.text))
    .split('\n')
    .map(line => line.trim())

/** Columns a second; `Infinity` for a cue that is never shown. */
export const readingSpeed = (cue: Cue): number => {
  const seconds = cue.endTime - cue.startTime
  return seconds > 0 ? columnsOf(linesOf(cue).join(' ')) / seconds : Number.POSITIVE_INFINITY
}
