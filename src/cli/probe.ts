import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { type Fault, fault, refuse } from '../core/fault.ts'
import { adviseOnFile, adviseOnSet, orderFiles, type ProbedFile, sourceElements } from '../core/sources/advice.ts'
import { codecFacts } from '../core/sources/codecs.ts'
import { type FrameAt, frameAt } from '../core/sources/frame-at.ts'
import type { ContainerName, MediaFileFacts, TrackFacts } from '../core/sources/probe/facts.ts'
import { tryProbe } from '../core/sources/probe/probe.ts'
import { formatClock } from '../core/time/clock.ts'
import { type Args, checkOptions, filesOf, isOn, textOf } from './arguments.ts'
import { printPlaced } from './check/placed-fault.ts'
import { counted } from './files.ts'
import { withMediaFile } from './media-file.ts'
import { complain, print } from './print.ts'
import { sentenceOf } from './reasons.ts'
import { isManifest, type LookedStream, lookIntoStream } from './streams/look-into-stream.ts'
import { printStream } from './streams/print-stream.ts'

const args: ArgsDef = {
  file: {
    type: 'positional',
    required: false,
    description: 'Media files that stand for one another, or manifests of streams (.m3u8, .mpd); as many as you like.'
  },
  at: { type: 'string', description: 'Say which frame a time address gives, such as 0:12.5 or 50%.' },
  json: { type: 'boolean', description: 'Print all that was found, for machines.' }
}

const CONTAINERS: Readonly<Record<ContainerName, string>> = {
  mp4: 'MP4',
  quicktime: 'QuickTime',
  webm: 'WebM',
  matroska: 'Matroska',
  ogg: 'Ogg',
  mp3: 'MP3',
  wav: 'WAV'
}

const INDEXES: Readonly<Record<MediaFileFacts['index'], string>> = {
  start: 'index at the start',
  end: 'index at the end',
  none: 'no index'
}

/** What came of looking into one file. */
interface Looked {
  readonly path: string
  readonly facts: MediaFileFacts | undefined
  readonly faults: readonly Fault[]
}

const rounded = (value: number): string => String(Number(value.toFixed(3)))

const bytesText = (bytes: number): string =>
  bytes < 100_000 ? `${(bytes / 1000).toFixed(1)} kB` : `${(bytes / 1e6).toFixed(1)} MB`

/** `VP9 vp09.00.31.08`; just the one where they are the same word. */
const codecText = (codec: string): string => {
  const name = codecFacts(codec)?.name
  if (!name) return codec
  return name.toLowerCase() === codec ? name : `${name} (${codec})`
}

const trackText = (track: TrackFacts): string => {
  if (track.kind === 'other') return `also     ${track.codec}`
  if (track.kind === 'audio')
    return `sound    ${codecText(track.codec)}, ${counted(track.channels, 'channel')}, ${rounded(track.sampleRate / 1000)} kHz`
  const turned = track.rotation ? `, turned by ${track.rotation}°` : ''
  const rate = track.frameRate === undefined ? '' : `, ${rounded(track.frameRate)} frames a second`
  return `picture  ${codecText(track.codec)}, ${track.width} × ${track.height}${turned}${rate}`
}

/** @throws a sentence where the file does not say. */
const frameOf = (facts: MediaFileFacts, address: string): FrameAt => {
  const found = frameAt(facts, address)
  if (!found.ok) throw new Error(`${found.fault.message} ${found.fault.hint}`)
  return found.value
}

const frameText = (facts: MediaFileFacts, address: string): string => {
  const { frame, from, at } = frameOf(facts, address)
  return `frame    ${address} is ${rounded(at)} s: frame ${frame}, counted from 0, shown from ${rounded(from)} s`
}

const printFile = ({ path, facts }: Looked, at: string | undefined): void => {
  if (!facts) return
  const { container, duration, index, fastStart, size, tracks } = facts
  const length = duration === undefined ? 'length not written' : formatClock(duration)
  print(
    `${path}: ${CONTAINERS[container]}, ${length}, ${bytesText(size ?? 0)}, ${INDEXES[index]}${fastStart ? '' : ', starts late'}`
  )
  for (const track of tracks) print(`  ${trackText(track)}`)
  if (at !== undefined) print(`  ${frameText(facts, at)}`)
}

const lookInto = async (path: string): Promise<Looked> => {
  const result = await withMediaFile(path, tryProbe).catch((error: unknown) =>
    refuse(fault('file-unreadable', `This was not looked into: ${sentenceOf(error)}.`, 'name a file that can be read'))
  )
  if (!result.ok) return { path, facts: undefined, faults: [result.fault] }
  return { path, facts: result.value, faults: adviseOnFile({ src: path, facts: result.value }) }
}

const printForMachines = (
  looked: readonly Looked[],
  streams: readonly LookedStream[],
  files: readonly ProbedFile[],
  among: readonly Fault[],
  at?: string
): void => {
  const frame = (facts: MediaFileFacts | undefined) => (facts && at !== undefined ? { frame: frameOf(facts, at) } : {})
  console.log(
    JSON.stringify(
      {
        files: looked.map(({ path, facts, faults }) => ({ path, ...facts, ...frame(facts), faults })),
        ...(streams.length > 0 && { streams }),
        faults: among,
        sources: orderFiles(files).map(({ src, facts }) => ({ src, type: facts.type }))
      },
      null,
      2
    )
  )
}

/** `yokewright probe`: what media files are, and the `<source>` lines for them. */
export const probe: CommandDef = defineCommand({
  meta: {
    name: 'probe',
    description: 'Say what media files are, what in them will bite, and the <source> lines in the right order.'
  },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, args)
    const looked: Looked[] = []
    const streams: LookedStream[] = []
    for (const path of filesOf(options)) {
      if (isManifest(path)) streams.push(await lookIntoStream(path))
      else looked.push(await lookInto(path))
    }
    const files = looked.flatMap(({ path, facts }) => (facts ? [{ src: path, facts }] : []))
    const among = adviseOnSet(files)
    const at = textOf(options, 'at')
    if (isOn(options, 'json')) printForMachines(looked, streams, files, among, at)
    else {
      for (const stream of streams) printStream(stream)
      for (const file of looked) printFile(file, at)
      if (files.length > 0) print('')
      for (const line of sourceElements(files)) print(line)
    }
    for (const { faults } of streams) for (const fault of faults) complain(printPlaced(fault))
    for (const { path, faults } of looked)
      for (const { code, message, hint } of faults) complain(`${path} ${code} ${message} — ${hint}`)
    for (const { code, message, hint } of among) complain(`${code} ${message} — ${hint}`)
    if (looked.some(({ faults }) => faults.some(({ code }) => code === 'file-unreadable'))) return 2
    return among.length > 0 || [...streams, ...looked].some(({ faults }) => faults.length > 0) ? 1 : 0
  }
})
