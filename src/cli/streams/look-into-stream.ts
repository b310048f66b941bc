import { existsSync } from 'node:fs'
import { readFile, stat } from 'node:fs/promises'
import { dirname, relative, resolve, sep } from 'node:path'
import type { Fault } from '../../core/fault.ts'
import { STREAM_TYPE, typeOfAddress } from '../../core/sources/file-types.ts'
import { tryReadIndex } from '../../core/streams/dash/segment-index.ts'
import {
  isTimeline,
  type Manifest,
  type Rendition,
  type Resource,
  type Segment,
  type Timeline,
  type TimelineSource
} from '../../core/streams/manifest.ts'
import { tryReadPlaylist } from '../../core/streams/playlist/media-playlist.ts'
import { tryReadManifest } from '../../core/streams/read-manifest.ts'
import { placeIn } from '../../core/streams/reading.ts'
import { missingAt, type Place, type PlacedFault, placedError, placedWarning } from '../check/placed-fault.ts'
import { readBytes } from '../read.ts'

/** Whether a path or address is of a manifest of a stream, by its suffix. */
export const isManifest = (src: string): boolean => STREAM_TYPE.test(typeOfAddress(src) ?? '')

/** What was found of one rendition. */
export interface LookedRendition {
  readonly rendition: Rendition
  readonly timeline: Timeline | undefined
  /** Bits a second of its segments, where they lie on this machine: of the largest, and of all. */
  readonly measured: { readonly most: number; readonly average: number } | undefined
}

/** What was found of a stream whose manifest is a file. */
export interface LookedStream {
  readonly path: string
  readonly manifest: Manifest | undefined
  readonly renditions: readonly LookedRendition[]
  /** The manifest, and all that is needed beside it and lies on this machine. */
  readonly files: readonly string[]
  /** Origins of what lies elsewhere. */
  readonly elsewhere: readonly string[]
  readonly faults: readonly PlacedFault[]
}

/** Addresses in a manifest are resolved against one of the web; what is left of this origin lies on this machine. */
const ORIGIN = 'http://manifest.invalid'

const addressOf = (path: string): string => ORIGIN + resolve(path).split('/').map(encodeURIComponent).join('/')

/** The file that an address names; `undefined` for one that lies elsewhere. */
const fileOf = (address: string): string | undefined => {
  const { origin, pathname } = new URL(address)
  return origin === ORIGIN ? decodeURIComponent(pathname) : undefined
}

/** More than this above what is declared is told: manifests round. */
const ROUNDED = 1.1

/** One look into a stream. */
class StreamLook {
  readonly #path: string
  readonly #faults: PlacedFault[] = []
  readonly #files: Set<string>
  readonly #elsewhere = new Set<string>()
  readonly #missing = new Set<string>()
  /** What manifests say, by their paths: the first is the one that was named. */
  readonly #texts = new Map<string, string>()

  constructor(path: string, text: string) {
    this.#path = path
    this.#texts.set(path, text)
    this.#files = new Set([path])
  }

