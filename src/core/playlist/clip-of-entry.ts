import { CLIP_FIELDS, type ClipFields } from '../documents/clip-fields.ts'
import { clipOfRecord } from '../documents/record.ts'
import { type Fault, fault } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import type { ItemRecord } from './read-playlist.ts'

/** What of a record is a clip; its other fields are its author's own. @param fields how those of a clip are called there. */
export const clipOfEntry = (record: ItemRecord, fields: object | undefined): Readonly<Record<string, unknown>> =>
  fields
    ? clipOfRecord(record, fields as ClipFields)
    : Object.fromEntries(Object.entries(record).filter(([name]) => CLIP_FIELDS.includes(name)))

/** An item that says nothing which could be played. */
export const withoutSources = (record: ItemRecord): Fault => {
  const meant = Object.keys(record).find(
    name => name === 'src' || name === 'source' || nearestName(name, ['sources']) !== undefined
  )
  const title = typeof record.title === 'string' ? ` “${record.title}”` : ''
  return fault(
    'key-missing',
    `An item${title} of a playlist has no sources.`,
    meant ? `write “sources” in place of “${meant}”` : 'write "sources": ["bell-buoy.webm"]'
  )
}
