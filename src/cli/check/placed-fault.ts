import { relative } from 'node:path'
import { type Fault, type FaultCode, fault } from '../../core/fault.ts'

/** A stretch of a file's text, in UTF-16 code units, and what it is to become. */
export interface Edit {
  readonly from: number
  readonly to: number
  readonly text: string
}

/** A fault at a place in a file. */
export interface PlacedFault extends Fault {
  readonly path: string
  /** From 1. */
  readonly line: number
  /** From 1, in UTF-16 code units. */
  readonly column: number
  /** `error`: something does not work. `warning`: it works, and bites somebody. */
  readonly level: 'error' | 'warning'
  /** What cures it without a doubt. */
  readonly edit?: Edit
}

/** Where something stands in a file. */
export interface Place {
  readonly path: string
  readonly line: number
  readonly column: number
}

/** A fault that keeps something from working. */
export const placedError = (
  place: Place,
  code: FaultCode,
  message: string,
  hint: string,
  edit?: Edit
): PlacedFault => ({
  ...fault(code, message, hint),
  path: place.path,
  line: place.line,
  column: place.column,
  level: 'error',
  ...(edit && { edit })
})

/** A fault that leaves it working. */
export const placedWarning = (...given: Parameters<typeof placedError>): PlacedFault => ({
  ...placedError(...given),
  level: 'warning'
})

/** An address that names a file which is not there. */
export const missingAt = (place: Place, address: string, file: string): PlacedFault => {
  const sentence = `${address} is named, and there is no file ${relative(process.cwd(), file)}.`
  return placedError(place, 'file-missing', sentence, 'relative addresses begin where this file lies')
}

/** `file:line:column code sentence — hint`. */
export const printPlaced = ({ path, line, column, code, message, hint }: PlacedFault): string =>
  `${path}:${line}:${column} ${code} ${message} — ${hint}`

/** Makes each cure that does not overlap an earlier one. @returns the text, and how many were made. */
export const applyEdits = (
  text: string,
  faults: readonly PlacedFault[]
): { readonly text: string; readonly made: number } => {
  const edits = faults.flatMap(({ edit }) => edit ?? []).sort((a, b) => a.from - b.from || a.to - b.to)
  let cured = ''
  let end = 0
  let made = 0
  for (const { from, to, text: instead } of edits) {
    if (from < end) continue
    cured += text.slice(end, from) + instead
    end = to
    made += 1
  }
  return { text: cured + text.slice(end), made }
}
