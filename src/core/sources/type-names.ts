import { SUFFIXES } from './file-types.ts'

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

/** The container behind a type: `audio/mp4` and `video/mp4` are files of one kind. */
const containerOfType = (type: string): string => plainType(type).replace(/^(?:video|audio)\//, '')

/** Whether a file of one type may well be called the other: sound alone is often said to be video, and the reverse. */
export const isSameContainer = (type: string, other: string): boolean =>
  containerOfType(type) === containerOfType(other)

/** The suffix that files of a type usually have, without its dot; `undefined` for a type that is not known. */
export const usualSuffix = (type: string): string | undefined => SUFFIXES.get(plainType(type))?.[0]
