import { type Fault, fault, type Result, refuse, succeed, textOf } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'

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
  readonly from?: FieldName
  readonly until?: FieldName
  readonly focusPoint?: FieldName
  readonly view?: FieldName
  readonly lookAt?: FieldName
  /** An address alone, or a list of records. */
  readonly sources?: FieldName | ListFields<'src' | 'type' | 'media' | 'width'>
  /** The address of an image. */
  readonly poster?: FieldName
  /** An address alone, or a list of records. */
  readonly tracks?: FieldName | ListFields<'kind' | 'src' | 'srclang' | 'label' | 'id' | 'default' | 'forced'>
  readonly moments?: ListFields<'at' | 'until' | 'label' | 'lane'>
}

/** Fields that say how a clip is played; no record of another system has them. */
const OWN_FIELDS = ['preset', 'settings'] as const

/** The fields of a clip; those of the entries where it is a list. */
const FIELDS: ReadonlyMap<string, readonly string[]> = new Map<string, readonly string[]>([
  ...['title', 'width', 'height', 'frameRate', 'fit', 'focusPoint', 'view', 'lookAt', 'poster', 'from', 'until'].map(
    name => [name, []] as const
  ),
  ['sources', ['src', 'type', 'media', 'width']],
  ['tracks', ['kind', 'src', 'srclang', 'label', 'id', 'default', 'forced']],
  ['moments', ['at', 'until', 'label', 'lane']]
])

/** Every field of a clip. */
export const CLIP_FIELDS: readonly string[] = [...FIELDS.keys(), ...OWN_FIELDS]

const unreadable = (name: string, value: unknown): Fault =>
  fault(
    'setting-unreadable',
    `The field ${name} of a clip was to be found at “${textOf(value)}”, and that is no place in a record.`,
    'write a key, or a JSON Pointer such as "/cover/large"; a list is { "list": "files", "src": "url" }'
  )

const unknown = (name: string, names: readonly string[]): Fault => {
  const nearest = nearestName(name, names)
  return fault(
    'setting-unreadable',
    `A clip has no field “${name}”.`,
    nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
  )
}

const wrongIn = (entries: Iterable<readonly [string, unknown]>, names: readonly string[]): Fault | undefined => {
  for (const [name, value] of entries) {
    if (!names.includes(name)) return unknown(name, names)
    if (typeof value !== 'string' && value !== undefined) return unreadable(name, value)
  }
  return undefined
}

const wrongList = (name: string, value: unknown, names: readonly string[]): Fault | undefined => {
  if (typeof value !== 'object' || value === null || !Object.hasOwn(value, 'list')) return unreadable(name, value)
  return wrongIn(Object.entries(value), ['list', ...names])
}

/** Reads how the fields of a clip are called elsewhere. Fault: `setting-unreadable`. */
export const tryReadClipFields = (fields: object): Result<ClipFields> => {
  for (const [name, value] of Object.entries(fields)) {
    const names = FIELDS.get(name)
    const isList = names !== undefined && names.length > 0 && typeof value === 'object'
    const wrong = isList ? wrongList(name, value, names) : wrongIn([[name, value]], [...FIELDS.keys()])
    if (wrong) return refuse(wrong)
  }
  return succeed(fields)
}
