import { createElement, type ReactElement } from 'react'
import type { Clip } from '../core/documents/clip-schema.ts'
import type { SourceEntry } from '../core/sources/rank.ts'

/** What says what is played. */
export interface PlayedProps {
  /** The address of a media file, of a clip document, or of a clip of a hosted service. */
  readonly src?: string | undefined
  /** A clip as a record; keep it the same for as long as it says the same. */
  readonly clip?: Clip | undefined
  /** Addresses and types of the same in several forms; the first that truly plays. */
  readonly sources?: readonly (string | SourceEntry)[] | undefined
  readonly poster?: string | undefined
  /** Of the picture, in CSS pixels: its place is kept free. */
  readonly width?: number | undefined
  readonly height?: number | undefined
}

/** An address of a file, and not of a document or of a service: what a browser without script can play. */
const FILE = /\.(?!json\b)\w{2,4}([?#]|$)/i
const SOUND = /\.(aac|flac|m4a|mp3|oga|opus|wav)([?#]|$)/i

/** What is played, by whichever property it is said. */
export const sourcesOf = ({ src, clip, sources }: PlayedProps): readonly (string | SourceEntry)[] =>
  sources ?? clip?.sources ?? (src === undefined ? [] : [src])

/** The files among it. */
export const filesOf = (played: PlayedProps): readonly SourceEntry[] =>
  sourcesOf(played)
    .map(entry => (typeof entry === 'string' ? { src: entry } : entry))
    .filter(entry => entry.type || FILE.test(entry.src))

const posterOf = ({ poster, clip }: PlayedProps): string | undefined => {
  const named = poster ?? clip?.poster
  // Of a frame of the film itself there is no address.
  return typeof named === 'object' ? (named as { readonly src?: string }).src : named
}

/** The media element for those who have no script, and until the player takes it over. `undefined` where there is no file. */
export const mediaMarkup = (played: PlayedProps): ReactElement | undefined => {
  const entries = filesOf(played)
  if (entries.length === 0) return undefined
  const isSound = entries.every(({ src, type }) => type?.startsWith('audio/') ?? SOUND.test(src))
  const { width = played.clip?.width, height = played.clip?.height } = played
  const tracks = (played.clip?.tracks ?? []).map(({ forced, kind = 'captions', srclang: srcLang, ...track }) =>
    createElement('track', { key: track.src, kind, srcLang, 'data-yoke-forced': forced ? '' : undefined, ...track })
  )
  const sources = entries.map(({ src, type, media }) => createElement('source', { key: src, src, type, media }))
  const ofPicture = { playsInline: true, width, height, poster: posterOf(played) }
  const attributes = { controls: true, preload: 'metadata', ...(!isSound && ofPicture) }
  return createElement(isSound ? 'audio' : 'video', attributes, ...sources, ...tracks)
}
