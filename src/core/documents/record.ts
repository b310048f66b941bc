import type { ClipFields, FieldName } from './clip-fields.ts'
import { pointInto } from './pointer.ts'

const compact = (record: Readonly<Record<string, unknown>>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(record).filter(([, value]) => value !== undefined && value !== null && value !== '')
  )

const pick = (record: unknown, fields: Readonly<Record<string, string | undefined>>): Record<string, unknown> =>
  compact(
    Object.fromEntries(
      Object.entries(fields).map(([key, name]) => [key, name === undefined ? undefined : pointInto(record, name)])
    )
  )

const asList = (value: unknown): readonly unknown[] | undefined => {
  if (value === undefined || value === null || value === '') return undefined
  return Array.isArray(value) ? value : [value]
}

const listOf = (
  record: unknown,
  fields: FieldName | ({ readonly list: FieldName } & Readonly<Record<string, string | undefined>>) | undefined
): readonly unknown[] | undefined => {
  if (typeof fields !== 'string' && (typeof fields !== 'object' || fields === null)) return undefined
  if (typeof fields === 'string') return asList(pointInto(record, fields))
  const { list, ...names } = fields
  return asList(pointInto(record, list))?.map(entry => (typeof entry === 'string' ? entry : pick(entry, names)))
}

/**
 * Makes a clip of a record of another system, by the names that its fields have there. What is empty there is left out.
 * Comes back as it stands: {@link readClip} says what of it is good.
 */
export const clipOfRecord = (record: unknown, fields: ClipFields): Readonly<Record<string, unknown>> => {
  const { sources, poster, tracks, moments, ...plain } = (fields ?? {}) as ClipFields
  const image = poster === undefined ? undefined : pointInto(record, poster)
  return compact({
    ...pick(record, plain as Readonly<Record<string, string | undefined>>),
    sources: listOf(record, sources),
    poster: image ? { src: image } : undefined,
    tracks: listOf(record, tracks)?.map(entry => (typeof entry === 'string' ? { src: entry } : entry)),
    moments: listOf(record, moments)
  })
}
