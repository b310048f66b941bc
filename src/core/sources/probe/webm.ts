import { type ByteCursor, type ByteReader, broken } from './bytes.ts'
import { aacCodec, av1Codec, avcCodec, hevcCodec, vp9CodecOfFrame } from './codecs.ts'
import { type Element, elementsIn, openElement, readElements, readFloat, readText, readUnsigned } from './ebml.ts'
import type { FoundFacts, TrackFacts } from './facts.ts'

/** Ids of elements, by their names in RFC 9559 and the EBML header's in RFC 8794. */
const ID = {
  DocType: 0x4282,
  Segment: 0x18538067,
  SeekHead: 0x114d9b74,
  Seek: 0x4dbb,
  SeekId: 0x53ab,
  SeekPosition: 0x53ac,
  Info: 0x1549a966,
  TimestampScale: 0x2ad7b1,
  Duration: 0x4489,
  Tracks: 0x1654ae6b,
  TrackEntry: 0xae,
  TrackNumber: 0xd7,
  TrackType: 0x83,
  CodecId: 0x86,
  CodecPrivate: 0x63a2,
  DefaultDuration: 0x23e383,
  Video: 0xe0,
  PixelWidth: 0xb0,
  PixelHeight: 0xba,
  DisplayWidth: 0x54b0,
  DisplayHeight: 0x54ba,
  DisplayUnit: 0x54b2,
  Projection: 0x7670,
  ProjectionPoseRoll: 0x7675,
  Audio: 0xe1,
  SamplingFrequency: 0xb5,
  Channels: 0x9f,
  Cues: 0x1c53bb6b,
  Cluster: 0x1f43b675,
  Timestamp: 0xe7,
  SimpleBlock: 0xa3,
  BlockGroup: 0xa0,
  Block: 0xa1
} as const

const TYPE_VIDEO = 1
const TYPE_AUDIO = 2
const NANOSECONDS = 1e9
/** Display sizes are pixels unless said otherwise; as a ratio, only their shape counts. */
const UNIT_PIXELS = 0

/** Names of codecs that need no configuration, by Matroska's. */
const NAMES: Readonly<Record<string, string | undefined>> = {
  __proto__: null as never,
  V_VP8: 'vp8',
  V_VP9: 'vp9',
  V_THEORA: 'theora',
  A_OPUS: 'opus',
  A_VORBIS: 'vorbis',
  A_FLAC: 'flac',
  'A_MPEG/L3': 'mp3',
  A_AC3: 'ac-3',
  A_EAC3: 'ec-3',
  'A_PCM/INT/LIT': '1'
}

const CONFIGURED: Readonly<Record<string, ((record: ByteCursor) => string) | undefined>> = {
  __proto__: null as never,
  V_AV1: av1Codec,
  'V_MPEG4/ISO/AVC': record => avcCodec(record),
  'V_MPEGH/ISO/HEVC': record => hevcCodec(record),
  A_AAC: record => aacCodec(record).codec
}

const codecOf = async (reader: ByteReader, entry: ReadonlyMap<number, Element>): Promise<string> => {
  const name = await readText(reader, entry.get(ID.CodecId))
  const record = await openElement(reader, entry.get(ID.CodecPrivate))
  const configured = CONFIGURED[name]
  if (configured && record.left > 1) return configured(record)
  return NAMES[name] ?? name
}

/** Where the media of a file begins, and how long a unit of its times is in nanoseconds. */
interface Beginning {
  readonly cluster: Element
  readonly scale: number
}

/** The first block of a track: when it is shown, in seconds, and its frame. */
interface FirstBlock {
  readonly time: number
  readonly frame: ByteCursor
}

/** After the track's number, a block has its time, beside that of its cluster, and flags (RFC 9559, section 10). */
const firstBlockOf = async (
  reader: ByteReader,
  { cluster, scale }: Beginning,
  track: number
): Promise<FirstBlock | undefined> => {
  let base = 0
  for await (const element of readElements(reader, cluster.from, cluster.end)) {
    if (element.id === ID.Timestamp) base = (await readUnsigned(reader, element)) ?? 0
    const block =
      element.id === ID.BlockGroup
        ? (await elementsIn(reader, element)).get(ID.Block)
        : element.id === ID.SimpleBlock && element
    const start = block && (await reader.cursor(block.from, 16))
    if (!start || (start.u8() & 0x7f) !== track) continue
    const beside = (start.u16() << 16) >> 16
    return { time: ((base + beside) * scale) / NANOSECONDS, frame: start.skip(1) }
  }
  return undefined
}

