import type { Fault } from '../../core/fault.ts'
import { clipOfEntry, withoutSources } from '../../core/playlist/clip-of-entry.ts'
import type { ItemRecord } from '../../core/playlist/read-playlist.ts'
import { isFile } from '../../core/settings/value-schema.ts'
import { readyClip } from '../clip/read-clip.ts'
import type { YokeSettings } from '../settings/settings.ts'

/** What of an item is played, and how; `settings` without sources where nothing can be. */
interface ReadyItem {
  readonly settings: YokeSettings
  readonly faults: readonly Fault[]
}

/** Reads an item of a playlist. Fault, beside those of clips: `key-missing`, where it says nothing that could be played. */
export const clipOfItem = (record: ItemRecord, fields: object | undefined, base: string): ReadyItem => {
  const { settings, faults } = readyClip(clipOfEntry(record, fields), base)
  // A chosen file is data that JSON cannot hold.
  const files = Array.isArray(record.sources) ? record.sources.filter(isFile) : []
  if (files.length > 0) return { settings: { ...settings, sources: files as Blob[] }, faults: [] }
  return settings.sources?.length ? { settings, faults } : { settings, faults: [...faults, withoutSources(record)] }
}
