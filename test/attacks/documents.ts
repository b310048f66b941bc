import fc from 'fast-check'
import { CLIP_KEYS, clipOfRecord, pointInto, readClip } from '../../src/core/documents/index.ts'
import type { Fault, Result } from '../../src/core/fault.ts'
import { CONTROL_NAMES } from '../../src/core/layout/layouts.ts'
import { tryReadLayouts } from '../../src/core/layout/read-layouts.ts'
import { tryReadMoments } from '../../src/core/moments/read-moments.ts'
import { nearestName } from '../../src/core/nearest-name.ts'
import { COMMAND_NAMES, isCommandName } from '../../src/core/playback/commands.ts'
import { tryReadShortcuts } from '../../src/core/playback/shortcuts.ts'
import { readDataSettings, readSettingAttribute } from '../../src/core/settings/read-deep.ts'
import { ATTRIBUTE_KEYS, flattenSettings, nestSettings, SETTING_KEYS } from '../../src/core/settings/table.ts'
import { checkSources } from '../../src/core/sources/check-sources.ts'
import { codecFacts, codecRank } from '../../src/core/sources/codecs.ts'
import { isSoundType, suffixOf, typeOfAddress } from '../../src/core/sources/file-types.ts'
import { tryParseMediaType } from '../../src/core/sources/media-type.ts'
import { usualSuffix } from '../../src/core/sources/type-names.ts'
import { tryParseOffset, tryParseTimeAddress } from '../../src/core/time/address.ts'
import { type Attack, attack, dataOf, expectPlain, type Growth, NAMES, nameAmong } from './attack.ts'

const CLIP_NAMES = Object.values(CLIP_KEYS).flat()
const SETTING_NAMES = SETTING_KEYS.flatMap(key => key.split('.'))

const look = (results: readonly Result<unknown>[]): void =>
  expectPlain(results.flatMap((result): readonly Fault[] => (result.ok ? [] : [result.fault])))

/** The prototype of all objects is as it was. */
const expectClean = (): void => {
  for (const key in {}) throw new Error(`Object.prototype has ${key}`)
}

const readAsSettings = (data: unknown): void => {
  if (typeof data !== 'object' || data === null) return
  const { read, unknown } = readDataSettings(flattenSettings(data))
  look(read.map(([, result]) => result))
  expectPlain(unknown)
  nestSettings(read.map(([key, result]) => [key, result.ok ? result.value : undefined] as const))
  expectClean()
}

/** Clips, settings, layouts, records of other systems, and words that are looked up. */
export const DOCUMENT_ATTACKS: readonly Attack[] = [
  attack('clips', dataOf(CLIP_NAMES), data => {
    const { clip, faults } = readClip(data)
    expectPlain(faults)
    if (readClip(clip).faults.length > 0) throw new Error('what was read of a clip is not good')
    if (clip.settings) readAsSettings(clip.settings)
    expectClean()
  }),
  attack('settings', dataOf(SETTING_NAMES), readAsSettings),
  attack('attributes', fc.tuple(nameAmong([...ATTRIBUTE_KEYS.keys()]), dataOf(SETTING_NAMES)), ([name, data]) => {
    for (const text of [String(JSON.stringify(data)), typeof data === 'string' ? data : '']) {
      const read = readSettingAttribute(name, text)
      if (read) look([read])
    }
  }),
  attack('layouts', dataOf(['from', 'rows', 'top', 'control', 'by', ...CONTROL_NAMES]), data => {
    for (const layouts of [data, [data], [{ rows: [data] }], [{ rows: [[data]] }]])
      look([tryReadLayouts(layouts as never)])
  }),
  attack(
    'records',
    fc.tuple(dataOf(CLIP_NAMES), dataOf([...CLIP_NAMES, 'list', '/a/b', '/0', '~1'])),
    ([record, fields]) => {
      for (const given of [fields, { sources: fields }, { tracks: fields, moments: fields, title: fields }])
        expectPlain(readClip(clipOfRecord(record, given as never)).faults)
      if (typeof fields === 'string') pointInto(record, fields)
      expectClean()
    }
  ),
  attack('words', nameAmong([...COMMAND_NAMES, 'video/mp4; codecs="avc1"', '1:30', '50%', 'a.mp4', '-0:05']), word => {
    if (isCommandName(word) && (NAMES as readonly string[]).includes(word)) throw new Error(`${word} is a command`)
    look([tryParseTimeAddress(word), tryParseOffset(word), tryParseMediaType(word), tryReadShortcuts([word])])
    look([tryReadShortcuts([{ key: word, command: word, value: word } as never])])
    look([tryReadMoments([{ at: word, label: word } as never])])
    for (const found of [typeOfAddress(word), usualSuffix(word), suffixOf(word)])
      if (found !== undefined && typeof found !== 'string') throw new Error(`${word} is ${String(found)}`)
    isSoundType(word)
    codecFacts(word)
    codecRank(word)
    expectPlain(checkSources([{ src: word, type: word }]))
    nearestName(word, COMMAND_NAMES)
  })
]

const listed = (size: number, entry: (index: number) => readonly [string, unknown]): object =>
  Object.fromEntries(Array.from({ length: size }, (_, index) => entry(index)))

const nested = (size: number): unknown => {
  let data: unknown = 1
  for (let depth = 0; depth < size; depth += 1) data = [data]
  return data
}

/** What may be long in documents. */
export const DOCUMENT_GROWTHS: readonly Growth[] = [
  {
    name: 'unknown keys of a clip',
    make: size => {
      const data = listed(size, index => [`titel${index}`, 1])
      return () => readClip(data)
    }
  },
  {
    name: 'sources that cannot be read',
    make: size => {
      const data = { sources: Array.from({ length: size }, () => ({ src: 1, typ: 2 })) }
      return () => readClip(data)
    }
  },
  {
    name: 'good sources',
    make: size => {
      const data = { sources: Array.from({ length: size }, () => ({ src: 'a.mp4' })) }
      return () => readClip(data)
    }
  },
  {
    name: 'lists in one another',
    make: size => {
      const text = `{"sources":${'['.repeat(size)}${']'.repeat(size)}}`
      return () => readClip(nested(Math.min(size, 4000)) ?? text)
    }
  },
  {
    name: 'unknown settings',
    make: size => {
      const data = listed(size, index => [`hideAftr${index}`, 1])
      return () => readDataSettings(flattenSettings(data))
    }
  },
  {
    name: 'controls of a layout',
    make: size => {
      const data = JSON.stringify([{ rows: [Array.from({ length: size }, () => 'play-paus')] }])
      return () => tryReadLayouts(data)
    }
  },
  {
    name: 'a long word beside another',
    make: size => {
      const word = 'play'.repeat(size)
      return () => nearestName(word, [word.slice(1), 'play'])
    }
  },
  {
    name: 'figures of a time',
    make: size => {
      const text = '1'.repeat(size)
      return () => [tryParseTimeAddress(text), tryParseOffset(`${text}:${text}`), tryParseTimeAddress(`${text}%`)]
    }
  },
  {
    name: 'parameters of a type',
    make: size => {
      const text = `video/mp4${'; a="b'.repeat(size)}`
      return () => tryParseMediaType(text)
    }
  },
  {
    name: 'a focus point',
    make: size => {
      const text = `50%${' '.repeat(size)}50`
      return () => readSettingAttribute('focus-point', text)
    }
  },
  {
    name: 'rates',
    make: size => {
      const text = '1 , '.repeat(size)
      return () => readSettingAttribute('playback-rates', text)
    }
  }
]
