import { tryReadClipFields } from '../documents/clip-fields.ts'
import { type Fault, fault, type Result, refuse, succeed, tellFirst, textOf } from '../fault.ts'
import { CONTROL_NAMES } from '../layout/layouts.ts'
import { tryReadLayouts, unknownControl } from '../layout/read-layouts.ts'
import { tryReadMoments } from '../moments/read-moments.ts'
import { nearestName } from '../nearest-name.ts'
import { tryReadShortcuts } from '../playback/shortcuts.ts'
import { tryParseTimeAddress } from '../time/address.ts'
import type { SettingOrigin } from './layers.ts'
import { ATTRIBUTE_KEYS, isSettingKey, rowOf, SETTING_KEYS, type SettingKey, type SettingRow } from './table.ts'
import { readValue, type ValueSchema, valueOfText } from './value-schema.ts'

/** What was read of a value: `undefined` where nothing of it can be used, and what is wrong with it. */
export interface DeepReading {
  readonly value: unknown
  readonly faults: readonly Fault[]
}

const readingOf = (result: Result<unknown>, value?: unknown): DeepReading =>
  result.ok ? { value: value ?? result.value, faults: [] } : { value: undefined, faults: [result.fault] }

/** Written out, so that pages whose pictures are flat do not load what turns others; `tryReadDirection` reads it. */
const DIRECTION = /^\s*-?\d+(\.\d+)?(\s+-?\d+(\.\d+)?){0,2}\s*$/

const directionUnreadable = (value: string): Fault =>
  fault(
    'number-unreadable',
    `Degrees of a direction were expected, but “${value}” came.`,
    'write heading and pitch, such as "120 -10"'
  )

const isControl = (name: string): boolean => (CONTROL_NAMES as readonly string[]).includes(name)

/** How values are read whose schema does not say all. */
const DEEP: Readonly<Record<NonNullable<SettingRow['deep']>, (value: never) => DeepReading>> = {
  layouts: (value: Parameters<typeof tryReadLayouts>[0]) => readingOf(tryReadLayouts(value)),
  // Those that there are are left out, whatever stands beside them.
  'control-names': (names: readonly string[]) => ({
    value: names.filter(isControl),
    faults: tellFirst(
      names.filter(name => !isControl(name)),
      unknownControl
    )
  }),
  'time-address': (value: string | number) => readingOf(tryParseTimeAddress(value), value),
  // Without a time: the frame in the middle.
  'frame-address': (value: string | number) =>
    value === '' ? { value, faults: [] } : readingOf(tryParseTimeAddress(value), value),
  'clip-fields': (fields: object) => readingOf(tryReadClipFields(fields)),
  direction: (value: string) => readingOf(DIRECTION.test(value) ? succeed(value) : refuse(directionUnreadable(value))),
  moments: (value: Parameters<typeof tryReadMoments>[0]) => readingOf(tryReadMoments(value)),
  shortcuts: (value: Parameters<typeof tryReadShortcuts>[0]) => readingOf(tryReadShortcuts(value))
}

/** What an author may have meant, in an example that can be copied. */
const HINTS: Partial<Record<SettingKey, string>> = {
  clipFields: 'write JSON, as in clip-fields=\'{ "title": "headline", "sources": "file" }\'',
  focusPoint: 'write how far from the left and from the top of the picture, as in focus-point="50% 20%"',
  frameRate: 'write frames a second, as in frame-rate="25"',
  hideAfter: 'write seconds above 0, or never',
  layouts: 'write [{ "from": 0, "rows": [["play-pause", "seek-bar"]] }]',
  playbackRates: 'write numbers above 0, as in playback-rates="0.75 1 1.5"',
  sourceTimeout: 'write seconds above 0, as in source-timeout="10"',
  'start.volume': 'write a number from 0 to 1, as in start-volume="0.6"'
}

const rangeInWords = ({ exclusiveMinimum, minimum, maximum }: Extract<ValueSchema, { type: 'number' }>): string => {
  if (exclusiveMinimum !== undefined) return ` above ${exclusiveMinimum}`
  if (minimum === undefined) return ''
  return maximum === undefined ? ` of ${minimum} or more` : ` from ${minimum} to ${maximum}`
}

/** What a schema lets in, in words. */
export const schemaInWords = (schema: ValueSchema): string => {
  if ('anyOf' in schema) return schema.anyOf.map(schemaInWords).join(', or ')
  switch (schema.type) {
    case 'boolean':
      return 'true or false (off in an attribute)'
    case 'number':
      return `a number${rangeInWords(schema)}`
    case 'array':
      return schema.items ? `a list of ${schemaInWords(schema.items).replace(/^an? /, '')}` : 'a list'
    case 'object':
      return 'an object'
    case 'string':
      return schema.enum
        ? `one of ${schema.enum.filter(Boolean).join(', ')}`
        : schema.pattern
          ? 'a colour such as #0b6e4f'
          : 'a text'
  }
}

