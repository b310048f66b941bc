import { type Box, boxesIn, openBox } from './boxes.ts'
import type { ByteReader } from './bytes.ts'
import { av1Codec, avcCodec, type ConfiguredCodec, elementaryCodec, hevcCodec, vpCodec } from './codecs.ts'

/** What a sample entry says of a track. */
export interface SampleEntry {
  readonly codec: string
  /** Of the coded picture, and how much wider than high its pixels are. */
  readonly width: number
  readonly height: number
  readonly pixelShape: number
  readonly channels: number
  readonly sampleRate: number
}

/** How much stands before the boxes inside an entry: of a picture, and of sound by its QuickTime version. */
const VIDEO_HEADER = 78
const AUDIO_HEADERS: Readonly<Record<number, number>> = { 0: 28, 1: 44, 2: 64 }

/** Codecs whose string is no more than a name. */
const NAMES: Readonly<Record<string, string>> = {
  __proto__: null as never,
  Opus: 'opus',
  fLaC: 'flac',
  '.mp3': 'mp3',
  vp08: 'vp8'
}

const configure = async (reader: ByteReader, name: string, inside: readonly Box[]): Promise<ConfiguredCodec> => {
  const open = async (type: string) => {
    const box = inside.find(inner => inner.type === type)
    return box && openBox(reader, box)
  }
  const avc = await open('avcC')
  if (avc) return { codec: avcCodec(avc, name) }
  const hevc = await open('hvcC')
  if (hevc) return { codec: hevcCodec(hevc, name) }
  const av1 = await open('av1C')
  if (av1) return { codec: av1Codec(av1) }
  const vp = await open('vpcC')
  if (vp && name !== 'vp08') return { codec: vpCodec(vp, name) }
  const elementary = await open('esds')
  if (elementary) return elementaryCodec(elementary.skip(4), name)
  // QuickTime puts the configuration of sound one box deeper.
  const wave = inside.find(({ type }) => type === 'wave')
  if (wave) return configure(reader, name, await boxesIn(reader, wave))
  return { codec: NAMES[name] ?? name.trim() }
}

/** The name under which an encrypted entry would go (ISO/IEC 14496-12, 8.12). */
const originalName = async (reader: ByteReader, name: string, inside: readonly Box[]): Promise<string> => {
  const protection = inside.find(({ type }) => type === 'sinf')
  if (!protection || !/^enc[va]$/.test(name)) return name
  const original = (await boxesIn(reader, protection)).find(({ type }) => type === 'frma')
  return original ? (await openBox(reader, original)).text(4) : name
}

const pixelShapeOf = async (reader: ByteReader, inside: readonly Box[]): Promise<number> => {
  const box = inside.find(({ type }) => type === 'pasp')
  if (!box) return 1
  const cursor = await openBox(reader, box)
  const [across, down] = [cursor.u32(), cursor.u32()]
  return across > 0 && down > 0 ? across / down : 1
}

/** Reads the entry of a `stsd` box (ISO/IEC 14496-12, 8.5.2) for a handler `vide`, `soun` or another. */
export const readSampleEntry = async (reader: ByteReader, box: Box, handler: string): Promise<SampleEntry> => {
  const cursor = await openBox(reader, box)
  const plain = { width: 0, height: 0, pixelShape: 1, channels: 0, sampleRate: 0 }
  if (handler === 'vide') {
    cursor.skip(24)
    const [width, height] = [cursor.u16(), cursor.u16()]
    const inside = await boxesIn(reader, { from: box.from + VIDEO_HEADER, end: box.end })
    const { codec } = await configure(reader, await originalName(reader, box.type, inside), inside)
    return { ...plain, codec, width, height, pixelShape: await pixelShapeOf(reader, inside) }
  }
  if (handler !== 'soun') return { ...plain, codec: box.type.trim() }
  const version = cursor.skip(8).u16()
  const channels = cursor.skip(6).u16()
  const sampleRate = cursor.skip(6).u32() / 0x1_0000
  const inside = await boxesIn(reader, { from: box.from + (AUDIO_HEADERS[version] ?? 28), end: box.end })
  // The configuration is surer than the entry, which many encoders fill in with 2.
  const configured = await configure(reader, await originalName(reader, box.type, inside), inside)
  if (version !== 2) return { ...plain, channels, sampleRate, ...configured }
  cursor.skip(4)
  return { ...plain, sampleRate: cursor.f64(), channels: cursor.u32(), ...configured }
}
