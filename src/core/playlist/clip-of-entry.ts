import { CLIP_FIELDS, type ClipFields } from '../documents/clip-fields.ts'
import { clipOfRecord } from '../documents/record.ts'
import type { ItemRecord } from './read-playlist.ts'

/**
 * What of a record is a clip; its other fields are its author's own. A cover is its poster where it has no other.
 * @param fields how those of a clip are called there.
 */
export const clipOfEntry = (record: ItemRecord, fields: object | undefined): Readonly<Record<string, unknown>> => {
  if (fields) return clipOfRecord(record, fields as ClipFields)
  const clip = Object.fromEntries(Object.entries(record).filter(([name]) => CLIP_FIELDS.includes(name)))
  return typeof record.cover === 'string' ? { poster: record.cover, ...clip } : clip
}
