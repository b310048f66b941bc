import { ByteCursor, type ByteReader, broken } from './bytes.ts'
import type { FoundFacts, TrackFacts } from './facts.ts'

const BEGINS_STREAM = 2
const PAGE_HEADER = 27
/** How far from the end the last pages are looked for: a page has at most 65,307 bytes. */
const TAILS = [65_536, 524_288] as const
/** More streams than a file has. */
const MOST = 64

/** One page (RFC 3533, section 6). */
interface Page {
  readonly flags: number
  /** `undefined`: no packet ends on this page. */
  readonly granule: number | undefined
  readonly serial: number
  readonly from: number
  readonly end: number
}

const readPage = async (reader: ByteReader, at: number): Promise<Page | undefined> => {
  const cursor = await reader.cursor(at, PAGE_HEADER + 255)
  if (cursor.left < PAGE_HEADER || cursor.text(4) !== 'OggS') return undefined
  const flags = cursor.skip(1).u8()
  const [low, high] = [cursor.u32le(), cursor.u32le()]
  const serial = cursor.u32le()
  const segments = cursor.skip(8).u8()
  let length = 0
  for (let left = segments; left > 0; left -= 1) length += cursor.u8()
  const from = at + PAGE_HEADER + segments
  const granule = high === 0xffff_ffff && low === 0xffff_ffff ? undefined : high * 0x1_0000_0000 + low
  return { flags, granule, serial, from, end: from + length }
}

/** One stream: what it is, and the second that a granule stands for. */
interface Stream {
  readonly serial: number
  readonly track: TrackFacts
  readonly secondsAt: (granule: number) => number
}

const readTheora = (cursor: ByteCursor): Omit<Stream, 'serial'> => {
  const version = cursor.skip(7).u24()
  const [width, height] = [cursor.skip(4).u24(), cursor.u24()]
  const frameRate = cursor.skip(2).u32() / cursor.u32()
  const [across, down] = [cursor.u24(), cursor.u24()]
  // Colours and bit rate; then six bits of quality, five of what is of interest here.
  const shift = (cursor.skip(4).u16() >> 5) & 0x1f
  const shape = across > 0 && down > 0 ? across / down : 1
  // Frames are counted from 1 since version 3.2.1.
  const first = version >= 0x030201 ? 0 : 1
  return {
    track: { kind: 'video', codec: 'theora', width: Math.round(width * shape), height, rotation: 0, frameRate },
    secondsAt: granule => {
      const keyframe = Math.floor(granule / 2 ** shift)
      return (keyframe + (granule - keyframe * 2 ** shift) + first) / frameRate
    }
  }
}

const sound = (codec: string, channels: number, sampleRate: number, skipped = 0): Omit<Stream, 'serial'> => ({
  track: { kind: 'audio', codec, channels, sampleRate },
  secondsAt: granule => Math.max(0, granule - skipped) / sampleRate
})

const readVorbis = (cursor: ByteCursor): Omit<Stream, 'serial'> => {
  const channels = cursor.skip(11).u8()
  return sound('vorbis', channels, cursor.u32le())
}

/** Opus counts 48,000 samples a second whatever it was made from (RFC 7845, section 4). */
const readOpus = (cursor: ByteCursor): Omit<Stream, 'serial'> => {
  const channels = cursor.skip(9).u8()
  return sound('opus', channels, 48_000, cursor.u16le())
}

/** STREAMINFO after the mapping's own header of 13 bytes and a block header of 4 (RFC 9639, sections 8.2 and 10.1). */
const readFlac = (cursor: ByteCursor): Omit<Stream, 'serial'> => {
  const packed = cursor.skip(17 + 10).u32()
  return sound('flac', ((packed >>> 9) & 7) + 1, packed >>> 12)
}

const readSpeex = (cursor: ByteCursor): Omit<Stream, 'serial'> => {
  const sampleRate = cursor.skip(36).u32le()
  return sound('speex', cursor.skip(8).u32le(), sampleRate)
}

const KINDS: readonly (readonly [signature: string, read: (cursor: ByteCursor) => Omit<Stream, 'serial'>])[] = [
  ['\x80theora', readTheora],
  ['\x01vorbis', readVorbis],
  ['OpusHead', readOpus],
  ['\x7fFLAC', readFlac],
  ['Speex   ', readSpeex]
]

const readStream = async (reader: ByteReader, page: Page): Promise<Stream | undefined> => {
  const bytes = await reader.bytes(page.from, page.end - page.from)
  const start = String.fromCharCode(...bytes.subarray(0, 8))
  const [, read] = KINDS.find(([signature]) => start.startsWith(signature)) ?? []
  return read && { serial: page.serial, ...read(new ByteCursor(bytes)) }
}

/** The last granule of each stream: found from the end of the file, where nothing says it at the start. */
const lastGranules = async (reader: ByteReader, tail: number): Promise<ReadonlyMap<number, number>> => {
  const { end } = reader
  const granules = new Map<number, number>()
  const from = Math.max(0, end - tail)
  const bytes = await reader.bytes(from, end - from)
  for (let at = bytes.length - PAGE_HEADER; at >= 0; at -= 1) {
    if (bytes[at] !== 0x4f || bytes[at + 1] !== 0x67 || bytes[at + 2] !== 0x67 || bytes[at + 3] !== 0x53) continue
    const page = await readPage(reader, from + at)
    if (page?.granule !== undefined && !granules.has(page.serial)) granules.set(page.serial, page.granule)
  }
  return granules
}

const lengthOf = async (reader: ByteReader, streams: readonly Stream[]): Promise<number | undefined> => {
  if (reader.size === undefined) return undefined
  for (const tail of TAILS) {
    const granules = await lastGranules(reader, tail)
    if (!streams.every(({ serial }) => granules.has(serial)) && tail < reader.size && tail !== TAILS.at(-1)) continue
    const ends = streams.map(({ serial, secondsAt }) => secondsAt(granules.get(serial) ?? 0))
    const longest = Math.max(0, ...ends)
    return longest > 0 ? longest : undefined
  }
  return undefined
}

/** Looks into an Ogg file (RFC 3533). */
export const probeOgg = async (reader: ByteReader): Promise<FoundFacts> => {
  const streams: Stream[] = []
  let page = await readPage(reader, 0)
  for (let count = 0; page && page.flags & BEGINS_STREAM && count < MOST; count += 1) {
    const stream = await readStream(reader, page)
    if (stream) streams.push(stream)
    page = await readPage(reader, page.end)
  }
  if (streams.length === 0) throw broken('Ogg: no stream in it is of a kind that is known')
  const duration = await lengthOf(reader, streams)
  return { container: 'ogg', duration, index: 'none', tracks: streams.map(({ track }) => track) }
}