const readVideo = async (
  reader: ByteReader,
  entry: ReadonlyMap<number, Element>,
  beginning: Beginning | undefined
): Promise<TrackFacts> => {
  const video = await elementsIn(reader, entry.get(ID.Video) ?? { from: 0, end: 0 })
  const number = (id: number) => readUnsigned(reader, video.get(id))
  const [pixelWidth = 0, pixelHeight = 0] = [await number(ID.PixelWidth), await number(ID.PixelHeight)]
  const inPixels = ((await number(ID.DisplayUnit)) ?? UNIT_PIXELS) === UNIT_PIXELS
  const [displayWidth = pixelWidth, displayHeight = pixelHeight] = [
    await number(ID.DisplayWidth),
    await number(ID.DisplayHeight)
  ]
  const shown = inPixels
    ? ([displayWidth, displayHeight] as const)
    : ([Math.round((pixelHeight * displayWidth) / (displayHeight || 1)), pixelHeight] as const)
  const projection = await elementsIn(reader, video.get(ID.Projection) ?? { from: 0, end: 0 })
  const roll = (await readFloat(reader, projection.get(ID.ProjectionPoseRoll))) ?? 0
  const rotation = ([0, 90, 180, 270] as const)[((Math.round(-roll / 90) % 4) + 4) % 4] ?? 0
  const [width, height] = rotation % 180 === 0 ? shown : ([shown[1], shown[0]] as const)
  const each = await readUnsigned(reader, entry.get(ID.DefaultDuration))
  const frameRate = each ? NANOSECONDS / each : undefined
  const codec = await codecOf(reader, entry)
  const track = await readUnsigned(reader, entry.get(ID.TrackNumber))
  const first = beginning && track !== undefined ? await firstBlockOf(reader, beginning, track) : undefined
  const exact = codec === 'vp9' && first ? vp9CodecOfFrame(first.frame, pixelWidth * pixelHeight, frameRate) : codec
  const start = first && first.time > 0 ? { start: first.time } : {}
  return { kind: 'video', codec: exact, width, height, rotation, frameRate, ...start }
}

const readTrack = async (
  reader: ByteReader,
  entry: ReadonlyMap<number, Element>,
  beginning: Beginning | undefined
): Promise<TrackFacts> => {
  const type = await readUnsigned(reader, entry.get(ID.TrackType))
  if (type === TYPE_VIDEO) return readVideo(reader, entry, beginning)
  const codec = await codecOf(reader, entry)
  if (type !== TYPE_AUDIO) return { kind: 'other', codec }
  const audio = await elementsIn(reader, entry.get(ID.Audio) ?? { from: 0, end: 0 })
  const channels = (await readUnsigned(reader, audio.get(ID.Channels))) ?? 1
  const sampleRate = (await readFloat(reader, audio.get(ID.SamplingFrequency))) ?? 8000
  return { kind: 'audio', codec, channels, sampleRate }
}

/** What the table of contents at the start says stands elsewhere: places by id. */
const readSeekHead = async (
  reader: ByteReader,
  head: Element,
  origin: number
): Promise<ReadonlyMap<number, number>> => {
  const places = new Map<number, number>()
  for await (const seek of readElements(reader, head.from, head.end)) {
    const inside = await elementsIn(reader, seek)
    const id = await readUnsigned(reader, inside.get(ID.SeekId))
    const position = await readUnsigned(reader, inside.get(ID.SeekPosition))
    if (seek.id === ID.Seek && id !== undefined && position !== undefined) places.set(id, origin + position)
  }
  return places
}

const elementAt = async (reader: ByteReader, at: number | undefined, id: number): Promise<Element | undefined> => {
  if (at === undefined || at >= reader.end) return undefined
  for await (const element of readElements(reader, at, reader.end)) return element.id === id ? element : undefined
  return undefined
}

/** The parts of a segment up to its first media, and where the rest is. */
const readSegment = async (reader: ByteReader, segment: Element) => {
  const parts = new Map<number, Element>()
  for await (const element of readElements(reader, segment.from, segment.end)) {
    if (!parts.has(element.id)) parts.set(element.id, element)
    if (element.id === ID.Cluster) break
  }
  const head = parts.get(ID.SeekHead)
  const elsewhere = head ? await readSeekHead(reader, head, segment.from) : new Map<number, number>()
  const find = async (id: number) => parts.get(id) ?? (await elementAt(reader, elsewhere.get(id), id))
  const index = parts.has(ID.Cues) ? 'start' : elsewhere.has(ID.Cues) ? 'end' : 'none'
  return { find, index, cluster: parts.get(ID.Cluster) } as const
}

/** The length in seconds, where the file says it, and the unit of its times in nanoseconds. */
const readInfo = async (reader: ByteReader, info: Element | undefined) => {
  const inside = await elementsIn(reader, info ?? { from: 0, end: 0 })
  const units = await readFloat(reader, inside.get(ID.Duration))
  const scale = (await readUnsigned(reader, inside.get(ID.TimestampScale))) ?? 1_000_000
  return { duration: units && units > 0 ? (units * scale) / NANOSECONDS : undefined, scale } as const
}

/** Looks into a WebM or Matroska file (RFC 9559). */
export const probeWebm = async (reader: ByteReader): Promise<FoundFacts> => {
  const outer = readElements(reader, 0, reader.end)
  const { value: header } = await outer.next()
  const docType = header && (await readText(reader, (await elementsIn(reader, header)).get(ID.DocType)))
  const { value: segment } = await outer.next()
  if (segment?.id !== ID.Segment) throw broken('WebM: there is nothing after its header')
  const { find, index, cluster } = await readSegment(reader, segment)
  const list = await find(ID.Tracks)
  if (!list) throw broken('WebM: the list of its tracks is missing')
  const { duration, scale } = await readInfo(reader, await find(ID.Info))
  const beginning = cluster && { cluster, scale }
  const tracks: TrackFacts[] = []
  for await (const entry of readElements(reader, list.from, list.end))
    if (entry.id === ID.TrackEntry) tracks.push(await readTrack(reader, await elementsIn(reader, entry), beginning))
  const announced = Number.isFinite(segment.end) ? segment.end : 0
  const missing = reader.size === undefined ? 0 : Math.max(0, announced - reader.size)
  // Playback begins with the first cluster; what comes late is only the way to seek.
  return { container: docType === 'webm' ? 'webm' : 'matroska', duration, index, fastStart: true, missing, tracks }
}
