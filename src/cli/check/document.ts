import { readDialect } from '../../core/documents/index.ts'
import { faultsOfClip } from './clip.ts'
import { inOrder, placeOf, type Readable, readWritten } from './json.ts'
import { type PlacedFault, placedError } from './placed-fault.ts'
import { checkPlaylist, isPlaylist } from './playlist.ts'
import { faultsOfPresets, isPresets } from './presets.ts'

const hasAny = (value: unknown, keys: readonly string[]): boolean =>
  typeof value === 'object' && value !== null && keys.some(key => Object.hasOwn(value, key))

/** Whether a document describes a video service, and no clip. */
const isDialect = (value: unknown): boolean => hasAny(value, ['origin', 'commands', 'states'])

const faultsOfDialect = ({ tree, value, placeAt }: Readable): readonly PlacedFault[] =>
  readDialect(value).map(each => placedError(placeAt(placeOf(tree, each)), each.code, each.message, each.hint))

/** Every mistake of a document: a clip, a playlist, presets, or the dialect of a video service. */
export const checkDocument = async (path: string, text: string): Promise<readonly PlacedFault[]> => {
  const read = readWritten(path, text)
  if ('faults' in read) return read.faults
  if (isDialect(read.value)) return inOrder(faultsOfDialect(read))
  if (isPresets(read.value)) return inOrder(await faultsOfPresets(read))
  return inOrder(isPlaylist(read.value) ? checkPlaylist(read) : faultsOfClip(read))
}
