import { type Fault, fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { tryReadShortcuts } from '../playback/shortcuts.ts'
import { START_SOUNDS, START_WHENS } from '../playback/start.ts'
import { tryParseTimeAddress } from '../time/address.ts'
import { flatten, isRecord } from './layers.ts'
import type { WrittenSettings } from './settings.ts'
import { unknownSetting } from './unknown.ts'

const unreadable = (name: string, value: string, hint: string) =>
  refuse(fault('setting-unreadable', `${name} was to be set to “${value}”, and that cannot be read.`, hint))

type Reader = (written: string, name: string) => Result<unknown>

const readRates: Reader = (written, name) => {
  const rates = written
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number)
  return rates.length > 0 && rates.every(rate => rate > 0)
    ? succeed(rates)
    : unreadable(name, written, 'write numbers above 0, as in playback-rates="0.75 1 1.5"')
}

const readHideAfter: Reader = (written, name) => {
  const seconds = written.trim() === 'never' ? Number.POSITIVE_INFINITY : Number(written || Number.NaN)
  return seconds > 0 ? succeed(seconds) : unreadable(name, written, 'write seconds above 0, or never')
}

/** A number above 0. */
const readAmount =
  (hint: string): Reader =>
  (written, name) => {
    const amount = Number(written)
    return amount > 0 ? succeed(amount) : unreadable(name, written, hint)
  }

/** One of a few words; the hint names the one that was probably meant. */
const readWord =
  (words: readonly string[]): Reader =>
  (written, name) => {
    const word = written.trim()
    if (words.includes(word)) return succeed(word)
    const nearest = nearestName(word, words)
    return unreadable(name, written, nearest ? `did you mean ${nearest}?` : `there are ${words.join(', ')}`)
  }

const readVolume: Reader = (written, name) => {
  const volume = Number(written || Number.NaN)
  return volume >= 0 && volume <= 1
    ? succeed(volume)
    : unreadable(name, written, 'write a number from 0 to 1, as in start-volume="0.6"')
}

const readAddress: Reader = written => {
  const address = tryParseTimeAddress(written)
  return address.ok ? succeed(written) : address
}

const readSwitch: Reader = written => succeed(written !== 'off')

/** Attributes that set how a player behaves, each with the setting's name in script and how it is read. */
const SETTINGS = {
  'clip-title': ['title', succeed],
  'frame-rate': ['frameRate', readAmount('write frames a second, as in frame-rate="25"')],
  gestures: ['gestures', readSwitch],
  'hide-after': ['hideAfter', readHideAfter],
  'playback-rates': ['playbackRates', readRates],
  'save-data': ['saveData', readSwitch],
  shortcuts: ['shortcuts', tryReadShortcuts],
  solo: ['solo', readSwitch],
  'source-timeout': ['sourceTimeout', readAmount('write seconds above 0, as in source-timeout="10"')],
  'start-at': ['start.at', readAddress],
  'start-sound': ['start.sound', readWord(START_SOUNDS)],
  'start-volume': ['start.volume', readVolume],
  'start-when': ['start.when', readWord(START_WHENS)]
} as const satisfies Record<string, readonly [key: string, read: Reader]>

/** One of the attributes that set how a player behaves. */
export type SettingAttribute = keyof typeof SETTINGS

/** Their names. */
export const SETTING_ATTRIBUTES = Object.keys(SETTINGS) as readonly SettingAttribute[]

export const isSettingAttribute = (name: string): name is SettingAttribute => Object.hasOwn(SETTINGS, name)

/** What was read: settings, and a fault for each that could not be read or is none. */
export interface SettingsReading {
  readonly settings: WrittenSettings
  readonly faults: readonly Fault[]
}

/** A setting by its one key: `start.when` lies in `start`. */
const settingOf = (key: string, value: unknown): WrittenSettings => {
  const [head = '', part] = key.split('.')
  return { [head]: part === undefined ? value : { [part]: value } }
}

/** Reads one attribute as it stands on a player; `null` is its absence, which takes the setting back. */
export const readSetting = (name: SettingAttribute, written: string | null): SettingsReading => {
  const [key, read] = SETTINGS[name]
  const result = written === null ? succeed(undefined) : read(written, name)
  return result.ok
    ? { settings: settingOf(key, result.value), faults: [] }
    : { settings: settingOf(key, undefined), faults: [result.fault] }
}

/** JSON's way to say a thing, as an attribute would say it. */
const asWritten = (value: unknown): string => {
  if (value === true) return 'on'
  if (value === false) return 'off'
  return Array.isArray(value) ? value.join(' ') : String(value)
}

const ATTRIBUTE_OF = new Map(SETTING_ATTRIBUTES.map(name => [SETTINGS[name][0] as string, name]))

const parseRecord = (text: string): Result<Readonly<Record<string, unknown>>> => {
  try {
    const value: unknown = JSON.parse(text)
    if (isRecord(value)) return succeed(value)
  } catch {}
  return unreadable('settings', text, 'write JSON, as in settings=\'{ "hideAfter": 4 }\'')
}

/**
 * Reads the attribute `settings`: JSON with the names that script uses. `null` is its absence. What is left out comes back
 * as `undefined`, which takes back what an earlier text said.
 */
export const readSettings = (text: string | null): SettingsReading => {
  const faults: Fault[] = []
  const record = text === null ? succeed({}) : parseRecord(text)
  if (!record.ok) faults.push(record.fault)
  let settings: WrittenSettings = {}
  const add = (read: SettingsReading): void => {
    const start = { ...settings.start, ...read.settings.start }
    settings = { ...settings, ...read.settings, start }
    faults.push(...read.faults)
  }
  for (const name of SETTING_ATTRIBUTES) add(readSetting(name, null))
  for (const [key, value] of flatten(record.ok ? record.value : {})) {
    const name = ATTRIBUTE_OF.get(key)
    if (name) add(readSetting(name, asWritten(value)))
    else faults.push(unknownSetting(key, [...ATTRIBUTE_OF.keys()]))
  }
  return { settings, faults }
}
