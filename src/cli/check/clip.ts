import { existsSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { findNodeAtLocation, type Node, type ParseError, parseTree, printParseErrorCode } from 'jsonc-parser'
import { CLIP_KEYS, type Clip, type DocumentFault, type DocumentPath, readClip } from '../../core/documents/index.ts'
import { nearestName } from '../../core/nearest-name.ts'
import { readDataSettings } from '../../core/settings/read-deep.ts'
import { flattenSettings } from '../../core/settings/table.ts'
import { checkSources } from '../../core/sources/rank.ts'
import { type Edit, missingAt, type Place, type PlacedFault, placedError } from './placed-fault.ts'

const placeAt = (path: string, text: string, offset: number): Place => {
  const before = text.slice(0, offset).split('\n')
  return { path, line: before.length, column: (before.at(-1)?.length ?? 0) + 1 }
}

/** The node of a place, or of the nearest one around it that is there. */
const nodeAt = (tree: Node, path: DocumentPath): Node => {
  for (let length = path.length; length > 0; length -= 1) {
    const found = findNodeAtLocation(tree, path.slice(0, length) as (string | number)[])
    if (found) return found
  }
  return tree
}

/** The node of a key itself. */
const keyAt = (tree: Node, path: DocumentPath): Node | undefined =>
  findNodeAtLocation(tree, [...path])?.parent?.children?.[0]

const renaming = (tree: Node, { code, path }: DocumentFault): Edit | undefined => {
  const key = keyAt(tree, path)
  const nearest = nearestName(String(path.at(-1)), CLIP_KEYS[path.length > 1 ? String(path[0]) : ''] ?? [])
  if (code !== 'key-unknown' || !key || !nearest) return undefined
  return { from: key.offset, to: key.offset + key.length, text: JSON.stringify(nearest) }
}

/** Every address of a clip, with its place. */
const addressesOf = ({ sources = [], poster, tracks = [] }: Clip): readonly (readonly [string, DocumentPath])[] => [
  ...sources.map((source, index) =>
    typeof source === 'string'
      ? ([source, ['sources', index]] as const)
      : ([source.src, ['sources', index, 'src']] as const)
  ),
  ...(poster && 'src' in poster ? [[poster.src, ['poster', 'src']] as const] : []),
  ...tracks.map(({ src }, index) => [src, ['tracks', index, 'src']] as const)
]

/** Every mistake of a clip document. */
export const checkClip = (path: string, text: string): readonly PlacedFault[] => {
  const errors: ParseError[] = []
  const tree = parseTree(text, errors, { allowTrailingComma: false, disallowComments: true })
  const [broken] = errors
  if (broken || !tree) {
    const what = broken
      ? printParseErrorCode(broken.error)
          .replace(/([a-z])([A-Z])/g, '$1 $2')
          .toLowerCase()
      : 'empty'
    return [
      placedError(
        placeAt(path, text, broken?.offset ?? 0),
        'document-unreadable',
        `This is not JSON: ${what}.`,
        'mend it here'
      )
    ]
  }
  const { clip, faults } = readClip(JSON.parse(text))
  const at = (where: DocumentPath): Place => placeAt(path, text, nodeAt(tree, where).offset)
  const placeOf = ({ code, path: where }: DocumentFault): Place =>
    placeAt(path, text, ((code === 'key-unknown' && keyAt(tree, where)) || nodeAt(tree, where)).offset)
  const placed = faults.map(each =>
    placedError(placeOf(each), each.code, each.message, each.hint, renaming(tree, each))
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
    const file = resolve(dirname(path), decodeURI(address.split(/[?#]/)[0] ?? ''))
    if (!existsSync(file)) placed.push(missingAt(at(where), address, file))
  }
  const entries = (clip.sources ?? []).map(source => (typeof source === 'string' ? { src: source } : source))
  for (const [index, entry] of entries.entries())
    for (const { code, message, hint } of checkSources([entry]))
      placed.push(placedError(at(['sources', index, 'type']), code, message, hint))
  return placed.sort((a, b) => a.line - b.line || a.column - b.column)
}
