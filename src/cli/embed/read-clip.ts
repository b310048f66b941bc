import { readFile } from 'node:fs/promises'
import { basename, extname } from 'node:path'
import { type Clip, readClip } from '../../core/documents/index.ts'
import { checkDocument } from '../check/document.ts'
import type { PlacedFault } from '../check/placed-fault.ts'
import { isPlaylist } from '../check/playlist.ts'
import { isPresets } from '../check/presets.ts'
import { expectFile } from '../read.ts'

/** A clip from a document, or made for a media file. */
export interface WrittenClip {
  readonly clip: Clip
  /** What it is called: by itself, else by its file. */
  readonly title: string
  /** The name of its file, without the suffix. */
  readonly stem: string
  readonly faults: readonly PlacedFault[]
}

const titled = (clip: Clip, stem: string, faults: readonly PlacedFault[]): WrittenClip => ({
  clip,
  title: clip.title ?? stem,
  stem,
  faults
})

/** Reads the clip at a path. @throws a sentence for what is none. */
export const readClipAt = async (path: string): Promise<WrittenClip> => {
  await expectFile(path)
  const stem = basename(path, extname(path))
  if (extname(path).toLowerCase() !== '.json')
    return titled({ title: stem, sources: [encodeURIComponent(basename(path))] }, stem, [])
  const text = await readFile(path, 'utf8')
  const faults = await checkDocument(path, text)
  if (faults.some(({ code }) => code === 'document-unreadable')) return titled({}, stem, faults)
  const value: unknown = JSON.parse(text.replace(/^\ufeff/, ''))
  if (isPlaylist(value) || isPresets(value)) throw new Error(`${path} is no clip, and one clip makes a page`)
  return titled(readClip(value).clip, stem, faults)
}
