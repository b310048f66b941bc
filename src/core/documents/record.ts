import { pointInto } from './pointer.ts'

/** Where a field of a clip stands in a record with other names: a key, or a JSON Pointer (RFC 6901) such as `/cover/large`. */
export type FieldName = string

/** Where a list stands, and where in each of its entries the fields are. */
export type ListFields<Name extends string> = { readonly list: FieldName } & { readonly [Key in Name]?: FieldName }

/** How the fields of a clip are called in records of another system. */
export interface ClipFields {
  readonly title?: FieldName
  readonly width?: FieldName
  readonly height?: FieldName
  readonly frameRate?: FieldName
  readonly fit?: FieldName
  readonly focusPoint?: FieldName
  /** An address alone, or a list of records. */
  readonly sources?: FieldName | ListFields<'src' | 'type' | 'media' | 'width'>
  /** The address of an image. */
  readonly poster?: FieldName
  /** An address alone, or a list of records. */
  readonly tracks?: FieldName | ListFields<'kind' | 'src' | 'srclang' | 'label' | 'id' | 'default' | 'forced'>
  readonly moments?: ListFields<'at' | 'until' | 'label'>
}

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
  if (fields === undefined) return undefined
  if (typeof fields === 'string') return asList(pointInto(record, fields))
  const { list, ...names } = fields
  return asList(pointInto(record, list))?.map(entry => (typeof entry === 'string' ? entry : pick(entry, names)))
}

/**
 * Makes a clip of a record of another system, by the names that its fields have there. What is empty there is left out.
 * Comes back as it stands: {@link readClip} says what of it is good.
 */
export const clipOfRecord = (record: unknown, fields: ClipFields): Readonly<Record<string, unknown>> => {
  const { sources, poster, tracks, moments, ...plain } = fields
  const image = poster === undefined ? undefined : pointInto(record, poster)
  return compact({
    ...pick(record, plain as Readonly<Record<string, string | undefined>>),
    sources: listOf(record, sources),
    poster: image ? { src: image } : undefined,
    tracks: listOf(record, tracks)?.map(entry => (typeof entry === 'string' ? { src: entry } : entry)),
    moments: listOf(record, moments)
  })
}
