import { ByteCursor, type ByteReader, broken } from './bytes.ts'
import type { FoundFacts } from './facts.ts'

/** Kilobits a second by layer III's index: of MPEG-1, and of MPEG-2 and 2.5 (ISO/IEC 11172-3, 2.4.2.3). */
const BIT_RATES: readonly (readonly number[])[] = [
  [0, 32, 40, 48, 56, 64, 80, 96, 112, 128, 160, 192, 224, 256, 320],
  [0, 8, 16, 24, 32, 40, 48, 56, 64, 80, 96, 112, 128, 144, 160]
]
const SAMPLE_RATES = [44_100, 48_000, 32_000] as const
const MPEG_1 = 3
const LAYER_3 = 1
const MONO = 3
const TAG_HEADER = 10
/** How far the first frame may be from where it should be. */
const SEARCH = 8192
const ID3V1 = 128

interface Frame {
  readonly channels: number
  readonly sampleRate: number
  /** Bits a second. */
  readonly bitRate: number
  readonly samples: number
  /** Bytes from the start of the frame to where a table of contents would stand. */
  readonly tableAt: number
  readonly length: number
}

/** Reads the four bytes that every frame begins with; `undefined` where they are none. */
const readFrame = (header: number): Frame | undefined => {
  if (header >>> 21 !== 0x7ff) return undefined
  const version = (header >>> 19) & 3
  const sampleRate = (SAMPLE_RATES[(header >>> 10) & 3] ?? 0) / ([4, 0, 2, 1][version] || 1)
  const isFirst = version === MPEG_1
  const bitRate = (BIT_RATES[isFirst ? 0 : 1]?.[(header >>> 12) & 15] ?? 0) * 1000
  if (version === 1 || ((header >>> 17) & 3) !== LAYER_3 || !sampleRate || !bitRate) return undefined
  const isMono = ((header >>> 6) & 3) === MONO
  const samples = isFirst ? 1152 : 576
  return {
    channels: isMono ? 1 : 2,
    sampleRate,
    bitRate,
    samples,
    tableAt: 4 + (isFirst ? (isMono ? 17 : 32) : isMono ? 9 : 17),
    length: Math.floor((samples / 8) * (bitRate / sampleRate)) + ((header >>> 9) & 1)
  }
}

/** Where the first frame is: after a tag (ID3v2, section 3.1), if there is one. */
const skipTag = async (reader: ByteReader): Promise<number> => {
  const cursor = await reader.cursor(0, TAG_HEADER)
  if (cursor.left < TAG_HEADER || cursor.text(3) !== 'ID3') return 0
  const flags = cursor.skip(2).u8()
  const size = [cursor.u8(), cursor.u8(), cursor.u8(), cursor.u8()].reduce((all, byte) => all * 128 + (byte & 0x7f), 0)
  return TAG_HEADER + size + (flags & 0x10 ? TAG_HEADER : 0)
}

const findFrame = async (reader: ByteReader, from: number): Promise<{ at: number; frame: Frame } | undefined> => {
  const bytes = await reader.bytes(from, SEARCH)
  const headerAt = (at: number): Frame | undefined =>
    at + 4 <= bytes.length ? readFrame(new ByteCursor(bytes.subarray(at, at + 4)).u32()) : undefined
  for (let at = 0; at + 4 <= bytes.length; at += 1) {
    const frame = headerAt(at)
    // Chance bytes look like a frame; two in a row do not.
    if (frame && (at + frame.length + 4 > bytes.length || headerAt(at + frame.length))) return { at: from + at, frame }
  }
  return undefined
}

/** Samples in all, by the table that encoders put into the first frame; `undefined` without one. */
const countSamples = async (
  reader: ByteReader,
  at: number,
  { tableAt, samples }: Frame
): Promise<number | undefined> => {
  const cursor = await reader.cursor(at + tableAt, 180)
  if (cursor.left < 16 || !['Xing', 'Info'].includes(cursor.text(4))) return undefined
  const flags = cursor.u32()
  if (!(flags & 1)) return undefined
  const whole = cursor.u32() * samples
  if (flags & 2) cursor.skip(4)
  if (flags & 4) cursor.skip(100)
  if (flags & 8) cursor.skip(4)
  // Encoders say how much silence they had to put around the sound: twelve bits before, twelve after.
  if (cursor.left < 24) return whole
  const padding = cursor.skip(21).u24()
  return whole - (padding >> 12) - (padding & 0xfff)
}

const lengthOf = async (reader: ByteReader, at: number, frame: Frame): Promise<number | undefined> => {
  const samples = await countSamples(reader, at, frame)
  if (samples !== undefined) return samples / frame.sampleRate
  if (reader.size === undefined) return undefined
  const tail = await reader.cursor(Math.max(0, reader.size - ID3V1), 3)
  const end = reader.size - (tail.left === 3 && tail.text(3) === 'TAG' ? ID3V1 : 0)
  return ((end - at) * 8) / frame.bitRate
}

/** Looks into an MP3 file (ISO/IEC 11172-3, layer III). */
export const probeMp3 = async (reader: ByteReader): Promise<FoundFacts> => {
  const found = await findFrame(reader, await skipTag(reader))
  if (!found) throw broken('MP3: no frame of sound is in it')
  const { at, frame } = found
  const duration = await lengthOf(reader, at, frame)
  const { channels, sampleRate } = frame
  return { container: 'mp3', duration, index: 'none', tracks: [{ kind: 'audio', codec: 'mp3', channels, sampleRate }] }
}
