import { type Fault, fault } from '../core/fault.ts'
import { nearestName } from '../core/nearest-name.ts'
import { tryReadShortcuts } from '../core/playback/shortcuts.ts'
import { START_SOUNDS, START_WHENS } from '../core/playback/start.ts'
import { tryParseTimeAddress } from '../core/time/address.ts'
import type { YokeSettings } from '../wiring/settings.ts'

/** What was read from one attribute: settings, and a fault where it could not be read. */
interface Reading {
  readonly settings: YokeSettings
  readonly fault?: Fault
}

const unreadable = (name: string, value: string, hint: string): Reading => ({
  settings: {},
  fault: fault('setting-unreadable', `${name} was to be set to “${value}”, and that cannot be read.`, hint)
})

const readRates = (written: string): Reading => {
  const playbackRates = written
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number)
  return playbackRates.length > 0 && playbackRates.every(rate => rate > 0)
    ? { settings: { playbackRates } }
    : unreadable('playback-rates', written, 'write numbers above 0, as in playback-rates="0.75 1 1.5"')
}

const readHideAfter = (written: string): Reading => {
  const hideAfter = written.trim() === 'never' ? Number.POSITIVE_INFINITY : Number(written || Number.NaN)
  return hideAfter > 0
    ? { settings: { hideAfter } }
    : unreadable('hide-after', written, 'write seconds above 0, or never')
}

const readFrameRate = (written: string): Reading => {
  const frameRate = Number(written)
  return frameRate > 0
    ? { settings: { frameRate } }
    : unreadable('frame-rate', written, 'write frames a second, as in frame-rate="25"')
}

const readTimeout = (written: string): Reading => {
  const sourceTimeout = Number(written)
  return sourceTimeout > 0
    ? { settings: { sourceTimeout } }
    : unreadable('source-timeout', written, 'write seconds above 0, as in source-timeout="10"')
}

/** One of a few words. @returns settings made of it, or a fault with the word that was probably meant. */
const readWord =
  <Word extends string>(name: string, words: readonly Word[], settings: (word: Word) => YokeSettings) =>
  (written: string): Reading => {
    const word = written.trim() as Word
    if (words.includes(word)) return { settings: settings(word) }
    const nearest = nearestName(word, words)
    return unreadable(name, written, nearest ? `did you mean ${nearest}?` : `there are ${words.join(', ')}`)
  }

const readStartVolume = (written: string): Reading => {
  const volume = Number(written || Number.NaN)
  return volume >= 0 && volume <= 1
    ? { settings: { start: { volume } } }
    : unreadable('start-volume', written, 'write a number from 0 to 1, as in start-volume="0.6"')
}

const readStartAt = (written: string): Reading => {
  const address = tryParseTimeAddress(written)
  return address.ok ? { settings: { start: { at: written } } } : { settings: {}, fault: address.fault }
}

const readKeys = (written: string): Reading => {
  const shortcuts = tryReadShortcuts(written)
  return shortcuts.ok ? { settings: { shortcuts: shortcuts.value } } : { settings: {}, fault: shortcuts.fault }
}

/** Attributes that set how a player behaves, each with how it is read. */
const READERS = {
  'clip-title': title => ({ settings: { title } }),
  'frame-rate': readFrameRate,
  gestures: written => ({ settings: { gestures: written !== 'off' } }),
  'hide-after': readHideAfter,
  'playback-rates': readRates,
  'save-data': written => ({ settings: { saveData: written !== 'off' } }),
  shortcuts: readKeys,
  solo: () => ({ settings: { solo: true } }),
  'source-timeout': readTimeout,
  'start-at': readStartAt,
  'start-sound': readWord('start-sound', START_SOUNDS, sound => ({ start: { sound } })),
  'start-volume': readStartVolume,
  'start-when': readWord('start-when', START_WHENS, when => ({ start: { when } }))
} as const satisfies Record<string, (written: string) => Reading>

/** What holds while an attribute is not there. */
const WITHOUT: Readonly<Record<SettingAttribute, YokeSettings>> = {
  'clip-title': { title: '' },
  'frame-rate': {},
  gestures: { gestures: true },
  'hide-after': { hideAfter: 2.5 },
  'playback-rates': { playbackRates: [0.5, 0.75, 1, 1.25, 1.5, 2] },
  'save-data': { saveData: undefined },
  shortcuts: readKeys('').settings,
  solo: { solo: false },
  'source-timeout': { sourceTimeout: 10 },
  'start-at': { start: { at: undefined } },
  'start-sound': { start: { sound: undefined } },
  'start-volume': { start: { volume: undefined } },
  'start-when': { start: { when: undefined } }
}

/** One of the attributes that set how a player behaves. */
export type SettingAttribute = keyof typeof READERS

/** Their names. */
export const SETTING_ATTRIBUTES = Object.keys(READERS) as readonly SettingAttribute[]

export const isSettingAttribute = (name: string): name is SettingAttribute => Object.hasOwn(READERS, name)

/** Reads one attribute as it stands on a player; `null` is its absence. */
export const readSetting = (name: SettingAttribute, written: string | null): Reading =>
  written === null ? { settings: WITHOUT[name] } : READERS[name](written)
