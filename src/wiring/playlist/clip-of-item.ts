import { clipOfEntry } from '../../core/playlist/clip-of-entry.ts'
import type { ItemRecord } from '../../core/playlist/read-playlist.ts'
import { isFile } from '../../core/settings/value-schema.ts'
import { type ReadyClip, readyClip } from '../clip/read-clip.ts'

/** Reads an item of a playlist; without `sources` in its settings where it says nothing that could be played. */
export const clipOfItem = (record: ItemRecord, fields: object | undefined, base: string): ReadyClip => {
  const { settings, faults } = readyClip(clipOfEntry(record, fields), base)
  // A chosen file is data that JSON cannot hold.
  const files = Array.isArray(record.sources) ? record.sources.filter(isFile) : []
  return files.length > 0 ? { settings: { ...settings, sources: files as Blob[] }, faults: [] } : { settings, faults }
}
