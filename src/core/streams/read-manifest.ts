import type { Result } from '../fault.ts'
import { tryReadPresentation } from './dash/presentation.ts'
import type { ReadManifest } from './manifest.ts'
import { tryReadAnyPlaylist } from './playlist/any-playlist.ts'
import { isPresentation } from './reading.ts'

/** Where a manifest comes from. */
export interface ManifestOrigin {
  /** Its whole address: those in it are relative to it. */
  readonly src: string
  /** Milliseconds since 1970, by the clock of whoever made it; says which segments of a live stream can be had. Now, if left out. */
  readonly now?: number
}

/**
 * Reads a manifest of a stream: a playlist (RFC 8216) or a media presentation description (ISO/IEC 23009-1), told apart by how
 * they begin. Never throws and never fetches. Faults: `manifest-unreadable` (with line and column where there is a place),
 * `manifest-too-large`, `stream-key-unsupported`.
 */
export const tryReadManifest = (text: string, { src, now = Date.now() }: ManifestOrigin): Result<ReadManifest> =>
  isPresentation(text) ? tryReadPresentation(text, src, now) : tryReadAnyPlaylist(text, src)
