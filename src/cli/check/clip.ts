import { existsSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { CLIP_KEYS, type Clip, type DocumentFault, type DocumentPath, readClip } from '../../core/documents/index.ts'
import { nearestName } from '../../core/nearest-name.ts'
import { readDataSettings } from '../../core/settings/read-deep.ts'
import { flattenSettings } from '../../core/settings/table.ts'
import { checkSources } from '../../core/sources/check-sources.ts'
import { keyAt, nodeAt, placeOf, type Readable } from './json.ts'
import { decoded } from './page/page.ts'
import { type Edit, missingAt, type Place, type PlacedFault, placedError } from './placed-fault.ts'

const renaming = (tree: Readable['tree'], { code, path }: DocumentFault): Edit | undefined => {
  const key = keyAt(tree, path)
  const nearest = nearestName(String(path.at(-1)), CLIP_KEYS[path.length > 1 ? String(path[0]) : ''] ?? [])
  if (code !== 'key-unknown' || !key || !nearest) return undefined
  return { from: key.offset, to: key.offset + key.length, text: JSON.stringify(nearest) }
}

const posterAddress = (poster: Clip['poster']): readonly (readonly [string, DocumentPath])[] => {
  if (typeof poster === 'string') return [[poster, ['poster']]]
  return poster && 'src' in poster ? [[poster.src, ['poster', 'src']]] : []
}

/** Every address of a clip, with its place. */
const addressesOf = ({ sources = [], poster, tracks = [] }: Clip): readonly (readonly [string, DocumentPath])[] => [
  ...sources.map((source, index) =>
    typeof source === 'string'
      ? ([source, ['sources', index]] as const)
      : ([source.src, ['sources', index, 'src']] as const)
  ),
  ...posterAddress(poster),
  ...tracks.map(({ src }, index) => [src, ['tracks', index, 'src']] as const)
]

/** What is wrong with a clip. */
export const faultsOfClip = ({ path, tree, value, placeAt }: Readable): readonly PlacedFault[] => {
  const { clip, faults } = readClip(value)
  const at = (where: DocumentPath): Place => placeAt(nodeAt(tree, where).offset)
  const placed = faults.map(each =>
    placedError(placeAt(placeOf(tree, each)), each.code, each.message, each.hint, renaming(tree, each))
  )
  const settings = readDataSettings(flattenSettings(clip.settings ?? {}))
  const settingFaults = [
    ...settings.read.flatMap(([key, result]) => (result.ok ? [] : [[key, result.fault] as const])),
    ...settings.unknown.map(reason => ['', reason] as const)
  ]
  for (const [key, { code, message, hint }] of settingFaults)
    placed.push(placedError(at(['settings', ...key.split('.').filter(Boolean)]), code, message, hint))
  for (const [address, where] of addressesOf(clip)) {
    if (/^(?:[a-z][a-z0-9+.-]*:|\/)/i.test(address)) continue
    const file = resolve(dirname(path), decoded(address.split(/[?#]/)[0] ?? ''))
    if (!existsSync(file)) placed.push(missingAt(at(where), address, file))
  }
  const entries = (clip.sources ?? []).map(source => (typeof source === 'string' ? { src: source } : source))
  for (const [index, entry] of entries.entries())
    for (const { code, message, hint } of checkSources([entry]))
      placed.push(placedError(at(['sources', index, 'type']), code, message, hint))
  return placed
}
