import { type Result, succeed } from '../../fault.ts'
import type { ReadManifest } from '../manifest.ts'
import { readMasterPlaylist } from './master-playlist.ts'
import { namesPlaylists, tryReadPlaylist, whyNoPlaylist } from './media-playlist.ts'

/** Reads a playlist of either kind (RFC 8216); one of segments is a stream of one rendition. */
export const tryReadAnyPlaylist = (text: string, src: string): Result<ReadManifest> => {
  const why = whyNoPlaylist(text)
  if (why) return why
  if (namesPlaylists(text)) return succeed(readMasterPlaylist(text, src))
  const read = tryReadPlaylist(text, src)
  if (!read.ok) return read
  const { timeline, faults } = read.value
  const rendition = { id: 'video', kind: 'video', type: '', bandwidth: 0, timeline } as const
  return succeed({ manifest: { type: 'application/vnd.apple.mpegurl', src, renditions: [rendition] }, faults })
}
