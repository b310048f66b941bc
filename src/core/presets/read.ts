import { type DocumentFault, faultAt, inWords, printPath } from '../documents/document-fault.ts'
import { tellFirst, textOf } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { isRecord } from '../record.ts'
import { faultOfSetting, readDeep, schemaInWords } from '../settings/read-deep.ts'
import { isSettingKey } from '../settings/table.ts'
import { readValue, type ValueSchema } from '../settings/value-schema.ts'
import { LAYOUT_KINDS } from './layout-kinds.ts'
import type { PresetLayout } from './layouts-for.ts'
import { LOOK_SCHEMAS } from './look.ts'
import { countKeys, MOST_KEYS, OWN_SCHEMAS } from './plain.ts'
import { flattenPreset, GROUP_KEYS, HOUSE, type Preset } from './preset.ts'
import { MERGE_RULES, PRESETTABLE } from './presettable.ts'

/** What was read of a preset. */
export interface PresetReading {
  /** What of it can be used; `undefined` where it has no name that players could use. */
  readonly preset: Preset | undefined
  /** The same with what is written shortly written out, as players take it. */
  readonly ready: Preset | undefined
  /** `document-unreadable`, `key-unknown`, `key-missing`, `entry-unreadable`, `preset-too-large`, `faults-many`. */
  readonly faults: readonly DocumentFault[]
}

const HINTS: Readonly<Record<string, string>> = {
  name: 'write letters, digits, dashes and points, such as "lesson"',
  extends: 'write the name of a preset, or a list of them',
  label: 'write a text',
  $schema: 'write an address'
}

const unreadable = (path: readonly string[], value: unknown, hint: string): DocumentFault =>
  faultAt(path, 'entry-unreadable', `${printPath(path)} is ${inWords(value)}, and that cannot be read.`, hint)

/** A key that means nothing in a preset, or is of one clip. */
const unknownKey = (path: readonly string[]): DocumentFault => {
  const key = path.join('.')
  if (isSettingKey(key)) {
    const sentence = `${key} says what plays: it is of one clip, and a preset is of many.`
    return faultAt(path, 'key-unknown', sentence, 'write it in the clip, or on the player')
  }
  const [head = '', part] = path
  const names =
    part === undefined
      ? [...MERGE_RULES.keys()]
      : head === 'look'
        ? [...LOOK_SCHEMAS.keys()]
        : PRESETTABLE.filter(each => each.startsWith(`${head}.`)).map(each => each.slice(head.length + 1))
  const nearest = nearestName(part ?? head, names)
  const holder = part === undefined ? 'A preset' : `${head} of a preset`
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
  return faultAt(path, 'key-unknown', `${holder} has no “${part ?? head}”.`, hint)
}

/** What a key of a look takes. */
const lookInWords = (key: string, schema: ValueSchema): string => {
  if (key === 'icons') return 'the name of a <template data-yoke-icons>, or the address of an SVG file'
  if (key.startsWith('logoL') || key === 'logo') return key === 'logoLabel' ? 'a text' : 'an address'
  return 'pattern' in schema ? 'a CSS colour, such as "#0b6e4f"' : schemaInWords(schema)
}

