import { existsSync } from 'node:fs'
import { relative } from 'node:path'
import type { Fault } from '../../../core/fault.ts'
import { nearestName } from '../../../core/nearest-name.ts'
import { adviseOnFile, adviseOnSet, type ProbedFile } from '../../../core/sources/advice.ts'
import { checkSources } from '../../../core/sources/check-sources.ts'
import { typeOfAddress } from '../../../core/sources/file-types.ts'
import { tryParseMediaType } from '../../../core/sources/media-type.ts'
import type { MediaFileFacts } from '../../../core/sources/probe/facts.ts'
import { tryProbe } from '../../../core/sources/probe/probe.ts'
import { isSameContainer, knownTypes, plainType } from '../../../core/sources/type-names.ts'
import { withMediaFile } from '../../media-file.ts'
import { isFile, readTextIfThere } from '../../read.ts'
import { checkDocument } from '../document.ts'
import { missingAt, type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import { isMedia, type Page, type PageElement, playerOf } from './page.ts'
import { checkStream, isStream } from './streams.ts'

/** Faults of media files that lose something for every viewer; others bite some. */
const LOSING: ReadonlySet<string> = new Set([
  'source-damaged',
  'container-unknown',
  'media-cut-short',
  'media-unreadable'
])

/** One address in a page that names a media file. */
interface Named {
  readonly element: PageElement
  readonly src: string
  readonly facts: MediaFileFacts | undefined
}

/** A file that an attribute names, and that is not there. `undefined` where it is, or lies elsewhere. */
export const missingFile = (page: Page, element: PageElement, attribute: string): PlacedFault | undefined => {
  const address = element.attributes.get(attribute)?.trim()
  const file = address === undefined ? undefined : page.fileOf(address)
  if (file === undefined) return undefined
  return existsSync(file) ? undefined : missingAt(element.placeOf(attribute), address ?? '', file)
}

const asPlaced = (named: Named, { code, message, hint }: Fault): PlacedFault =>
  (LOSING.has(code) ? placedError : placedWarning)(named.element.placeOf('src'), code, message, hint)

/** Names of codecs that are cut short, with what is told by the rest: `avc1` for `avc1.4D4032`. */
const SHORT = /^(?:avc[1-4]|hev1|hvc1|vp09|av01|mp4a)$/i
/** Short names that are whole names too. */
const WHOLE: ReadonlyMap<string, RegExp> = new Map([
  ['vp8', /^vp08|^vp8$/],
  ['vp9', /^vp09|^vp9$/]
])

const isCodec = (written: string, found: string): boolean =>
  written.toLowerCase() === found.toLowerCase() || WHOLE.get(written.toLowerCase())?.test(found) === true

/** The type that is written, against the bytes. */
const typeAgainstBytes = ({ element, src, facts }: Named): readonly PlacedFault[] => {
  const type = element.attributes.get('type')
  const written = type === undefined ? undefined : tryParseMediaType(type)
  if (!facts || !written?.ok) return []
  const edit = element.write('type', facts.type)
  const say = (code: 'type-untrue' | 'type-cut-short', sentence: string): readonly PlacedFault[] => [
    placedError(element.placeOf('type'), code, sentence, `write type='${facts.type}'`, edit)
  ]
  if (!isSameContainer(written.value.type, facts.type))
    return say('type-untrue', `${src} is said to be ${written.value.type}, and its bytes are ${plainType(facts.type)}.`)
  const found = tryParseMediaType(facts.type)
  const codecs = found.ok ? found.value.codecs : []
  const stranger = written.value.codecs.find(codec => !codecs.some(each => isCodec(codec, each)))
  if (stranger === undefined) return []
  if (SHORT.test(stranger))
    return say(
      'type-cut-short',
      `The codec ${stranger} of ${src} lacks its profile: engines cannot say whether they play it.`
    )
  return say('type-untrue', `${src} is said to hold ${stranger}, and holds ${codecs.join(' and ')}.`)
}

/** The type as it is written, before anything is read. */
const typeAsWritten = ({ element, src }: Named): readonly PlacedFault[] => {
  const type = element.attributes.get('type')
  if (type === undefined) return []
  return checkSources([{ src, type }]).map(({ code, message, hint }) => {
    const [plain = '', ...rest] = type.split(';')
    const nearest = code === 'type-unknown' ? nearestName(plain.trim(), knownTypes()) : undefined
    const edit = nearest ? element.write('type', [nearest, ...rest].join(';')) : undefined
    return placedError(element.placeOf('type'), code, message, hint, edit)
  })
}

/** The size that is written, against the picture: the page jumps when the file arrives. */
const ratioOf = (media: PageElement, facts: MediaFileFacts | undefined): readonly PlacedFault[] => {
  const picture = facts?.tracks.find(({ kind }) => kind === 'video')
  if (media.name !== 'video' || picture?.kind !== 'video') return []
  const turned = picture.rotation % 180 !== 0
  const [wide, high] = turned ? [picture.height, picture.width] : [picture.width, picture.height]
  const [width, height] = ['width', 'height'].map(name => Number(media.attributes.get(name)))
  if (width && height) {
    if (Math.abs(width / height / (wide / high) - 1) < 0.01) return []
    const right = Math.round((width * high) / wide)
    const sentence = `The video is said to be ${width} × ${height}, and its picture is ${wide} × ${high}: the page jumps when it comes.`
    return [
      placedWarning(
        media.placeOf('height'),
        'ratio-differs',
        sentence,
        `write height="${right}"`,
        media.write('height', String(right))
      )
    ]
  }
  if (playerOf(media)) return []
  const sentence = 'The video has no width and height: the page jumps when it comes.'
  return [placedWarning(media.place, 'ratio-unknown', sentence, `write width="${wide}" height="${high}"`)]
}

const known = new WeakMap<Page, Map<string, ReturnType<typeof tryProbe>>>()

/** A page may name one file many times. */
const probeOnce = (page: Page, file: string): ReturnType<typeof tryProbe> => {
  const probed = known.get(page) ?? new Map<string, ReturnType<typeof tryProbe>>()
  known.set(page, probed)
  const result = probed.get(file) ?? withMediaFile(file, tryProbe)
  probed.set(file, result)
  return result
}

const look = async (page: Page, element: PageElement): Promise<{ named?: Named; faults: readonly PlacedFault[] }> => {
  const src = element.attributes.get('src')?.trim()
  if (!src) return { faults: [] }
  const missing = missingFile(page, element, 'src')
  if (missing) return { faults: [missing, ...typeAsWritten({ element, src, facts: undefined })] }
  const file = page.fileOf(src)
  if (file !== undefined && isFile(file) && isStream(element, src)) {
    const found = await checkStream(page, element, file)
    const isTold = found.some(({ code }) => code === 'type-untrue')
    return { faults: isTold ? found : [...found, ...typeAsWritten({ element, src, facts: undefined })] }
  }
  const probed = file === undefined || !isFile(file) ? undefined : await probeOnce(page, file)
  const named: Named = { element, src, facts: probed?.ok ? probed.value : undefined }
  if (!probed) return { named, faults: typeAsWritten(named) }
  if (!probed.ok) return { named, faults: [asPlaced(named, probed.fault), ...typeAsWritten(named)] }
  const written = typeAsWritten(named)
  // A type that cannot be true is told once: by what is written, else by the bytes, else by the suffix.
  const isNone = written.some(({ code }) => code === 'type-unreadable' || code === 'type-unknown')
  const untrue = isNone ? [] : typeAgainstBytes(named)
  const told = untrue.length > 0 ? untrue : written
  const advice = adviseOnFile({ src, facts: probed.value }).map(reason => asPlaced(named, reason))
  return { named, faults: [...told, ...unknownSuffix(element, src), ...advice] }
}

const checkOne = async (page: Page, media: PageElement): Promise<readonly PlacedFault[]> => {
  const written = [media, ...media.children.filter(({ name }) => name === 'source')]
  const looked = []
  for (const element of written) looked.push(await look(page, element))
  const named = looked.flatMap(each => each.named ?? [])
  const files = named.flatMap(({ src, facts }): ProbedFile[] => (facts ? [{ src, facts }] : []))
  const among = adviseOnSet(files).map(({ code, message, hint }) => placedWarning(media.place, code, message, hint))
  const poster = missingFile(page, media, 'poster')
  const facts = named.find(each => each.facts)?.facts
  return [...(poster ? [poster] : []), ...looked.flatMap(({ faults }) => faults), ...among, ...ratioOf(media, facts)]
}

/** What a player names itself: a media file, or a clip document with all that it says. */
const checkPlayer = async (page: Page, player: PageElement): Promise<readonly PlacedFault[]> => {
  const poster = missingFile(page, player, 'poster')
  const src = player.attributes.get('src')?.trim() ?? ''
  const file = page.fileOf(src)
  const isDocument = /^[^?#]*\.json(?:[?#]|$)/i.test(src)
  const document = file !== undefined && isDocument ? await readTextIfThere(file) : undefined
  const found =
    file !== undefined && document !== undefined
      ? await checkDocument(relative(process.cwd(), file), document)
      : (await look(page, player)).faults
  return [...(poster ? [poster] : []), ...found, ...(await checkList(page, player))]
}

/** The playlist that a player names: one that stands in the attribute itself is read by whoever reads settings. */
const checkList = async (page: Page, player: PageElement): Promise<readonly PlacedFault[]> => {
  const address = player.attributes.get('playlist')?.trim() ?? ''
  if (address === '' || /^[[{]/.test(address)) return []
  const missing = missingFile(page, player, 'playlist')
  const file = page.fileOf(address)
  // Of a part of a document only its page knows what it is.
  const document = missing || file === undefined || address.includes('#') ? undefined : await readTextIfThere(file)
  if (missing) return [missing]
  return file === undefined || document === undefined ? [] : checkDocument(relative(process.cwd(), file), document)
}

/** A server knows the type of a file by its suffix. */
const unknownSuffix = (element: PageElement, src: string): readonly PlacedFault[] => {
  const [plain = ''] = src.split(/[?#]/)
  if (element.attributes.has('type') || !/\.\w+$/.test(plain) || typeOfAddress(src) !== undefined) return []
  const sentence = `Servers do not know the suffix of ${src}, and send no type that a browser plays.`
  return [
    placedWarning(
      element.placeOf('src'),
      'suffix-unknown',
      sentence,
      'rename the file, or write its type on a <source>'
    )
  ]
}

/** Files that are missing, types that are not true, files that some engine cannot play, sizes that jump. */
export const checkMedia = async (page: Page): Promise<readonly PlacedFault[]> => {
  const faults: PlacedFault[] = []
  for (const element of page.elements) {
    if (isMedia(element)) faults.push(...(await checkOne(page, element)))
    if (element.name === 'yoke-player') faults.push(...(await checkPlayer(page, element)))
  }
  return faults
}