  found(manifest: Manifest | undefined, renditions: readonly LookedRendition[] = []): LookedStream {
    const [path, faults] = [this.#path, this.#faults]
    return { path, manifest, renditions, files: [...this.#files], elsewhere: [...this.#elsewhere], faults }
  }

  tell(reason: Fault & { readonly line?: number; readonly column?: number }, path = this.#path): void {
    const { code, message, hint, line = 1, column = 1 } = reason
    this.#faults.push(placedError({ path, line, column }, code, message, hint))
  }

  /** Where one of the manifests says something; the start of the first where none does, as of a template. */
  #placeOf(said: readonly string[]): Place {
    for (const each of said)
      for (const [path, text] of this.#texts) {
        const at = text.indexOf(each)
        if (at >= 0) return { path, ...placeIn(text, at) }
      }
    return { path: this.#path, line: 1, column: 1 }
  }

  async rendition(rendition: Rendition): Promise<LookedRendition> {
    const timeline = isTimeline(rendition.timeline) ? rendition.timeline : await this.#read(rendition.timeline)
    const sizes = await Promise.all((timeline?.segments ?? []).map(segment => this.#sizeOf(segment)))
    for (const { init, key } of timeline?.segments ?? [])
      for (const beside of [init, key, init?.key]) if (beside) await this.#sizeOf(beside)
    const measured = ratesOf(timeline?.segments ?? [], sizes)
    if (measured) this.#compare(rendition, measured.most)
    return { rendition, timeline, measured }
  }

  async #read(source: TimelineSource): Promise<Timeline | undefined> {
    if (source.from === 'playlist') {
      const path = this.#fileOf(source.src)
      const text = path && (await readFile(path, 'utf8').catch(() => undefined))
      if (!path || text === undefined) return undefined
      this.#texts.set(relative(process.cwd(), path), text)
      const read = tryReadPlaylist(text, source.src)
      for (const reason of read.ok ? read.value.faults : [read.fault]) this.tell(reason, relative(process.cwd(), path))
      return read.ok ? read.value.timeline : undefined
    }
    const segments: Segment[] = []
    for (const file of source.files) {
      const path = this.#fileOf(file.src)
      const bytes = path && (await readFile(path).catch(() => undefined))
      if (!bytes) return undefined
      const { from, length } = file.index
      const read = tryReadIndex(bytes.subarray(from, from + length), file)
      if (!read.ok) this.tell(read.fault)
      else segments.push(...read.value)
    }
    return { segments, isEnded: true, longest: Math.max(0, ...segments.map(({ duration }) => duration)) }
  }

  /** Bytes; `undefined` where it lies elsewhere or is not there. */
  async #sizeOf({ src, range }: Resource): Promise<number | undefined> {
    const path = this.#fileOf(src)
    const found = path === undefined ? undefined : await stat(path).catch(() => undefined)
    if (path !== undefined && found && range && range.from + range.length > found.size)
      this.tell({
        code: 'segment-missing',
        message: `${relative(process.cwd(), path)} ends before byte ${range.from + range.length}, which the manifest names.`,
        hint: 'make the manifest anew with its files'
      })
    return found && (range?.length ?? found.size)
  }

  /** The file that an address names, which is told where it is not there; `undefined` for what lies elsewhere. */
  #fileOf(address: string): string | undefined {
    const file = fileOf(address)
    if (file === undefined) this.#elsewhere.add(new URL(address).origin)
    else if (existsSync(file)) this.#files.add(relative(process.cwd(), file))
    else this.#isMissing(file)
    return file
  }

  #isMissing(file: string): void {
    if (this.#missing.has(file)) return
    this.#missing.add(file)
    const steps = file.split(sep)
    // The most of it that is written: a lone number may stand anywhere.
    const said = steps.map((_, index) => steps.slice(index).join('/')).filter(each => /[/.]/.test(each))
    this.#faults.push(missingAt(this.#placeOf(said), relative(dirname(resolve(this.#path)), file), file))
  }

  #compare({ id, bandwidth }: Rendition, most: number): void {
    if (bandwidth === 0 || most <= bandwidth * ROUNDED) return
    this.#faults.push(
      placedWarning(
        this.#placeOf([`BANDWIDTH=${bandwidth}`, `bandwidth="${bandwidth}"`]),
        'stream-rate-understated',
        `${id} is declared with ${bandwidth} bits a second, and its largest segment has ${Math.round(most)}.`,
        `players choose by what is declared: declare ${Math.ceil(most)}`
      )
    )
  }
}

const ratesOf = (segments: readonly Segment[], sizes: readonly (number | undefined)[]): LookedRendition['measured'] => {
  const known = segments.flatMap(({ duration }, index) => {
    const size = sizes[index]
    return size !== undefined && duration > 0 ? [{ bits: size * 8, duration }] : []
  })
  if (known.length === 0) return undefined
  const seconds = known.reduce((sum, { duration }) => sum + duration, 0)
  return {
    most: Math.max(...known.map(({ bits, duration }) => bits / duration)),
    average: known.reduce((sum, { bits }) => sum + bits, 0) / seconds
  }
}

/** Looks into a manifest, the playlists that it names, and the segments, as far as they lie on this machine. @throws where it cannot be read */
export const lookIntoStream = async (path: string): Promise<LookedStream> => {
  const text = new TextDecoder().decode(await readBytes(path))
  const look = new StreamLook(path, text)
  const read = tryReadManifest(text, { src: addressOf(path) })
  for (const reason of read.ok ? read.value.faults : [read.fault]) look.tell(reason)
  if (!read.ok) return look.found(undefined)
  const { manifest } = read.value
  const renditions: LookedRendition[] = []
  for (const rendition of manifest.renditions) renditions.push(await look.rendition(rendition))
  return look.found(manifest, renditions)
}
