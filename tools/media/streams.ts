/**
 * Makes what the stream origin of `stand-ins/origin` serves: `npm run media streams`. Needs ffmpeg; the results are committed.
 * Each file holds all the segments of one rendition, and `index.json` says where they begin.
 */
import { execFile } from 'node:child_process'
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { readScales, readStart } from '../../src/core/streams/mp4-times.ts'

const source = new URL('../../examples/public/media/spring-tide.mp4', import.meta.url).pathname
const target = new URL('../../stand-ins/origin/media/', import.meta.url).pathname

/** Seconds of a segment, of all, and of what shows but another container. */
const [SEGMENT, WHOLE, SHORT] = [2, 60, 20]

/** Where one rendition has its segments: from which byte on, how many bytes, from which second on, for how long. */
interface StreamIndex {
  readonly init?: readonly [number, number]
  readonly segments: readonly (readonly [number, number, number, number])[]
}

const run = async (...args: readonly string[]): Promise<void> => {
  await promisify(execFile)('ffmpeg', ['-v', 'error', '-y', '-i', source, '-map_metadata', '-1', ...args])
}

const EACH_TWO_SECONDS = ['-g', '50', '-keyint_min', '50', '-sc_threshold', '0', '-pix_fmt', 'yuv420p']
const picture = (height: number, quality: number, most: number): readonly string[] => [
  '-vf',
  `scale=-2:${height}`,
  '-c:v',
  'libx264',
  '-preset',
  'veryslow',
  '-profile:v',
  'main',
  '-crf',
  String(quality),
  '-maxrate',
  `${most}k`,
  '-bufsize',
  `${most * 2}k`,
  ...EACH_TWO_SECONDS
]

const FRAGMENTS = '+empty_moov+default_base_moof+global_sidx'

/** The qualities of the picture: height, quality by the encoder's own scale, most kilobits a second. */
const QUALITIES = [
  [180, 39, 60],
  [360, 38, 140],
  [540, 37, 260],
  [720, 36, 420]
] as const

/** Where the boxes of a file begin, by type (ISO/IEC 14496-12, 4.2). */
const boxesOf = (bytes: Buffer): readonly { readonly type: string; readonly from: number; readonly size: number }[] => {
  const boxes: { type: string; from: number; size: number }[] = []
  for (let from = 0; from + 8 <= bytes.length; ) {
    const size = bytes.readUInt32BE(from)
    boxes.push({ type: bytes.toString('latin1', from + 4, from + 8), from, size })
    from += size
  }
  return boxes
}

/** How long each is: until the next one begins, the last until the end. */
const withDurations = (places: readonly (readonly [number, number, number])[], end: number): StreamIndex['segments'] =>
  places.map(([from, length, start], index) => [from, length, start, (places[index + 1]?.[2] ?? end) - start])

const indexOfMp4 = async (name: string): Promise<StreamIndex> => {
  const bytes = await readFile(join(target, name))
  const boxes = boxesOf(bytes)
  const moofs = boxes.filter(({ type }) => type === 'moof').map(({ from }) => from)
  const moov = boxes.find(({ type }) => type === 'moov')
  const init = [0, (moov?.from ?? 0) + (moov?.size ?? 0)] as const
  const scales = readScales(bytes.subarray(...init))
  const end = boxes.find(({ type }) => type === 'mfra')?.from ?? bytes.length
  const places = moofs.map((from, index) => {
    const until = moofs[index + 1] ?? end
    return [from, until - from, readStart(bytes.subarray(from, until), scales) ?? 0] as const
  })
  return { init, segments: withDurations(places, WHOLE) }
}

