import { type DocumentFault, faultAt } from '../documents/document-fault.ts'
import type { Preset } from './preset.ts'
import { readPreset } from './read.ts'

export { readPreset } from './read.ts'

/** One preset of a text, with its own faults: their paths are from the document's root. */
export interface ReadPreset {
  readonly preset: Preset | undefined
  /** See `PresetReading`. */
  readonly ready: Preset | undefined
  readonly faults: readonly DocumentFault[]
}

/** More presets of one text are left out. */
const MOST_PRESETS = 200
/** A longer text is not read, in UTF-16 code units. */
const LONGEST = 2 ** 18

const refused = (reason: DocumentFault): readonly ReadPreset[] => [
  { preset: undefined, ready: undefined, faults: [reason] }
]

const parse = (text: string): { readonly data: unknown } | { readonly error: unknown } => {
  try {
    return { data: JSON.parse(text) }
  } catch (error) {
    return { error }
  }
}

/** Reads the text of a document with one preset, or a list of them. */
export const readPresetText = (text: string): readonly ReadPreset[] => {
  if (text.length > LONGEST) {
    const sentence = `A document of presets has ${LONGEST} characters at most, and this one has ${text.length}.`
    return refused(faultAt([], 'preset-too-large', sentence, 'look at its address, or part it into several'))
  }
  const parsed = parse(text)
  if ('error' in parsed) {
    const hint = 'write JSON: names and texts in double quotes, no comma behind the last entry'
    const reason = faultAt([], 'document-unreadable', 'The document is not JSON.', hint)
    return refused({ ...reason, cause: parsed.error })
  }
  if (!Array.isArray(parsed.data)) return [readPreset(parsed.data)]
  const list: readonly unknown[] = parsed.data
  const read = list.slice(0, MOST_PRESETS).map((document, index): ReadPreset => {
    const { preset, ready, faults } = readPreset(document)
    return { preset, ready, faults: faults.map(reason => ({ ...reason, path: [index, ...reason.path] })) }
  })
  if (list.length <= MOST_PRESETS) return read
  const sentence = `The document has ${list.length} presets; those behind the first ${MOST_PRESETS} are left out.`
  return [...read, ...refused(faultAt([MOST_PRESETS], 'preset-too-large', sentence, 'part it into several documents'))]
}