/** What is wrong with what layouts are for. */
const faultOfKinds = (layouts: unknown): DocumentFault | undefined => {
  if (!Array.isArray(layouts)) return undefined
  const places = layouts.flatMap((layout, index) => {
    const kinds: unknown = isRecord(layout) ? (layout.for ?? []) : []
    const wrong = (Array.isArray(kinds) ? kinds : [kinds]).find(
      kind => !(LAYOUT_KINDS as readonly unknown[]).includes(kind)
    )
    return wrong === undefined ? [] : [[index, wrong] as const]
  })
  const [first] = places
  if (!first) return undefined
  const [index, wrong] = first
  const nearest = nearestName(textOf(wrong), LAYOUT_KINDS)
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${LAYOUT_KINDS.join(', ')}`
  return faultAt(
    ['layouts', index, 'for'],
    'entry-unreadable',
    `layouts[${index}].for is ${inWords(wrong)}, and that is no kind of media.`,
    hint
  )
}

/** What is wrong with one entry of a preset; `undefined` where nothing is. */
const faultOf = (key: string, value: unknown): DocumentFault | undefined => {
  const dot = key.indexOf('.')
  const path = dot < 0 ? [key] : [key.slice(0, dot), key.slice(dot + 1)]
  const [head = '', part] = path
  if (value === null) return MERGE_RULES.has(head) ? undefined : unknownKey(path)
  if (part === undefined && GROUP_KEYS.includes(head)) return unreadable(path, value, 'write an object')
  if (head === 'words' && part !== undefined)
    return typeof value === 'string' ? undefined : unreadable(path, value, 'write a text')
  if (head === 'look' && part !== undefined) {
    const schema = LOOK_SCHEMAS.get(part)
    if (!schema) return unknownKey(path)
    if (readValue(schema, value) !== undefined) return undefined
    return unreadable(path, value, `write ${lookInWords(part, schema)}`)
  }
  if (!isSettingKey(key) || !PRESETTABLE.includes(key)) return unknownKey(path)
  if (key === 'layouts') {
    const wrong = faultOfKinds(value)
    if (wrong) return wrong
  }
  const reason = faultOfSetting(key, value)
  return reason && { ...reason, path }
}

/** Keys about the preset itself. */
const ownFaults = (document: Readonly<Record<string, unknown>>): readonly DocumentFault[] =>
  [...OWN_SCHEMAS].flatMap(([key, schema]): DocumentFault[] => {
    if (!Object.hasOwn(document, key))
      return key === 'name' ? [faultAt(['name'], 'key-missing', 'The preset lacks a name.', 'add "name"')] : []
    const value = document[key]
    return readValue(schema, value) !== undefined ? [] : [unreadable([key], value, HINTS[key] ?? '')]
  })

/** Without what cannot be read. */
const withoutFaults = (
  document: Record<string, unknown>,
  faults: readonly DocumentFault[]
): Record<string, unknown> => {
  const wrong = new Set(faults.map(({ path }) => path.slice(0, 2).join('.')))
  const isWrong = (key: string): boolean =>
    wrong.has(key) || [...wrong].some(each => each.startsWith(`${key}.`) && !GROUP_KEYS.includes(key))
  const kept = Object.entries(document).flatMap(([key, value]) => {
    if (isWrong(key)) return []
    if (!GROUP_KEYS.includes(key) || !isRecord(value)) return [[key, value] as const]
    return [[key, Object.fromEntries(Object.entries(value).filter(([part]) => !wrong.has(`${key}.${part}`)))] as const]
  })
  return Object.fromEntries(kept)
}

/** Layouts with all controls as objects. Each keeps what it is for. */
const readLayouts = (layouts: readonly PresetLayout[]): unknown =>
  layouts.map(layout => {
    const [read] = readDeep('layouts', [layout]).value as readonly object[]
    return { ...(layout.for !== undefined && { for: layout.for }), ...read }
  })

/** Values as settings have them in the end: what is written shortly is written out. */
const writtenOut = (document: Record<string, unknown>): Preset => {
  const entries = Object.entries(document).map(([key, value]) => {
    if (value === null || !isSettingKey(key)) return [key, value] as const
    return [key, key === 'layouts' ? readLayouts(value as PresetLayout[]) : readDeep(key, value).value] as const
  })
  return Object.fromEntries(entries) as unknown as Preset
}

/**
 * Reads a preset, key by key: what is wrong is told with its place, and left out. @param isHouse whether it may have a name of
 * the library's.
 */
export const readPreset = (document: unknown, isHouse = false): PresetReading => {
  if (!isRecord(document)) {
    const sentence = `A preset was expected, and ${inWords(document)} came.`
    return {
      preset: undefined,
      ready: undefined,
      faults: [faultAt([], 'document-unreadable', sentence, 'write { "name": "lesson" }')]
    }
  }
  const keys = countKeys(document)
  if (keys > MOST_KEYS) {
    const sentence = `A preset has ${MOST_KEYS} keys at most, and this one has ${keys}.`
    return {
      preset: undefined,
      ready: undefined,
      faults: [faultAt([], 'preset-too-large', sentence, 'look whether it is a preset at all')]
    }
  }
  const entries = flattenPreset(document).flatMap(([key, value]) => faultOf(key, value) ?? [])
  const faults = [...ownFaults(document), ...tellFirst(entries, each => each)]
  const { name } = document
  if (!isHouse && typeof name === 'string' && name.startsWith(HOUSE)) {
    const sentence = `The name ${textOf(name)} is the library's: its presets are never changed.`
    faults.push(faultAt(['name'], 'preset-locked', sentence, `give it another name, and "extends": "${textOf(name)}"`))
  }
  const isNamed = !faults.some(({ path }) => path[0] === 'name')
  const good = withoutFaults(document, faults)
  return {
    preset: isNamed ? (good as unknown as Preset) : undefined,
    ready: isNamed ? writtenOut(good) : undefined,
    faults
  }
}