/** Where the clusters of a WebM begin (RFC 9559, section 5.1.3): each begins with a keyframe. */
const indexOfWebm = async (name: string, seconds: number): Promise<StreamIndex> => {
  const bytes = await readFile(join(target, name))
  const places: [number, number, number][] = []
  for (let at = bytes.indexOf('1f43b675', 0, 'hex'); at >= 0; at = bytes.indexOf('1f43b675', at + 4, 'hex')) {
    const time = bytes.indexOf('e7', at + 4, 'hex')
    const size = (bytes[time + 1] ?? 0) & 0x7f
    places.push([at, 0, bytes.readUIntBE(time + 2, size) / 1000])
  }
  const last = bytes.indexOf('1c53bb6b', places.at(-1)?.[0], 'hex')
  const ends = places.map((_, index) => places[index + 1]?.[0] ?? (last < 0 ? bytes.length : last))
  const sized = places.map(([from, , start], index) => [from, (ends[index] ?? from) - from, start] as const)
  return { init: [0, places[0]?.[0] ?? 0], segments: withDurations(sized, seconds) }
}

/** Segments of a transport stream, one behind the other in one file. */
const makeTransport = async (height: number, quality: number, most: number, name: string): Promise<StreamIndex> => {
  const work = await mkdtemp(join(tmpdir(), 'tern-quay-'))
  const sound = ['-c:a', 'aac', '-b:a', '32k', '-ar', '44100']
  const cut = ['-f', 'segment', '-segment_time', String(SEGMENT), '-segment_format', 'mpegts']
  await run('-t', String(SHORT), ...picture(height, quality, most), '-bf', '2', ...sound, ...cut, join(work, '%03d.ts'))
  const files = await Promise.all((await readdir(work)).sort().map(file => readFile(join(work, file))))
  await writeFile(join(target, name), Buffer.concat(files))
  await rm(work, { recursive: true })
  let from = 0
  const places = files.map(({ length }, index) => {
    const place = [from, length, index * SEGMENT] as const
    from += length
    return place
  })
  return { segments: withDurations(places, SHORT) }
}

/** Two sounds: that of the clip, and one an octave higher, as a second language would be. */
const SOUNDS = {
  'sea.mp4': [],
  'bells.mp4': ['-af', 'asetrate=88200,aresample=44100,aloop=2:2646000,volume=0.8']
} as const

/** Makes all of it. */
export const makeStreams = async (): Promise<void> => {
  const index: Record<string, StreamIndex> = {}
  for (const [height, quality, most] of QUALITIES) {
    const name = `quay-${height}.mp4`
    await run(
      '-an',
      ...picture(height, quality, most),
      '-bf',
      '0',
      '-movflags',
      `${FRAGMENTS}+frag_keyframe`,
      join(target, name)
    )
    index[name] = await indexOfMp4(name)
  }
  for (const [name, filter] of Object.entries(SOUNDS)) {
    const coded = ['-vn', '-t', String(WHOLE), ...filter, '-c:a', 'aac', '-b:a', '24k', '-ac', '1', '-ar', '44100']
    await run(...coded, '-movflags', FRAGMENTS, '-frag_duration', String(SEGMENT * 1e6), join(target, name))
    index[name] = await indexOfMp4(name)
  }
  index['quay-180.m2t'] = await makeTransport(180, 39, 60, 'quay-180.m2t')
  index['quay-360.m2t'] = await makeTransport(360, 38, 140, 'quay-360.m2t')
  for (const height of [180, 360]) {
    const name = `quay-${height}.webm`
    const coded = [
      '-an',
      '-t',
      String(SHORT),
      '-vf',
      `scale=-2:${height}`,
      '-c:v',
      'libvpx-vp9',
      '-crf',
      '52',
      '-b:v',
      '0'
    ]
    await run(...coded, ...EACH_TWO_SECONDS, '-cluster_time_limit', '2000', '-f', 'webm', join(target, name))
    index[name] = await indexOfWebm(name, SHORT)
  }
  const tiles = [
    '-an',
    '-vf',
    'fps=1/2,scale=160:-2,tile=6x5',
    '-frames:v',
    '1',
    '-q:v',
    '14',
    join(target, 'tiles.jpg')
  ]
  await run(...tiles)
  await writeFile(join(target, 'index.json'), `${JSON.stringify(index)}\n`)
  console.log('made streams: mp4, ts, webm')
}
