import { clipOfEntry } from '../../core/playlist/clip-of-entry.ts'
import { faultsOfPlaylist, withoutSources } from '../../core/playlist/playlist-faults.ts'
import { isRecord } from '../../core/record.ts'
import { faultsOfClip } from './clip.ts'
import { nodeAt, placeOf, type Readable } from './json.ts'
import { type PlacedFault, placedError } from './placed-fault.ts'

/** Whether a document is a list of clips: it has items, or is a list itself. */
export const isPlaylist = (value: unknown): boolean => Array.isArray(value) || (isRecord(value) && 'items' in value)

/**
 * What is wrong with a playlist, and with each clip in it. Records of another system, which have no `sources` at all, are read
 * by the `clip-fields` of a page: of those nothing is said.
 */
export const checkPlaylist = (readable: Readable): readonly PlacedFault[] => {
  const { path, tree, value, placeAt } = readable
  const entries: readonly unknown[] = Array.isArray(value) ? value : ((value as { items?: unknown[] }).items ?? [])
  const where = Array.isArray(value) ? [] : ['items']
  const own = faultsOfPlaylist(value).map(each =>
    placedError(placeAt(placeOf(tree, each)), each.code, each.message, each.hint)
  )
  if (!Array.isArray(entries)) return own
  const areClips = entries.some(entry => typeof entry === 'string' || (isRecord(entry) && 'sources' in entry))
  const ofItems = entries.flatMap((entry, index): readonly PlacedFault[] => {
    if (!areClips || !isRecord(entry)) return []
    const node = nodeAt(tree, [...where, index])
    const { code, message, hint } = withoutSources(entry)
    return 'sources' in entry
      ? faultsOfClip({ path, tree: node, value: clipOfEntry(entry, undefined), placeAt })
      : [placedError(placeAt(node.offset), code, message, hint)]
  })
  return [...own, ...ofItems]
}
