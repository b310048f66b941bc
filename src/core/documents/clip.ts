import { type BaseIssue, safeParse } from 'valibot'
import { type Fault, type FaultCode, FaultError, fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { CLIP_KEYS, CLIP_SCHEMA, type Clip } from './clip-schema.ts'

/** Where in a document: keys, and places in lists from 0. */
export type DocumentPath = readonly (string | number)[]

/** A fault at a place in a document. */
export interface DocumentFault extends Fault {
  readonly path: DocumentPath
}

/** What was read of a clip, and what could not be. */
export interface ClipReading {
  readonly clip: Clip
  readonly faults: readonly DocumentFault[]
}

type Issue = BaseIssue<unknown>

const pathOf = (issue: Issue): DocumentPath => (issue.path ?? []).map(({ key }) => key as string | number)

/** A place as an author would write it: `sources[0].type`. */
export const printPath = (path: DocumentPath): string =>
  path
    .map(step => (typeof step === 'number' ? `[${step}]` : `.${step}`))
    .join('')
    .replace(/^\./, '') || 'the document'

/** Where one of several forms was expected, what is wrong with the one that was probably meant. */
const innermost = (issue: Issue, above: DocumentPath = []): readonly { issue: Issue; path: DocumentPath }[] => {
  const path = [...above, ...pathOf(issue)]
  const inside = (issue.issues ?? []).filter(({ path: own }) => own !== undefined)
  return inside.length === 0 ? [{ issue, path }] : inside.flatMap(part => innermost(part, path))
}

const at = (path: DocumentPath, code: FaultCode, message: string, hint: string): DocumentFault => ({
  ...fault(code, message, hint),
  path
})

/** `"text"`, `3`, `an object`. */
const inWords = (value: unknown): string => {
  if (value === null) return 'null'
  if (Array.isArray(value)) return 'a list'
  return typeof value === 'object' ? 'an object' : (JSON.stringify(value) ?? String(value))
}

const unknownKey = (path: DocumentPath): DocumentFault => {
  const key = String(path.at(-1))
  const names = CLIP_KEYS[path.length > 1 ? String(path[0]) : ''] ?? []
  const nearest = nearestName(key, names)
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
  return at(path, 'key-unknown', `${printPath(path.slice(0, -1))} has the key “${key}”, which means nothing.`, hint)
}

const faultOf = ({ issue, path }: { issue: Issue; path: DocumentPath }): DocumentFault => {
  if (issue.type === 'strict_object' && issue.expected === 'never') return unknownKey(path)
  if (issue.type === 'strict_object' && issue.received === 'undefined') {
    const key = String(path.at(-1))
    return at(path, 'key-missing', `${printPath(path.slice(0, -1))} lacks ${key}.`, `add "${key}"`)
  }
  const expected = issue.type === 'strict_object' ? 'an object' : issue.message
  return at(
    path,
    'entry-unreadable',
    `${printPath(path)} is ${inWords(issue.input)}, and that cannot be read.`,
    `write ${expected}`
  )
}

/** Takes out what is at a path; where nothing is, what it should have been part of. */
const takeOut = (document: unknown, path: DocumentPath): unknown => {
  const [step, ...rest] = path
  if (step === undefined || typeof document !== 'object' || document === null) return undefined
  const isLast = rest.length === 0
  if (isLast && !Object.hasOwn(document, step)) return undefined
  const inner = isLast ? undefined : takeOut((document as Record<string | number, unknown>)[step], rest)
  if (Array.isArray(document)) {
    const list = [...document]
    // A place stays until all faults of the list have been told: their paths are counted by it.
    list[step as number] = inner
    return list
  }
  const { [step]: _, ...others } = document as Record<string | number, unknown>
  return inner === undefined ? others : { ...others, [step]: inner }
}

/** Places that were emptied go from their lists. */
const closeGaps = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.filter(entry => entry !== undefined)
  return value
}

/** A copy that holds data and nothing else. */
const copyOf = (document: unknown): Result<unknown> => {
  try {
    return succeed(JSON.parse(JSON.stringify(document) ?? 'null'))
  } catch (error) {
    return refuse(fault('document-unreadable', 'This is not data that JSON could hold.', 'give a plain object', error))
  }
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * Reads a clip, as data or as the text of a document. What can be read is read; each thing that cannot is left out, and
 * told with its place. Faults: `document-unreadable`, `key-unknown`, `key-missing`, `entry-unreadable`.
 */
export const readClip = (document: unknown): ClipReading => {
  const copy = copyOf(document)
  if (!copy.ok) return { clip: {}, faults: [{ ...copy.fault, path: [] }] }
  if (!isRecord(copy.value)) {
    const sentence = `A clip was expected, and ${inWords(copy.value)} came.`
    return { clip: {}, faults: [at([], 'document-unreadable', sentence, 'write an object: { "sources": [ … ] }')] }
  }
  const faults: DocumentFault[] = []
  let rest: Readonly<Record<string, unknown>> = copy.value
  // What was taken out may leave something incomplete: read again until all that is left is good.
  for (;;) {
    const parsed = safeParse(CLIP_SCHEMA, rest)
    if (parsed.success) return { clip: parsed.output, faults }
    const found = parsed.issues.flatMap(issue => innermost(issue)).map(faultOf)
    const places = new Map(found.map(each => [JSON.stringify(each.path), each]))
    // What is missing only because it was taken out has been told.
    if (faults.length === 0) faults.push(...places.values())
    const left = [...places.values()].reduce<unknown>((kept, { path }) => takeOut(kept, path), rest)
    rest = Object.fromEntries(Object.entries(isRecord(left) ? left : {}).map(([key, value]) => [key, closeGaps(value)]))
  }
}

/** Reads a clip that has to be good. @throws {FaultError} the first of the faults that {@link readClip} tells. */
export const parseClip = (document: unknown): Clip => {
  const { clip, faults } = readClip(document)
  if (faults[0]) throw new FaultError(faults[0])
  return clip
}
