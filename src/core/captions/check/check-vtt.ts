import type { Cue } from '../cue.ts'
import { printTimestamp } from '../vtt/format-timestamp.ts'
import { type ParsedVtt, parseVtt } from '../vtt/parse-vtt.ts'
import { readStyles } from '../vtt/read-styles.ts'
import { checkCueText } from './check-cue-text.ts'
import { columnsOf, type Guidelines, linesOf, readingSpeed, USUAL_GUIDELINES } from './guidelines.ts'
import { type CaptionFault, captionFault } from './sentences.ts'

/** How a file is checked. */
export interface CheckOptions {
  /** `undefined`: what can be read in time is not checked. Default {@link USUAL_GUIDELINES}. */
  readonly guidelines?: Guidelines | undefined
}

const warn = (code: CaptionFault['code'], line: number, message: string, hint: string): CaptionFault =>
  captionFault(code, { level: 'warning', message, hint }, { line, column: 1 })

const rounded = (value: number): string => String(Math.round(value * 10) / 10)

const checkPace = (cue: Cue, line: number, { shortest, longest, speed }: Guidelines): readonly CaptionFault[] => {
  const seconds = cue.endTime - cue.startTime
  // What ends before it begins has its own fault.
  if (seconds <= 0) return []
  const faults: CaptionFault[] = []
  const columns = readingSpeed(cue)
  if (columns > speed)
    faults.push(
      warn(
        'cue-too-fast',
        line,
        `${rounded(columns)} characters a second are more than most people read.`,
        `show it for ${rounded((columns * seconds) / speed)} s or shorten it; ${speed} a second are the usual most`
      )
    )
  if (seconds < shortest)
    faults.push(
      warn(
        'cue-too-short',
        line,
        `The cue is there for ${rounded(seconds)} s only.`,
        `show it for ${shortest} s at least`
      )
    )
  if (seconds > longest)
    faults.push(
      warn('cue-too-long', line, `The cue stays for ${rounded(seconds)} s.`, `part what stays longer than ${longest} s`)
    )
  return faults
}

const checkShape = (cue: Cue, line: number, { lineLength, lines }: Guidelines): readonly CaptionFault[] => {
  const texts = linesOf(cue)
  const faults: CaptionFault[] = []
  if (texts.length > lines)
    faults.push(warn('cue-lines-many', line, `The cue has ${texts.length} lines.`, `${lines} are the usual most`))
  texts.forEach((text, index) => {
    if (columnsOf(text) <= lineLength) return
    const message = `This line has ${columnsOf(text)} columns.`
    faults.push(
      warn('cue-line-long', line + 1 + index, message, `${lineLength} are the usual most; break it where a phrase ends`)
    )
  })
  return faults
}

/** Each cue that begins while an earlier one of the same place is still there. */
const checkOverlaps = ({ cues, cueLines }: ParsedVtt): readonly CaptionFault[] => {
  const order = cues.map((cue, index) => ({ cue, line: cueLines[index] ?? 0 }))
  order.sort((a, b) => a.cue.startTime - b.cue.startTime)
  let latest: (typeof order)[number] | undefined
  return order.flatMap(current => {
    const before = latest
    if (!before || current.cue.endTime > before.cue.endTime) latest = current
    if (!before || current.cue.startTime >= before.cue.endTime || current.cue.endTime <= current.cue.startTime)
      return []
    const until = printTimestamp(before.cue.endTime)
    const message = `This cue begins while the one on line ${before.line} is still there (until ${until}); both are shown.`
    return [warn('cue-overlap', current.line, message, 'if that is not meant, let one end where the other begins')]
  })
}

/** One file, one form: the first cue whose times are written otherwise than those of the first is told. */
const checkForms = (text: string, { cueLines, cues }: ParsedVtt): readonly CaptionFault[] => {
  const lines = text.split(/\r\n?|\n/)
  const hasHours = (line: number): boolean => /^\s*\d+:\d\d:\d\d\./.test(lines[line - 1] ?? '')
  const [first] = cueLines
  if (first === undefined) return []
  // From the first hour on, hours are written because they must be.
  const other = cueLines.find(
    (line, index) => (cues[index]?.startTime ?? 0) < 3600 && hasHours(line) !== hasHours(first)
  )
  if (other === undefined) return []
  const message = `Times are written ${hasHours(other) ? 'with' : 'without'} hours here, and otherwise on line ${first}.`
  return [warn('file-times-mixed', other, message, 'write them all in one form; yokewright captions tidy does it')]
}

/** Whatever would bite a viewer of a WebVTT file: in what it says, how it says it, and whether it can be read in time. */
export const checkVtt = (text: string, options: CheckOptions = {}): readonly CaptionFault[] => {
  const guidelines = 'guidelines' in options ? options.guidelines : USUAL_GUIDELINES
  const file = parseVtt(text)
  const found = file.cues.flatMap((cue, index) => {
    const line = file.cueLines[index] ?? 0
    const ofText = checkCueText(cue, line)
    return guidelines ? [...ofText, ...checkPace(cue, line, guidelines), ...checkShape(cue, line, guidelines)] : ofText
  })
  const styles = readStyles(file.styles, file.styleLines).faults
  return [...file.faults, ...found, ...checkOverlaps(file), ...checkForms(text, file), ...styles].sort(
    (a, b) => a.line - b.line || a.column - b.column
  )
}
