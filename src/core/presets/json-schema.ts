import { CONTROL_NAMES, PLACES } from '../layout/layouts.ts'
import { rowOf } from '../settings/table.ts'
import type { ValueSchema } from '../settings/value-schema.ts'
import { LAYOUT_KINDS } from './layout-kinds.ts'
import { LOOK_SCHEMAS } from './look.ts'
import { GROUP_KEYS } from './preset.ts'
import { PRESETTABLE } from './presettable.ts'

type JsonSchema = Readonly<Record<string, unknown>>

/** A value schema in the words of JSON Schema alone. */
const plain = (schema: ValueSchema): JsonSchema => {
  if ('anyOf' in schema) return { anyOf: schema.anyOf.map(plain) }
  if (schema.type === 'array') return { type: 'array', ...(schema.items && { items: plain(schema.items) }) }
  if (schema.type === 'object') return { type: 'object' }
  if (schema.type !== 'number') return schema
  const { orNever, ...number } = schema
  return orNever ? { anyOf: [number, { const: 'never' }] } : number
}

const CONTROL: JsonSchema = { enum: CONTROL_NAMES }
const ROW: JsonSchema = {
  type: 'array',
  items: {
    anyOf: [
      CONTROL,
      {
        type: 'object',
        properties: { control: CONTROL, by: { type: 'number' } },
        required: ['control'],
        additionalProperties: false
      },
      {
        type: 'object',
        properties: { slot: { type: 'string' } },
        required: ['slot'],
        additionalProperties: false
      }
    ]
  }
}

/** What the table of settings leaves to a reader of its own. */
const DEEP: Readonly<Record<string, JsonSchema>> = {
  layouts: {
    type: 'array',
    minItems: 1,
    items: {
      type: 'object',
      properties: {
        from: { type: 'number', minimum: 0 },
        for: { anyOf: [{ enum: LAYOUT_KINDS }, { type: 'array', items: { enum: LAYOUT_KINDS } }] },
        top: ROW,
        rows: { type: 'array', items: ROW },
        places: {
          type: 'object',
          properties: Object.fromEntries(PLACES.map(place => [place, ROW])),
          additionalProperties: false
        },
        bar: { enum: ['over', 'under'] },
        ratio: { type: 'string' }
      },
      required: ['rows'],
      additionalProperties: false
    }
  },
  without: { type: 'array', items: CONTROL }
}

/**
 * The schema of preset documents (JSON Schema, 2020-12), made from the same tables by which they are read.
 * @param describe what a key means, for editors.
 */
export const presetJsonSchema = (describe: (key: string) => string | undefined): JsonSchema => {
  const property = (key: string, schema: JsonSchema): JsonSchema => {
    const description = describe(key)
    return { ...(description && { description }), anyOf: [schema, { type: 'null' }] }
  }
  const settings = PRESETTABLE.map(key => [key, property(key, DEEP[key] ?? plain(rowOf(key).schema))] as const)
  const look = [...LOOK_SCHEMAS].map(
    ([key, schema]) => [`look.${key}`, property(`look.${key}`, plain(schema))] as const
  )
  const all = [...settings, ...look]
  const group = (head: string): JsonSchema => {
    const parts = all.flatMap(([key, schema]) =>
      key.startsWith(`${head}.`) ? [[key.slice(head.length + 1), schema] as const] : []
    )
    return {
      type: ['object', 'null'],
      ...(parts.length > 0
        ? { properties: Object.fromEntries(parts), additionalProperties: false }
        : { additionalProperties: { type: ['string', 'null'] } })
    }
  }
  const own: Readonly<Record<string, JsonSchema>> = {
    $schema: { type: 'string' },
    name: { type: 'string', description: describe('name') },
    label: { type: 'string', description: describe('label') },
    extends: {
      description: describe('extends'),
      anyOf: [{ type: 'string' }, { type: 'array', items: { type: 'string' } }]
    }
  }
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'A preset: how players behave and look',
    type: 'object',
    properties: {
      ...own,
      ...Object.fromEntries(all.filter(([key]) => !key.includes('.') && !GROUP_KEYS.includes(key))),
      ...Object.fromEntries(GROUP_KEYS.map(key => [key, group(key)]))
    },
    required: ['name'],
    additionalProperties: false
  }
}
