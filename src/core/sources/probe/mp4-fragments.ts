import { type Box, boxesIn, findBox, openFullBox, readBoxes } from './boxes.ts'
import type { ByteReader } from './bytes.ts'

/** The samples of one track in one fragment; times in the track's own units. */
interface Run {
  readonly track: number
  readonly start: number
  readonly length: number
  readonly samples: number
}

/** What `tfhd` sets for the samples of a fragment (ISO/IEC 14496-12, 8.8.7). */
const readRunHeader = async (reader: ByteReader, box: Box): Promise<{ track: number; each: number | undefined }> => {
  const { cursor } = await openFullBox(reader, box)
  cursor.at = 0
  const flags = cursor.u32() & 0xff_ffff
  const track = cursor.u32()
  cursor.skip((flags & 1 ? 8 : 0) + (flags & 2 ? 4 : 0))
  return { track, each: flags & 8 ? cursor.u32() : undefined }
}

/** Adds up a `trun` (ISO/IEC 14496-12, 8.8.8). */
const readRun = async (reader: ByteReader, box: Box, each: number): Promise<Pick<Run, 'length' | 'samples'>> => {
  const { cursor } = await openFullBox(reader, box)
  cursor.at = 0
  const flags = cursor.u32() & 0xff_ffff
  const samples = cursor.u32()
  cursor.skip((flags & 1 ? 4 : 0) + (flags & 4 ? 4 : 0))
  if (!(flags & 0x100)) return { samples, length: samples * each }
  const rest = [0x200, 0x400, 0x800].filter(flag => flags & flag).length * 4
  let length = 0
  for (let left = samples; left > 0; left -= 1) {
    length += cursor.u32()
    cursor.skip(rest)
  }
  return { samples, length }
}

/** What one fragment (`moof`) holds of each track. @param usual how long a sample of each track is where nothing says so. */
const readFragment = async (
  reader: ByteReader,
  moof: Box,
  usual: ReadonlyMap<number, number>
): Promise<readonly Run[]> => {
  const runs: Run[] = []
  for (const traf of await boxesIn(reader, moof)) {
    const inside = traf.type === 'traf' ? await boxesIn(reader, traf) : []
    const [header, time] = ['tfhd', 'tfdt'].map(type => inside.find(box => box.type === type))
    if (!header) continue
    const { track, each = usual.get(track) ?? 0 } = await readRunHeader(reader, header)
    const clock = time && (await openFullBox(reader, time))
    let [length, samples] = [0, 0]
    for (const box of inside.filter(({ type }) => type === 'trun')) {
      const run = await readRun(reader, box, each)
      length += run.length
      samples += run.samples
    }
    const start = clock ? (clock.version === 1 ? clock.cursor.u64() : clock.cursor.u32()) : 0
    runs.push({ track, start, length, samples })
  }
  return runs
}

/** How long a sample of each track is unless said otherwise: `trex` (ISO/IEC 14496-12, 8.8.3). */
const readUsual = async (reader: ByteReader, movie: Box): Promise<ReadonlyMap<number, number>> => {
  const usual = new Map<number, number>()
  const extends_ = await findBox(reader, movie, 'mvex')
  for (const box of extends_ ? await boxesIn(reader, extends_) : []) {
    if (box.type !== 'trex') continue
    const { cursor } = await openFullBox(reader, box)
    const track = cursor.u32()
    usual.set(track, cursor.skip(4).u32())
  }
  return usual
}

/** Fragments that are looked at one by one, where nothing says where the last one is. */
const MOST = 64

/** Where the last fragments are: by the table at the end of the file (`mfra`), otherwise by going over all of them. */
const lastFragments = async (reader: ByteReader, first: Box): Promise<readonly Box[]> => {
  const tail = reader.size === undefined ? undefined : await reader.cursor(reader.size - 16, 16)
  if (reader.size !== undefined && tail && tail.left === 16 && tail.skip(4).text(4) === 'mfro') {
    const at = reader.size - tail.skip(4).u32()
    const places = await readTable(reader, { from: at + 8, end: reader.size })
    const found: Box[] = []
    for (const place of places)
      for await (const box of readBoxes(reader, place, reader.size)) {
        found.push(box)
        break
      }
    return found
  }
  const found: Box[] = []
  for await (const box of readBoxes(reader, first.from - 8, reader.end)) {
    if (box.type === 'moof') found.push(box)
    if (found.length > MOST) return []
  }
  return found
}

/** The last place that each `tfra` names (ISO/IEC 14496-12, 8.8.10). */
const readTable = async (reader: ByteReader, table: Pick<Box, 'from' | 'end'>): Promise<readonly number[]> => {
  const places = new Set<number>()
  for (const box of await boxesIn(reader, table)) {
    if (box.type !== 'tfra') continue
    const { version, cursor } = await openFullBox(reader, box)
    const sizes = cursor.skip(4).u32()
    const entries = cursor.u32()
    const width = (version === 1 ? 16 : 8) + (((sizes >> 4) & 3) + ((sizes >> 2) & 3) + (sizes & 3) + 3)
    if (entries === 0) continue
    const entry = await reader.cursor(box.from + 16 + (entries - 1) * width, width)
    places.add(version === 1 ? entry.skip(8).u64() : entry.skip(4).u32())
  }
  return [...places]
}

/** What fragments say of the whole. */
export interface FragmentFacts {
  /** Seconds; `undefined` where only reading all of the file would tell. */
  readonly duration: number | undefined
  /** Samples a second of a track, by its number. */
  readonly rates: ReadonlyMap<number, number>
}

/** Reads the first and the last fragments of a file. @param scales units a second of each track. */
export const readFragments = async (
  reader: ByteReader,
  movie: Box,
  first: Box,
  scales: ReadonlyMap<number, number>
): Promise<FragmentFacts> => {
  const usual = await readUsual(reader, movie)
  const rates = new Map<number, number>()
  for (const { track, samples, length } of await readFragment(reader, first, usual))
    if (length > 0) rates.set(track, (samples / length) * (scales.get(track) ?? 0))
  let duration: number | undefined
  for (const fragment of await lastFragments(reader, first))
    for (const { track, start, length } of await readFragment(reader, fragment, usual))
      duration = Math.max(duration ?? 0, (start + length) / (scales.get(track) ?? Number.POSITIVE_INFINITY))
  return { duration, rates }
}
