import { type Result, succeed } from '../fault.ts'
import { tryReadPresentation } from './dash/presentation.ts'
import type { Manifest } from './manifest.ts'
import { readMasterPlaylist } from './playlist/master-playlist.ts'
import { namesPlaylists, tryReadPlaylist, whyNoPlaylist } from './playlist/media-playlist.ts'
import type { ManifestFault } from './reading.ts'

/** A manifest, and what is wrong with it that did not stop the reading. */
export interface ReadManifest {
  readonly manifest: Manifest
  readonly faults: readonly ManifestFault[]
}

/** Where a manifest comes from. */
export interface ManifestOrigin {
  /** Its whole address: those in it are relative to it. */
  readonly src: string
  /** Milliseconds since 1970, by the clock of whoever made it; says which segments of a live stream can be had. Now, if left out. */
  readonly now?: number
}

/** Reads a playlist of either kind (RFC 8216); one of segments is a stream of one rendition. */
const tryReadAnyPlaylist = (text: string, src: string): Result<ReadManifest> => {
  const why = whyNoPlaylist(text)
  if (why) return why
  if (namesPlaylists(text)) return succeed(readMasterPlaylist(text, src))
  const read = tryReadPlaylist(text, src)
  if (!read.ok) return read
  const { timeline, faults } = read.value
  const rendition = { id: 'video', kind: 'video', type: '', bandwidth: 0, timeline } as const
  return succeed({ manifest: { type: 'application/vnd.apple.mpegurl', src, renditions: [rendition] }, faults })
}

/**
 * Reads a manifest of a stream: a playlist (RFC 8216) or a media presentation description (ISO/IEC 23009-1), told apart by how
 * they begin. Never throws and never fetches. Faults: `manifest-unreadable` (with line and column where there is a place),
 * `manifest-too-large`, `stream-key-unsupported`.
 */
export const tryReadManifest = (text: string, { src, now = Date.now() }: ManifestOrigin): Result<ReadManifest> =>
  /^\ufeff?\s*</.test(text) ? tryReadPresentation(text, src, now) : tryReadAnyPlaylist(text, src)
