import { safeParse } from 'valibot'
import { FaultError, fault, type Result, refuse, succeed, tellFirst } from '../fault.ts'
import { isRecord } from '../record.ts'
import { CLIP_KEYS, CLIP_SCHEMA, type Clip } from './clip-schema.ts'
import { type DocumentFault, type DocumentPath, faultAt, inWords } from './document-fault.ts'
import { faultOfIssue, innermost, type NamesAt, unknownKey } from './schema-faults.ts'

/** What was read of a clip, and what could not be. */
export interface ClipReading {
  readonly clip: Clip
  readonly faults: readonly DocumentFault[]
}

const namesAt: NamesAt = path => CLIP_KEYS[path.length > 1 ? String(path[0]) : ''] ?? []

/** Takes out what is at a path; where nothing is, what it should have been part of. */
const takeOut = (document: unknown, path: DocumentPath): void => {
  let holder = document as Record<string | number, unknown> | undefined
  for (const step of path.slice(0, -1)) holder = holder?.[step] as typeof holder
  const last = path.at(-1) as string | number
  if (typeof holder !== 'object' || holder === null || !Object.hasOwn(holder, last)) {
    if (path.length > 1) takeOut(document, path.slice(0, -1))
  }
  // A place stays until all faults of the list have been told: their paths are counted by it.
  else if (Array.isArray(holder)) holder[last as number] = undefined
  else delete holder[last]
}

/** Places that were emptied go from their lists. */
const closeGaps = (clip: Record<string, unknown>): void => {
  for (const [key, value] of Object.entries(clip))
    if (Array.isArray(value)) clip[key] = value.filter(entry => entry !== undefined)
}

/** The places of all keys that mean nothing: of an object, the schema would tell but one. */
const unknownKeys = (clip: Record<string, unknown>): readonly DocumentPath[] => {
  const inRecord = (record: unknown, names: readonly string[], path: DocumentPath): readonly DocumentPath[] =>
    isRecord(record)
      ? Object.keys(record)
          .filter(key => !names.includes(key))
          .map(key => [...path, key])
      : []
  const inside = Object.entries(CLIP_KEYS).flatMap(([key, names]) => {
    if (key === '') return []
    const value = clip[key]
    return Array.isArray(value)
      ? value.flatMap((entry, index) => inRecord(entry, names, [key, index]))
      : inRecord(value, names, [key])
  })
  return [...inRecord(clip, CLIP_KEYS[''] ?? [], []), ...inside]
}

/** More entries of a list are left out. */
const MOST_ENTRIES = 1000

/** Cuts off lists that are too long. */
const cutLists = (clip: Record<string, unknown>): readonly DocumentFault[] =>
  Object.entries(clip).flatMap(([key, value]) => {
    if (!Array.isArray(value) || value.length <= MOST_ENTRIES) return []
    clip[key] = value.slice(0, MOST_ENTRIES)
    const sentence = `${key} has ${value.length} entries; those behind the first ${MOST_ENTRIES} are left out.`
    return [faultAt([key, MOST_ENTRIES], 'clip-too-large', sentence, 'part it into several clips')]
  })

/** A copy that holds data and nothing else. */
const copyOf = (document: unknown): Result<unknown> => {
  try {
    return succeed(JSON.parse(JSON.stringify(document) ?? 'null'))
  } catch (error) {
    return refuse(fault('document-unreadable', 'This is not data that JSON could hold.', 'give a plain object', error))
  }
}

/**
 * Reads a clip, as data or as the text of a document. What can be read is read; each thing that cannot is left out, and
 * told with its place, a hundred of a kind at most. Faults: `document-unreadable`, `key-unknown`, `key-missing`,
 * `entry-unreadable`, `clip-too-large`, `faults-many`.
 */
export const readClip = (document: unknown): ClipReading => {
  const copy = copyOf(document)
  if (!copy.ok) return { clip: {}, faults: [{ ...copy.fault, path: [] }] }
  if (!isRecord(copy.value)) {
    const sentence = `A clip was expected, and ${inWords(copy.value)} came.`
    return { clip: {}, faults: [faultAt([], 'document-unreadable', sentence, 'write an object: { "sources": [ … ] }')] }
  }
  const clip = copy.value
  const unknown = unknownKeys(clip)
  const faults: DocumentFault[] = [...tellFirst(unknown, path => unknownKey(path, namesAt)), ...cutLists(clip)]
  for (const path of unknown) takeOut(clip, path)
  // What was taken out may leave something incomplete: read again until all that is left is good.
  for (let round = 0; ; round += 1) {
    const parsed = safeParse(CLIP_SCHEMA, clip)
    if (parsed.success) return { clip: parsed.output, faults }
    const found = parsed.issues.flatMap(issue => innermost(issue))
    const places = [...new Map(found.map(each => [JSON.stringify(each.path), each])).values()]
    // What is missing only because it was taken out has been told.
    if (round === 0) for (const each of tellFirst(places, each => faultOfIssue(each, namesAt))) faults.push(each)
    for (const { path } of places) takeOut(clip, path)
    closeGaps(clip)
  }
}

/** Reads a clip that has to be good. @throws {FaultError} the first of the faults that {@link readClip} tells. */
export const parseClip = (document: unknown): Clip => {
  const { clip, faults } = readClip(document)
  if (faults[0]) throw new FaultError(faults[0])
  return clip
}
