/** Media types by the suffixes that files of theirs usually have; the first suffix is the usual one. */
export const SUFFIXES: ReadonlyMap<string, readonly string[]> = new Map(
  Object.entries({
    'video/mp4': ['mp4', 'm4v', 'mp4v'],
    'audio/mp4': ['m4a', 'm4b'],
    'video/webm': ['webm'],
    'audio/webm': ['weba'],
    'video/ogg': ['ogv', 'ogx'],
    'audio/ogg': ['ogg', 'oga', 'opus', 'spx'],
    'video/quicktime': ['mov', 'qt'],
    // Registered without x- (RFC 9559, section 28), but engines know only this form.
    'video/x-matroska': ['mkv'],
    'audio/x-matroska': ['mka'],
    'audio/mpeg': ['mp3'],
    'audio/aac': ['aac'],
    'audio/flac': ['flac'],
    'audio/wav': ['wav', 'wave'],
    'application/vnd.apple.mpegurl': ['m3u8'],
    'application/dash+xml': ['mpd']
  })
)

const TYPES: ReadonlyMap<string, string> = new Map(
  [...SUFFIXES].flatMap(([type, suffixes]) => suffixes.map(suffix => [suffix, type] as const))
)

/** The suffix of an address or path in lower case, without its dot; `''` where there is none. Query and fragment are passed over. */
export const suffixOf = (address: string): string => {
  const path = address.replace(/[?#].*$/s, '')
  return (/[^/\\]\.([^./\\]+)$/.exec(path)?.[1] ?? '').toLowerCase()
}

/** The type that an address lets one expect by its suffix; `undefined` where it has none that is known. */
export const typeOfAddress = (address: string): string | undefined => {
  const data = /^data:\s*([^;,\s]*)/i.exec(address)
  return data ? data[1]?.toLowerCase() || undefined : TYPES.get(suffixOf(address))
}

/** What the types of manifests of streams hold (RFC 8216; ISO/IEC 23009-1), by any of their names. */
export const STREAM_TYPE = /mpegurl|dash\+/i

/** Whether a type is of sound alone; a playlist may go about under such a name. */
export const isSoundType = (type: string): boolean => /^\s*audio\/(?!mpegurl)/i.test(type)
