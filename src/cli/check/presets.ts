import { readdir } from 'node:fs/promises'
import { basename, dirname, extname, join } from 'node:path'
import { placesIn } from '../../core/captions/vtt/scan.ts'
import { CLIP_KEYS, type DocumentPath } from '../../core/documents/index.ts'
import { placeOfFault } from '../../core/documents/locate.ts'
import { HOUSE_PRESETS } from '../../core/presets/house.ts'
import { type Preset, parentsOf } from '../../core/presets/preset.ts'
import { isPresetAddress } from '../../core/presets/preset-address.ts'
import { type ReadPreset, readPresetText } from '../../core/presets/read-text.ts'
import { type PresetShelf, resolvePreset } from '../../core/presets/resolve.ts'
import { isRecord } from '../../core/record.ts'
import { readTextIfThere } from '../read.ts'
import { nodeAt, placeOf, type Readable } from './json.ts'
import type { Page } from './page/page.ts'
import { type PlacedFault, placedError } from './placed-fault.ts'

/** Keys that only presets have. */
const OF_PRESETS = ['name', 'extends', 'look', 'layouts', 'captionLook']

const isPreset = (value: unknown): boolean =>
  isRecord(value) &&
  OF_PRESETS.some(key => Object.hasOwn(value, key)) &&
  !(CLIP_KEYS[''] ?? []).some(key => key !== '$schema' && key !== 'settings' && Object.hasOwn(value, key))

/** Whether a document is a preset, or a list of them, and no clip. */
export const isPresets = (value: unknown): boolean =>
  Array.isArray(value) ? value.length > 0 && value.every(isPreset) : isPreset(value)

/** Of a folder with more in it, the rest is not looked at. */
const MOST_NAMES = 500

const presetsIn = (read: readonly ReadPreset[]): readonly Preset[] => read.flatMap(({ preset }) => preset ?? [])

/** The presets of the other documents in a folder. */
const presetsBeside = async (path: string): Promise<readonly Preset[]> => {
  const folder = dirname(path)
  const names = (await readdir(folder).catch(() => [])).slice(0, MOST_NAMES)
  const others = names.filter(name => extname(name).toLowerCase() === '.json' && name !== basename(path))
  const texts = await Promise.all(others.map(name => readTextIfThere(join(folder, name))))
  return texts.flatMap(text => presetsIn(readPresetText(text ?? '')))
}

/** Those that can be named: of two of one name, the earlier one. */
const shelfOf = (...lists: readonly (readonly Preset[])[]): PresetShelf => {
  const known = new Map([...lists.flat()].reverse().map(preset => [preset.name, preset]))
  return { get: name => known.get(name), names: () => known.keys() }
}

/** What is wrong with what presets extend, each with its path in the document. */
const faultsOfParents = (
  own: readonly ReadPreset[],
  isList: boolean,
  others: readonly Preset[]
): readonly (readonly [DocumentPath, ReturnType<typeof resolvePreset>['faults'][number]])[] => {
  const shelf = shelfOf(presetsIn(own), others, HOUSE_PRESETS)
  return own.flatMap(({ preset }, index) => {
    if (!preset || parentsOf(preset).length === 0) return []
    const path = [...(isList ? [index] : []), 'extends']
    return resolvePreset(preset.name, shelf).faults.map(reason => [path, reason] as const)
  })
}

/** What is wrong with presets in a document of their own; what they extend may lie beside it. */
export const faultsOfPresets = async ({ path, tree, value, placeAt }: Readable): Promise<readonly PlacedFault[]> => {
  const read = readPresetText(JSON.stringify(value))
  const faults = read.flatMap(each => each.faults)
  const parents = faultsOfParents(read, Array.isArray(value), await presetsBeside(path))
  return [
    ...faults.map(each => placedError(placeAt(placeOf(tree, each)), each.code, each.message, each.hint)),
    ...parents.map(([where, { code, message, hint }]) =>
      placedError(placeAt(nodeAt(tree, where).offset), code, message, hint)
    )
  ]
}

/** Presets that stand in a page, and players that name a preset. */
export const checkPresets = (page: Page): readonly PlacedFault[] => {
  const placeIn = placesIn(page.text)
  const found: PlacedFault[] = []
  const known: Preset[] = []
  for (const { text, place, attributes } of page.elements) {
    if (!attributes.has('data-yoke-presets')) continue
    const read = readPresetText(text)
    known.push(...presetsIn(read))
    const lines = page.text.split('\n').slice(0, place.line - 1)
    const tag = lines.join('\n').length + (lines.length > 0 ? 1 : 0) + place.column - 1
    const start = placeIn(page.text.indexOf(text, page.text.indexOf('>', tag)))
    for (const fault of read.flatMap(({ faults }) => faults)) {
      const at = placeOfFault(text, fault) ?? { line: 1, column: 1 }
      const column = at.line === 1 ? start.column + at.column - 1 : at.column
      const there = { path: page.path, line: start.line + at.line - 1, column }
      found.push(placedError(there, fault.code, fault.message, fault.hint))
    }
    for (const [, { code, message, hint }] of faultsOfParents(read, true, known))
      found.push(placedError(place, code, message, hint))
  }
  return [...found, ...checkNames(page, known), ...withoutPresets(page)]
}

/** Whether a player names a preset, and no script brings any. */
const withoutPresets = (page: Page): readonly PlacedFault[] => {
  const first = page.elements.find(({ attributes }) => attributes.get('preset') || attributes.has('data-yoke-presets'))
  const brought =
    page.scripts.some(text => /\bpresets?\b/i.test(text)) ||
    page.elements.some(
      ({ name, attributes }) => name === 'script' && /yokewright\.presets|\/presets/.test(attributes.get('src') ?? '')
    )
  // A script of the page's own may be bundled with them.
  const own = page.elements.some(({ name, attributes }) => name === 'script' && attributes.get('type') === 'module')
  if (!first || brought || own) return []
  const hint = 'add <script src="yokewright.presets.js" defer></script>'
  return [placedError(first.place, 'library-absent', 'No script of the page brings presets.', hint)]
}

/** Names that nothing in the page brings. A script may bring any; those of the library are known. */
const checkNames = (page: Page, known: readonly Preset[]): readonly PlacedFault[] => {
  const shelf = shelfOf(known, HOUSE_PRESETS)
  const names = new Set(shelf.names())
  return page.elements.flatMap(element => {
    const name = element.attributes.get('preset')
    if (!name || names.has(name) || isPresetAddress(name)) return []
    if (!name.startsWith('house:') && page.scripts.some(text => text.includes(name) || /\bpresets?\b/.test(text)))
      return []
    const [reason] = resolvePreset('', shelfOf([{ name: '', extends: name }], known, HOUSE_PRESETS)).faults
    const sentence = `The preset “${name}” is named, and nothing of the page brings it.`
    return reason ? [placedError(element.placeOf('preset'), 'preset-unknown', sentence, reason.hint)] : []
  })
}
