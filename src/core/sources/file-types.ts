/** Media types by the suffixes that files of theirs usually have; the first suffix is the usual one. */
const SUFFIXES: ReadonlyMap<string, readonly string[]> = new Map(
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

/** Other names under which the same types go about. */
const ALIASES: ReadonlyMap<string, string> = new Map(
  Object.entries({
    'video/x-m4v': 'video/mp4',
    'audio/x-m4a': 'audio/mp4',
    'audio/m4a': 'audio/mp4',
    'application/mp4': 'video/mp4',
    'application/ogg': 'video/ogg',
    'video/matroska': 'video/x-matroska',
    'audio/matroska': 'audio/x-matroska',
    'audio/mp3': 'audio/mpeg',
    'audio/x-wav': 'audio/wav',
    'audio/wave': 'audio/wav',
    'audio/vnd.wave': 'audio/wav',
    'audio/x-flac': 'audio/flac',
    'audio/x-aac': 'audio/aac',
    'application/x-mpegurl': 'application/vnd.apple.mpegurl',
    'audio/mpegurl': 'application/vnd.apple.mpegurl'
  })
)

/** Every media type that is known here. */
export const knownTypes = (): readonly string[] => [...SUFFIXES.keys()]

/** A type by its usual name, without parameters and in lower case. */
export const plainType = (type: string): string => {
  const plain = (type.split(';')[0] ?? '').trim().toLowerCase()
  return ALIASES.get(plain) ?? plain
}

/** The suffix of an address or path in lower case, without its dot; `''` where there is none. Query and fragment are passed over. */
export const suffixOf = (address: string): string => {
  const path = address.replace(/[?#].*$/s, '')
  return (/[^/\\]\.([^./\\]+)$/.exec(path)?.[1] ?? '').toLowerCase()
}

/** The type that an address lets one expect by its suffix; `undefined` where it has none that is known. */
export const typeOfAddress = (address: string): string | undefined => {
  const data = /^data:([^;,]*)/i.exec(address)
  return data ? plainType(data[1] ?? '') || undefined : TYPES.get(suffixOf(address))
}

/** The container behind a type: `audio/mp4` and `video/mp4` are files of one kind. */
const containerOfType = (type: string): string => plainType(type).replace(/^(?:video|audio)\//, '')

/** Whether a file of one type may well be called the other: sound alone is often said to be video, and the reverse. */
export const isSameContainer = (type: string, other: string): boolean =>
  containerOfType(type) === containerOfType(other)

/** Whether a type is of sound alone. */
export const isSoundType = (type: string): boolean => plainType(type).startsWith('audio/')

/** The suffix that files of a type usually have, without its dot; `undefined` for a type that is not known. */
export const usualSuffix = (type: string): string | undefined => SUFFIXES.get(plainType(type))?.[0]
