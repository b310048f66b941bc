import { readFile, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { parseVtt } from '../../core/captions/vtt/parse-vtt.ts'
import type { Clip } from '../../core/documents/index.ts'
import {
  type BroughtPreset,
  libraryTags,
  PAGE_CSS,
  type PageInput,
  playerMarkup,
  servicesOf,
  servicesScript,
  shareProperties,
  videoObject,
  writeFrame,
  writePage
} from '../../core/embed/index.ts'
import type { DialectData } from '../../core/hosted/dialect.ts'
import { type Args, checkOptions, fileOf, isOn, needed, textOf } from '../arguments.ts'
import { readDialects } from '../check/dialects.ts'
import { printPlaced } from '../check/placed-fault.ts'
import { LIBRARY_FOLDER, libraryAssets } from '../library-files.ts'
import { complain, print } from '../print.ts'
import { type Asset, gather, type Streams } from './assets.ts'
import { type MediaFacts, readMedia } from './media.ts'
import { presetFor } from './preset.ts'
import { readClipAt, type WrittenClip } from './read-clip.ts'
import { printReport, type Report } from './report.ts'
import { isStreamSource, readStreams } from './streams.ts'
import { type MadeFile, writeFolder } from './write-folder.ts'

const args: ArgsDef = {
  clip: { type: 'positional', required: false, description: 'A clip document, or a media file.' },
  as: {
    type: 'string',
    description:
      'page: a folder with all that it needs. snippet: HTML for a page of yours. frame: an <iframe> for a page elsewhere. Default: page.'
  },
  preset: { type: 'string', description: 'A preset document, or the name of one of the house.' },
  dialect: {
    type: 'string',
    description: 'What a video service of the clip is like; several files with commas between them.'
  },
  out: { type: 'string', description: 'The folder of the page. Default: the name of the clip.' },
  base: { type: 'string', description: 'The address at which the page, or the files of a snippet, will be.' },
  lang: { type: 'string', description: 'The language of the page. Default: en.' },
  published: {
    type: 'string',
    description: 'Since when it can be watched, as 2026-03-21. Default: the day of the file.'
  },
  overwrite: { type: 'boolean', description: 'Write over files that are there already.' },
  json: { type: 'boolean', description: 'Print what was made, for machines.' }
}

/** The script that says what the services of a page are like. */
const SERVICES = 'services.js'

const FORMS = ['page', 'snippet', 'frame'] as const
type Form = (typeof FORMS)[number]

const formNamed = (name = 'page'): Form => {
  const form = FORMS.find(each => each === name)
  if (form) return form
  throw new Error(`--as is “${name}”; write one of ${FORMS.join(', ')}`)
}

/** The address of a folder: it ends in a slash. @throws a sentence. */
const baseNamed = (written: string | undefined): string | undefined => {
  if (written === undefined) return undefined
  if (!/^https?:/i.test(written) || !URL.canParse(written))
    throw new Error(`--base is “${written}”; write an address such as https://quay.example/tide/`)
  return new URL(written.endsWith('/') ? written : `${written}/`).href
}

const dayOf = (written: string | undefined, made: Date): string => {
  if (written === undefined) return made.toISOString().slice(0, 10)
  if (/^\d{4}-\d{2}-\d{2}$/.test(written) && !Number.isNaN(Date.parse(written))) return written
  throw new Error(`--published is “${written}”; write a day such as 2026-03-21`)
}

/** All that is known once the clip and its files have been read. */
interface Job {
  readonly options: Args
  readonly written: WrittenClip
  readonly media: MediaFacts
  readonly preset: BroughtPreset | undefined
  readonly assets: readonly Asset[]
  readonly elsewhere: readonly string[]
  /** The services that show the clip. */
  readonly services: readonly DialectData[]
  readonly base: string | undefined
  readonly lang: string
  /** Those that lie beside the clip. */
  readonly streams: Streams
}

const textsOf = async ({ tracks = [] }: Clip, assets: readonly Asset[]): Promise<ReadonlyMap<string, string>> => {
  const byName = new Map(assets.map(({ name, from }) => [encodeURIComponent(name), from]))
  const found = tracks.flatMap(({ src }) => {
    const from = byName.get(src)
    return from === undefined ? [] : [[src, from] as const]
  })
  return new Map(await Promise.all(found.map(async ([src, from]) => [src, await readFile(from, 'utf8')] as const)))
}

/** What is said in a clip, by its captions in the language of the page. */
const saidIn = ({ tracks = [] }: Clip, texts: ReadonlyMap<string, string>, lang: string): string => {
  const spoken = tracks.filter(({ kind = 'captions', src }) => /^(?:captions|subtitles)$/.test(kind) && texts.has(src))
  const own = spoken.find(({ srclang = '' }) => srclang.split('-')[0] === lang.split('-')[0]) ?? spoken[0]
  return own ? (texts.get(own.src) ?? '') : ''
}

const makePage = async (job: Job): Promise<Report> => {
  const { options, written, media, preset, assets, elsewhere, services, base, lang, streams } = job
  const { clip, isSound, duration } = media
  const { title, stem } = written
  const texts = await textsOf(clip, assets)
  const [first] = assets
  const facts = {
    clip,
    title,
    isSound,
    duration,
    lang,
    published: dayOf(textOf(options, 'published'), first ? (await stat(first.from)).mtime : new Date()),
    cues: parseVtt(saidIn(clip, texts, lang)).cues,
    page: base,
    services,
    whole: (address: string) => (base === undefined ? undefined : new URL(address, base).href)
  }
  const input: PageInput = {
    clip,
    isSound,
    texts,
    title,
    lang,
    library: LIBRARY_FOLDER,
    services,
    servicesScript: SERVICES,
    sheet: 'page.css',
    preset,
    data: videoObject(facts),
    share: shareProperties(facts)
  }
  const folder = textOf(options, 'out') ?? stem
  const files: readonly MadeFile[] = await writeFolder(
    folder,
    [
      { name: 'index.html', text: writePage(input) },
      { name: 'page.css', text: PAGE_CSS },
      ...(services.length > 0 ? [{ name: SERVICES, text: servicesScript(services) }] : [])
    ],
    [...assets, ...(await libraryAssets())],
    isOn(options, 'overwrite')
  )
  const page = join(folder, 'index.html')
  return {
    folder,
    page,
    files,
    elsewhere: [...elsewhere, ...[...streams.values()].flatMap(stream => stream.elsewhere)],
    services,
    isKnown: base !== undefined,
    hasStreams: clip.sources?.some(isStreamSource) === true,
    needsServer: streams.size > 0
  }
}

const makeSnippet = ({ media, preset, services, base }: Job): string => {
  const { clip, isSound } = media
  const whole = (address: string): string => (base === undefined ? address : new URL(address, base).href)
  const placed: Clip = {
    ...clip,
    sources: (clip.sources ?? []).map(source =>
      typeof source === 'string' ? whole(source) : { ...source, src: whole(source.src) }
    ),
    ...(clip.tracks && { tracks: clip.tracks.map(track => ({ ...track, src: whole(track.src) })) }),
    ...(typeof clip.poster === 'string' && { poster: whole(clip.poster) }),
    ...(typeof clip.poster === 'object' && 'src' in clip.poster && { poster: { src: whole(clip.poster.src) } })
  }
  const library = `${base ?? ''}${LIBRARY_FOLDER}`
  const lines = [
    ...libraryTags({ library, preset, services, servicesScript: whole(SERVICES) }),
    '',
    ...playerMarkup({ clip: placed, isSound, texts: new Map(), preset: preset?.name, services })
  ]
  return lines.join('\n')
}

const frameOf = ({ options, written: { title }, media: { clip, isSound } }: Job): string =>
  writeFrame({
    src: baseNamed(needed(options, 'base', 'https://quay.example/tide/')) ?? '',
    title,
    isSound,
    width: clip.width,
    height: clip.height
  }).trimEnd()

/** `yokewright embed`: a clip in, a player to take away out. */
export const embed: CommandDef = defineCommand({
  meta: {
    name: 'embed',
    description: 'Make a page that stands alone from a clip, or a snippet or frame for another page.'
  },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, args)
    const path = fileOf(options)
    const form = formNamed(textOf(options, 'as'))
    const base = baseNamed(textOf(options, 'base'))
    const written = await readClipAt(path)
    for (const fault of written.faults) complain(printPlaced(fault))
    if (written.faults.some(({ level }) => level === 'error')) return 1
    const streams = await readStreams(written.clip, dirname(path))
    const ofStreams = [...streams.values()].flatMap(({ faults }) => faults)
    for (const fault of ofStreams) complain(printPlaced(fault))
    if (ofStreams.some(({ level }) => level === 'error')) return 1
    const taken = ['index.html', 'page.css', SERVICES, LIBRARY_FOLDER.slice(0, -1)]
    const { clip, assets, elsewhere } = gather(written.clip, dirname(path), streams, taken)
    const media = await readMedia(clip, assets, streams)
    const preset = await presetFor(textOf(options, 'preset'), clip, dirname(path))
    const services = servicesOf(clip, await readDialects(textOf(options, 'dialect')))
    const lang = textOf(options, 'lang') ?? 'en'
    const job: Job = { options, written, media, preset, assets, elsewhere, services, base, lang, streams }
    if (form === 'page') printReport(await makePage(job), isOn(options, 'json'))
    else {
      const html = form === 'frame' ? frameOf(job) : makeSnippet(job)
      if (isOn(options, 'json'))
        console.log(JSON.stringify({ html, files: assets.map(({ name }) => name), elsewhere }, null, 2))
      else for (const line of html.split('\n')) print(line)
    }
    return 0
  }
})