const hintFor = (key: SettingKey, value: unknown): string => {
  const { schema } = rowOf(key)
  const known = HINTS[key]
  if (known) return known
  if ('type' in schema && schema.type === 'string' && schema.enum) {
    const nearest = nearestName(textOf(value), schema.enum)
    return nearest ? `did you mean ${nearest}?` : `there are ${schema.enum.join(', ')}`
  }
  return `write ${schemaInWords(schema)}`
}

/** A value that cannot be read. @param name the setting as its author wrote it. */
export const unreadableSetting = (key: SettingKey, name: string, value: unknown): Fault =>
  fault(
    'setting-unreadable',
    `${name} was to be set to “${textOf(value)}”, and that cannot be read.`,
    hintFor(key, value)
  )

/** The name of a setting as the reader of a hint would write it. */
const DATA_KEYS: readonly string[] = SETTING_KEYS

/** A setting that there is not, with the name that was probably meant. */
const unknownSetting = (key: string): Fault => {
  const nearest = nearestName(key, DATA_KEYS)
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${DATA_KEYS.join(', ')}`
  return fault('setting-unknown', `There is no setting “${key}”.`, hint)
}

/** Settings that there are not. */
export const unknownSettings = (keys: readonly string[]): readonly Fault[] => tellFirst(keys, unknownSetting)

/** An attribute of a player that is almost one of ours. */
export const misspeltAttribute = (name: string, nearest: string): Fault =>
  fault('setting-unknown', `<yoke-player> has no attribute “${name}”.`, `did you mean ${nearest}?`)

/** The attribute `settings`, where it is no JSON. */
export const unreadableSettings = (record: unknown): Fault =>
  fault(
    'setting-unreadable',
    `Settings were to be read from “${textOf(record)}”, and that is no record of them.`,
    'write { hideAfter: 4 }, and in markup, as JSON, settings=\'{ "hideAfter": 4 }\''
  )

const ORIGINS_IN_WORDS: Readonly<Record<SettingOrigin, string>> = {
  library: 'the library',
  service: 'the service that hosts the clip',
  form: 'the form of the player',
  preset: 'a preset',
  clip: 'the clip document',
  settings: 'the attribute settings',
  attribute: 'an attribute of its own',
  media: 'the media in the player',
  'given clip': 'the clip that script gives',
  script: 'script'
}

/** Two places that say the same setting. */
export const settingTwice = (key: SettingKey, winner: SettingOrigin, loser: SettingOrigin): Fault =>
  fault(
    'setting-twice',
    `${key} is set by ${ORIGINS_IN_WORDS[winner]} and by ${ORIGINS_IN_WORDS[loser]}; ${ORIGINS_IN_WORDS[winner]} wins.`,
    'take one of the two away'
  )

/** Reads what the schema of a setting has let in, and does not say all of. */
export const readDeep = (key: SettingKey, value: unknown): DeepReading => {
  const { deep } = rowOf(key)
  return deep ? DEEP[deep](value as never) : { value, faults: [] }
}

/** Reads a value of script or JSON, all the way. */
const read = (key: SettingKey, name: string, value: unknown): Result<unknown> => {
  const shaped = readValue(rowOf(key).schema, value)
  if (shaped === undefined) return refuse(unreadableSetting(key, name, value))
  const { value: good, faults } = readDeep(key, shaped)
  return faults[0] ? refuse(faults[0]) : succeed(good)
}

/** What is wrong with the value of a setting, as script or JSON gives it; `undefined` where nothing is. */
export const faultOfSetting = (key: SettingKey, value: unknown): Fault | undefined => {
  const result = read(key, key, value)
  return result.ok ? undefined : result.fault
}

/** Reads one attribute as it is written on a player. `undefined` for an attribute that is no setting. */
export const readSettingAttribute = (name: string, text: string): Result<unknown> | undefined => {
  const key = ATTRIBUTE_KEYS.get(name)
  if (!key) return undefined
  const value = valueOfText(rowOf(key).schema, text)
  const result = read(key, name, value)
  return result.ok || value !== undefined ? result : refuse(unreadableSetting(key, name, text))
}

/** A setting by its key, with what was read of it. */
export type SettingReading = readonly [key: SettingKey, result: Result<unknown>]

/** Reads settings that have been flattened; what is no setting is a fault under its own name. */
export const readDataSettings = (
  entries: readonly (readonly [key: string, value: unknown])[]
): { readonly read: readonly SettingReading[]; readonly unknown: readonly Fault[] } => {
  const known = entries.filter((entry): entry is readonly [SettingKey, unknown] => {
    const [key] = entry
    return isSettingKey(key) && !rowOf(key).scriptOnly
  })
  const others = entries.filter(([key]) => !isSettingKey(key) || rowOf(key).scriptOnly)
  return {
    read: known.map(([key, value]) => [key, read(key, key, value)] as const),
    unknown: unknownSettings(others.map(([key]) => key))
  }
}
