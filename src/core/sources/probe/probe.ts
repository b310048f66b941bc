import { FaultError, fault, type Result, refuse, succeed } from '../../fault.ts'
import { serializeMediaType } from '../media-type.ts'
import { ByteReader, type ByteSource } from './bytes.ts'
import type { ContainerName, FoundFacts, MediaFileFacts, TrackFacts } from './facts.ts'
import { probeMp3 } from './mp3.ts'
import { probeMp4 } from './mp4.ts'
import { probeOgg } from './ogg.ts'
import { probeWav } from './wav.ts'
import { probeWebm } from './webm.ts'

/** What a file is, by its first bytes. The last ones are no media that could be looked into, but can be named. */
const SIGNATURES: readonly (readonly [pattern: RegExp, kind: string])[] = [
  [/^.{4}(?:ftyp|moov|mdat|wide|free|skip|styp|moof)/s, 'mp4'],
  // biome-ignore lint/suspicious/noControlCharactersInRegex: the first byte of EBML is one.
  [/^\x1a\x45\xdf\xa3/, 'webm'],
  [/^OggS/, 'ogg'],
  [/^(?:RIFF|RF64).{4}WAVE/s, 'wav'],
  [/^ID3/, 'mp3'],
  [/^fLaC/, 'a bare FLAC file'],
  [/^\xff[\xf0-\xf1\xf8-\xf9]/, 'a bare AAC file'],
  [/^\xff[\xe2-\xff]/, 'mp3'],
  [/^\s*<(?:!doctype|html|head|body|!--)/i, 'a web page'],
  [/^\s*<\?xml/, 'XML'],
  [/^(?:\xef\xbb\xbf)?WEBVTT/, 'WebVTT captions'],
  [/^#EXTM3U/, 'an HLS playlist'],
  [/^(?:\xff\xd8\xff|\x89PNG|GIF8|RIFF.{4}WEBP)/s, 'a picture'],
  [/^RIFF.{4}AVI /s, 'an AVI file'],
  [/^FLV/, 'an FLV file'],
  [/^\s*[{[]/, 'JSON']
]

const READERS: Readonly<Record<string, (reader: ByteReader) => Promise<FoundFacts>>> = {
  mp4: probeMp4,
  webm: probeWebm,
  ogg: probeOgg,
  mp3: probeMp3,
  wav: probeWav
}

/** What bytes begin as: `mp4`, `webm`, `ogg`, `mp3`, `wav`, in words what else is known, or `''`. At least 16 bytes are wanted. */
export const recognise = (start: Uint8Array): string => {
  const text = String.fromCharCode(...start.subarray(0, 64))
  return SIGNATURES.find(([pattern]) => pattern.test(text))?.[1] ?? ''
}

/** Whether {@link recognise} has named a container of media. */
export const isContainer = (kind: string): boolean => Object.hasOwn(READERS, kind)

const SUBTYPES: Readonly<Record<ContainerName, string>> = {
  mp4: 'mp4',
  quicktime: 'quicktime',
  webm: 'webm',
  matroska: 'x-matroska',
  ogg: 'ogg',
  mp3: 'mpeg',
  wav: 'wav'
}

const typeOf = (container: ContainerName, tracks: readonly TrackFacts[]): string => {
  const seen = tracks.filter(({ kind }) => kind !== 'other')
  const kind = seen.some(track => track.kind === 'video') || container === 'quicktime' ? 'video' : 'audio'
  // An MP3 has nothing else in it, and engines are surer of it without.
  const codecs = container === 'mp3' ? [] : [...new Set(seen.map(({ codec }) => codec))]
  return serializeMediaType({ type: `${kind}/${SUBTYPES[container]}`, codecs })
}

const notMedia = (kind: string, size: number | undefined): FaultError =>
  new FaultError(
    size === 0
      ? fault('media-unreadable', 'The file is empty.', 'it was not copied, or is still being written')
      : fault(
          'container-unknown',
          kind ? `The file is no media file: it is ${kind}.` : 'The file is of no kind that is known.',
          'MP4, QuickTime, WebM, Matroska, Ogg, MP3 and WAV can be looked into'
        )
  )

/** What a codecs string may hold (RFC 6381, section 3.2, without percent signs); all else comes from a file that lies. */
const plainCodec = (codec: string): string => codec.replace(/[^\w.+-]/g, '').slice(0, 64) || 'unknown'

/**
 * Looks into a media file without decoding it: what it is, what is in it, how long it is. Reads only the parts that say so.
 * Rejects with what `source` rejects with, and with a {@link FaultError} `container-unknown` or `media-unreadable`.
 */
export const probe = async (source: ByteSource): Promise<MediaFileFacts> => {
  const reader = new ByteReader(source)
  const start = await reader.bytes(0, 64)
  const kind = start.length === 0 ? '' : recognise(start)
  const read = READERS[kind]
  if (!read) throw notMedia(kind, start.length === 0 ? 0 : reader.size)
  const { missing = 0, fastStart, ...raw } = await read(reader)
  const found = { ...raw, tracks: raw.tracks.map(track => ({ ...track, codec: plainCodec(track.codec) })) }
  return {
    ...found,
    type: typeOf(found.container, found.tracks),
    fastStart: fastStart ?? found.index !== 'end',
    missing,
    size: reader.size
  }
}

/** Like {@link probe}, and resolves with the fault instead of rejecting with it. What `source` itself rejects with is the fault's cause. */
export const tryProbe = async (source: ByteSource): Promise<Result<MediaFileFacts>> => {
  try {
    return succeed(await probe(source))
  } catch (error) {
    if (error instanceof FaultError) return refuse(error.fault)
    return refuse(
      fault('media-unreadable', 'The file could not be read.', 'look at the address, and whether it may be read', error)
    )
  }
}
