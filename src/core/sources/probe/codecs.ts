import type { ByteCursor } from './bytes.ts'

/**
 * Codecs strings (RFC 6381) from the configuration records that files carry. Each function takes a cursor at the start of
 * the record's contents.
 */

const hex = (value: number, digits = 2): string => value.toString(16).toUpperCase().padStart(digits, '0')
const two = (value: number): string => String(value).padStart(2, '0')

/** AVCDecoderConfigurationRecord (ISO/IEC 14496-15, 5.3.3.1): `avc1.42E01E`. */
export const avcCodec = (record: ByteCursor, name = 'avc1'): string => {
  record.skip(1)
  return `${name}.${hex(record.u8())}${hex(record.u8())}${hex(record.u8())}`
}

const reverseBits = (value: number): number => {
  let reversed = 0
  for (let bit = 0; bit < 32; bit += 1) if ((value >>> bit) & 1) reversed += 2 ** (31 - bit)
  return reversed
}

/** HEVCDecoderConfigurationRecord (ISO/IEC 14496-15, annex E.3): `hvc1.1.6.L93.B0`. */
export const hevcCodec = (record: ByteCursor, name = 'hvc1'): string => {
  record.skip(1)
  const profile = record.u8()
  const compatibility = record.u32()
  const constraints = Array.from({ length: 6 }, () => record.u8())
  const level = record.u8()
  while (constraints.at(-1) === 0) constraints.pop()
  return [
    name,
    `${['', 'A', 'B', 'C'][profile >> 6]}${profile & 0x1f}`,
    reverseBits(compatibility).toString(16).toUpperCase(),
    `${profile & 0x20 ? 'H' : 'L'}${level}`,
    ...constraints.map(byte => byte.toString(16).toUpperCase())
  ].join('.')
}

/** AV1CodecConfigurationRecord (AV1 in ISOBMFF, sections 2.3 and 5): `av01.0.04M.08`. */
export const av1Codec = (record: ByteCursor): string => {
  record.skip(1)
  const levels = record.u8()
  const flags = record.u8()
  const isHigh = (flags & 0x40) !== 0
  const depth = isHigh ? (flags & 0x20 ? 12 : 10) : 8
  return `av01.${levels >> 5}.${two(levels & 0x1f)}${flags & 0x80 ? 'H' : 'M'}.${two(depth)}`
}

/** VPCodecConfigurationRecord (VP codec in ISOBMFF): `vp09.00.31.08`. */
export const vpCodec = (record: ByteCursor, name: string): string => {
  record.skip(4)
  const [profile, level, depth] = [record.u8(), record.u8(), record.u8() >> 4]
  return `${name}.${two(profile)}.${two(level)}.${two(depth)}`
}

/** VP9 levels: the most samples a second and in a picture (VP9 bitstream specification, annex A). */
const VP9_LEVELS: readonly (readonly [level: number, rate: number, picture: number])[] = [
  [10, 829_440, 36_864],
  [11, 2_764_800, 73_728],
  [20, 4_608_000, 122_880],
  [21, 9_216_000, 245_760],
  [30, 20_736_000, 552_960],
  [31, 36_864_000, 983_040],
  [40, 83_558_400, 2_228_224],
  [41, 160_432_128, 2_228_224],
  [50, 311_951_360, 8_912_896],
  [51, 588_251_136, 8_912_896],
  [52, 1_176_502_272, 8_912_896],
  [60, 1_176_502_272, 35_651_584],
  [61, 2_353_004_544, 35_651_584],
  [62, 4_706_009_088, 35_651_584]
]

/**
 * From the header of a VP9 frame (VP9 bitstream specification, 6.2), with the level that the picture's size and rate need:
 * `vp09.00.31.08`.
 */
export const vp9CodecOfFrame = (frame: ByteCursor, samples: number, frameRate = 30): string => {
  const first = frame.u8()
  const profile = ((first >> 5) & 1) | ((first >> 3) & 2)
  // After the marker, both bits of the profile, and for 3 a reserved bit: four flags, the sync code, then the depth.
  const bits = [first, frame.u8(), frame.u8(), frame.u8(), frame.u8()]
    .map(byte => byte.toString(2).padStart(8, '0'))
    .join('')
  const depthAt = (profile === 3 ? 5 : 4) + 4 + 24
  const depth = profile < 2 ? 8 : bits[depthAt] === '1' ? 12 : 10
  const [level] = VP9_LEVELS.find(([, rate, picture]) => samples * frameRate <= rate && samples <= picture) ?? [62]
  return `vp09.${two(profile)}.${two(level)}.${two(depth)}`
}

/** What a configuration says of a track; channels only where it says them. */
export interface ConfiguredCodec {
  readonly codec: string
  readonly channels?: number
}

/** Channels by their configuration (ISO/IEC 14496-3, 1.6.3.5). */
const CHANNELS = [undefined, 1, 2, 3, 4, 5, 6, 8] as const
const RATE_WRITTEN_OUT = 15

/** An AudioSpecificConfig (ISO/IEC 14496-3, 1.6.2.1): the kind of audio object it begins with, `mp4a.40.2`, and channels. */
export const aacCodec = (config: ByteCursor): ConfiguredCodec => {
  const first = config.u8()
  const second = config.left > 0 ? config.u8() : 0
  const isEscaped = first >> 3 === 31
  if (isEscaped) return { codec: `mp4a.40.${32 + (((first & 7) << 3) | (second >> 5))}` }
  const codec = `mp4a.40.${first >> 3}`
  const channels = CHANNELS[(second >> 3) & 15]
  const isPlain = (((first & 7) << 1) | (second >> 7)) !== RATE_WRITTEN_OUT
  return isPlain && channels ? { codec, channels } : { codec }
}

/** The length of an MPEG-4 descriptor, seven bits to a byte (ISO/IEC 14496-1, 8.3.3). */
const descriptorLength = (cursor: ByteCursor): number => {
  let length = 0
  for (let count = 0; count < 4; count += 1) {
    const byte = cursor.u8()
    length = length * 128 + (byte & 0x7f)
    if (byte < 128) break
  }
  return length
}

const AUDIO_ISO_14496_3 = 0x40
const VISUAL_ISO_14496_2 = 0x20

/** An ES descriptor (ISO/IEC 14496-1, 7.2.6.5), as in an `esds` box after its version: `mp4a.40.2`, `mp4v.20.9`, `mp4a.6B`. */
export const elementaryCodec = (cursor: ByteCursor, name: string): ConfiguredCodec => {
  cursor.skip(1)
  descriptorLength(cursor)
  cursor.skip(2)
  const flags = cursor.u8()
  if (flags & 0x80) cursor.skip(2)
  if (flags & 0x40) cursor.skip(cursor.u8())
  if (flags & 0x20) cursor.skip(2)
  cursor.skip(1)
  descriptorLength(cursor)
  const objectType = cursor.u8()
  cursor.skip(12)
  const isAudio = objectType === AUDIO_ISO_14496_3
  if (!(isAudio || objectType === VISUAL_ISO_14496_2) || cursor.left < 3) return { codec: `${name}.${hex(objectType)}` }
  cursor.skip(1)
  const config = cursor.inside(descriptorLength(cursor))
  if (isAudio) return aacCodec(config)
  // VisualObjectSequence: its start code, then profile and level.
  return { codec: config.left > 4 && config.u32() === 0x1b0 ? `mp4v.20.${config.u8()}` : 'mp4v.20' }
}
