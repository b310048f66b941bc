import { type Box, boxesIn, findBox, openBox, openFullBox, readBoxes } from './boxes.ts'
import { type ByteReader, broken } from './bytes.ts'
import type { FoundFacts, TrackFacts } from './facts.ts'
import { readSampleEntry } from './mp4-entry.ts'
import { readFragments } from './mp4-fragments.ts'

/** Times of `mvhd` and `mdhd`: units a second, and how many of them. All bits set: not known. */
const readClock = async (reader: ByteReader, box: Box | undefined): Promise<number | undefined> => {
  if (!box) return undefined
  const { version, cursor } = await openFullBox(reader, box)
  const isLong = version === 1
  cursor.skip(isLong ? 16 : 8)
  const scale = cursor.u32()
  const length = isLong ? cursor.u64() : cursor.u32()
  const isUnknown = length === 0 || (isLong ? length >= 2 ** 64 - 1 : length === 0xffff_ffff)
  return scale === 0 || isUnknown ? undefined : length / scale
}

const fixed = (value: number): number => value / 0x1_0000

type Rotation = 0 | 90 | 180 | 270

/** How the matrix of a track header turns the picture, clockwise (ISO/IEC 14496-12, 8.3.2). */
const rotationOf = (a: number, b: number): Rotation => {
  const turn = Math.round(Math.atan2(b, a) / (Math.PI / 2))
  return ([0, 90, 180, 270] as const)[(turn + 4) % 4] ?? 0
}

/** The number of a track, and how its picture is turned. */
const readHeader = async (reader: ByteReader, track: Box): Promise<{ number: number; rotation: Rotation }> => {
  const header = await findBox(reader, track, 'tkhd')
  if (!header) return { number: 0, rotation: 0 }
  const { version, cursor } = await openFullBox(reader, header)
  const number = cursor.skip(version === 1 ? 16 : 8).u32()
  // Duration; then layer, group, volume.
  cursor.skip((version === 1 ? 12 : 8) + 16)
  return { number, rotation: rotationOf(fixed(cursor.i32()), fixed(cursor.i32())) }
}

/** How many samples a track has, without reading the table of them. */
const countSamples = async (reader: ByteReader, table: Box): Promise<number> => {
  const sizes = (await boxesIn(reader, table)).find(({ type }) => type === 'stsz' || type === 'stz2')
  if (!sizes) return 0
  const { cursor } = await openFullBox(reader, sizes)
  return cursor.skip(4).u32()
}

const scaleOf = async (reader: ByteReader, header: Box): Promise<number> => {
  const { version, cursor } = await openFullBox(reader, header)
  return cursor.skip(version === 1 ? 16 : 8).u32()
}

const handlerOf = async (reader: ByteReader, media: Box): Promise<string> => {
  const box = await findBox(reader, media, 'hdlr')
  return box ? (await openBox(reader, box)).skip(8).text(4) : ''
}

/** A track, its number, and its units a second. */
interface ReadTrack {
  readonly facts: TrackFacts
  readonly number: number
  readonly scale: number
}

const readTrack = async (reader: ByteReader, track: Box): Promise<ReadTrack | undefined> => {
  const media = await findBox(reader, track, 'mdia')
  const table = media && (await findBox(reader, media, 'minf', 'stbl'))
  const descriptions = table && (await findBox(reader, table, 'stsd'))
  const clock = media && (await findBox(reader, media, 'mdhd'))
  if (!descriptions || !clock) return undefined
  const handler = await handlerOf(reader, media)
  const [first] = await boxesIn(reader, { from: descriptions.from + 8, end: descriptions.end })
  if (!first) return undefined
  const { codec, width, height, pixelShape, channels, sampleRate } = await readSampleEntry(reader, first, handler)
  const { number, rotation } = await readHeader(reader, track)
  const scale = await scaleOf(reader, clock)
  if (handler === 'soun') return { facts: { kind: 'audio', codec, channels, sampleRate }, number, scale }
  if (handler !== 'vide') return { facts: { kind: 'other', codec }, number, scale }
  const shown = [Math.round(width * pixelShape), height] as const
  const [across, down] = rotation % 180 === 0 ? shown : ([shown[1], shown[0]] as const)
  const length = await readClock(reader, clock)
  const samples = await countSamples(reader, table)
  const frameRate = samples > 1 && length ? samples / length : undefined
  return { facts: { kind: 'video', codec, width: across, height: down, rotation, frameRate }, number, scale }
}

interface Outline {
  readonly brand: string
  readonly movie: Box | undefined
  /** The media stands before the table of what is in it. */
  readonly mediaFirst: boolean
  /** The first fragment, of a file that has fragments. */
  readonly fragment: Box | undefined
  /** Where the last box that was looked at ends. */
  readonly announced: number
}

/** Goes over the outermost boxes, until it is known where the table and the media are. */
const readOutline = async (reader: ByteReader): Promise<Outline> => {
  let brand = ''
  let movie: Box | undefined
  let fragment: Box | undefined
  let hasMedia = false
  let mediaFirst = false
  let announced = 0
  for await (const box of readBoxes(reader, 0, reader.end)) {
    if (box.type === 'ftyp') brand = (await openBox(reader, box)).text(4)
    if (box.type === 'moov') movie = box
    if (box.type === 'moof') fragment ??= box
    if (box.type === 'mdat' || box.type === 'moof') {
      hasMedia = true
      mediaFirst ||= !movie
    }
    announced = Math.max(announced, box.end)
    if (movie && hasMedia) break
  }
  return { brand, movie, mediaFirst, fragment, announced }
}

/** Looks into an MP4 or QuickTime file (ISO/IEC 14496-12). */
export const probeMp4 = async (reader: ByteReader): Promise<FoundFacts> => {
  const { brand, movie, mediaFirst, fragment, announced } = await readOutline(reader)
  const container = brand === 'qt  ' || brand === '' ? 'quicktime' : 'mp4'
  if (!movie) throw broken('MP4: the table of what is in it (moov) is missing')
  const inside = await boxesIn(reader, movie)
  const tracks: ReadTrack[] = []
  for (const box of inside) {
    const track = box.type === 'trak' ? await readTrack(reader, box) : undefined
    if (track) tracks.push(track)
  }
  const scales = new Map(tracks.map(({ number, scale }) => [number, scale]))
  const fragments = fragment && (await readFragments(reader, movie, fragment, scales))
  const whole = await readClock(
    reader,
    inside.find(({ type }) => type === 'mvhd')
  )
  const missing = reader.size === undefined ? 0 : Math.max(0, announced - reader.size)
  return {
    container,
    duration: fragments?.duration ?? whole,
    index: mediaFirst ? 'end' : 'start',
    missing,
    tracks: tracks.map(({ facts, number }) =>
      facts.kind === 'video' ? { ...facts, frameRate: facts.frameRate ?? fragments?.rates.get(number) } : facts
    )
  }
}
