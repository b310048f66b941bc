import { isRecord } from '../record.ts'
import { isSettingKey, rowOf } from '../settings/table.ts'
import { readValue, type ValueSchema } from '../settings/value-schema.ts'
import { LOOK_SCHEMAS } from './look.ts'
import { OF_A_CLIP } from './of-a-clip.ts'
import { flattenPreset, GROUP_KEYS, HOUSE, type Preset } from './preset.ts'

/** A preset has fewer keys than this. */
export const MOST_KEYS = 400

/** Letters of any script. What ends with .json or has a slash is an address. */
const NAME: ValueSchema = {
  type: 'string',
  pattern: '^(house:)?[^\\s:/@,"\'<>\\\\.-][^\\s:/@,"\'<>\\\\]{0,79}(@\\d{1,4})?$'
}
const TEXT: ValueSchema = { type: 'string' }

/** What keys about the preset itself take. */
export const OWN_SCHEMAS: ReadonlyMap<string, ValueSchema> = new Map<string, ValueSchema>([
  ['name', NAME],
  ['extends', { anyOf: [NAME, { type: 'array', items: NAME }] }],
  ['label', TEXT],
  ['$schema', TEXT]
])

/** Keys of a document and of its groups. */
export const countKeys = (document: object): number =>
  Object.values(document).reduce(
    (sum: number, value) => sum + 1 + (isRecord(value) ? Object.keys(value).length : 0),
    0
  ) as number

/** The schema of an entry that says all of it; `undefined` for what is read with more care, or is none. */
const schemaOf = (key: string): ValueSchema | undefined => {
  if (key.startsWith('look.')) return LOOK_SCHEMAS.get(key.slice('look.'.length))
  if (!isSettingKey(key) || GROUP_KEYS.includes(key) || (OF_A_CLIP as readonly string[]).includes(key)) return undefined
  const { deep, schema } = rowOf(key)
  return deep ? undefined : schema
}

/**
 * Whether a document is a good preset at first sight: there is nothing in it that has to be read with more care. What is not
 * plain may be good all the same: {@link readPreset} says.
 */
export const isPlainPreset = (document: unknown): document is Preset => {
  if (!isRecord(document) || countKeys(document) > MOST_KEYS) return false
  const { name } = document
  if (typeof name !== 'string' || name.startsWith(HOUSE)) return false
  for (const [key, schema] of OWN_SCHEMAS)
    if (Object.hasOwn(document, key) && readValue(schema, document[key]) === undefined) return false
  return flattenPreset(document).every(([key, value]) => {
    const schema = schemaOf(key)
    return schema !== undefined && (value === null || readValue(schema, value) !== undefined)
  })
}
