import { basename, dirname, extname, relative, resolve, sep } from 'node:path'
import type { Clip } from '../../core/documents/index.ts'
import { decoded } from '../check/page/page.ts'
import type { LookedStream } from '../streams/look-into-stream.ts'

/** A file that goes along with a page. */
export interface Asset {
  /** Where it is. */
  readonly from: string
  /** Its name beside the page. */
  readonly name: string
}

/** What the manifests of a clip are, by their files. */
export type Streams = ReadonlyMap<string, LookedStream>

/** A clip whose files lie beside its page, and these files. */
export interface Gathered {
  readonly clip: Clip
  readonly assets: readonly Asset[]
  /** Addresses that are loaded from elsewhere. */
  readonly elsewhere: readonly string[]
}

/** Whether an address names no file beside its document. */
export const isElsewhere = (address: string): boolean => /^(?:[a-z][a-z0-9+.-]*:|\/)/i.test(address)

/** The file that an address names. @param folder where the document lies. */
export const fileNamed = (folder: string, address: string): string =>
  resolve(folder, decoded(address.split(/[?#]/)[0] ?? ''))

/** Gives each file a name of its own beside the page, and finds the files of a clip by it. */
class Names {
  readonly #folder: string
  readonly #byPath = new Map<string, string>()
  readonly #streams: Streams
  readonly #taken: Set<string>
  /** Folders of streams, and what they are called beside the page. */
  readonly #folders = new Map<string, string>()
  readonly elsewhere: string[] = []

  constructor(folder: string, streams: Streams, taken: readonly string[]) {
    this.#folder = folder
    this.#streams = streams
    this.#taken = new Set(taken)
  }

  get assets(): readonly Asset[] {
    return [...this.#byPath].map(([from, name]) => ({ from, name }))
  }

  /** The address of a file as the page says it. */
  of(address: string): string {
    if (isElsewhere(address)) {
      this.elsewhere.push(address)
      return address
    }
    const [path = '', fragment = ''] = address.split(/(?=#)/)
    const from = fileNamed(this.#folder, path)
    return `${this.#nameOf(from).split('/').map(encodeURIComponent).join('/')}${fragment}`
  }

  #nameOf(from: string): string {
    const known = this.#byPath.get(from)
    if (known) return known
    const stream = this.#streams.get(from)
    if (stream) this.#takeStream(from, stream.files)
    else this.#byPath.set(from, this.#freeName(basename(from, extname(from)), extname(from)))
    return this.#byPath.get(from) ?? ''
  }

  #freeName(stem: string, suffix: string): string {
    let name = `${stem}${suffix}`
    for (let number = 2; this.#taken.has(name.toLowerCase()); number += 1) name = `${stem}-${number}${suffix}`
    this.#taken.add(name.toLowerCase())
    return name
  }

  /** A manifest names its files by where they lie beside it: they stay so, in a folder of their own. */
  #takeStream(manifest: string, files: readonly string[]): void {
    const folder = dirname(manifest)
    const name = this.#folders.get(folder) ?? this.#freeName(basename(manifest, extname(manifest)), '')
    this.#folders.set(folder, name)
    for (const file of files) {
      const steps = relative(folder, resolve(file)).split(sep)
      if (steps[0] === '..')
        throw new Error(
          `${files[0]} names ${file}, which lies outside its folder; make the manifest anew with its files beside it`
        )
      this.#byPath.set(resolve(file), [name, ...steps].join('/'))
    }
  }
}

/**
 * The files that a clip names, and the clip as a page beside them says it.
 * @param folder where it lies.
 * @param streams what its manifests name.
 * @param taken names that other files have, in small letters.
 * @throws a sentence.
 */
export const gather = (clip: Clip, folder: string, streams: Streams, taken: readonly string[]): Gathered => {
  const names = new Names(folder, streams, taken)
  const { sources, poster, tracks } = clip
  const moved: Clip = {
    ...clip,
    ...(sources && {
      sources: sources.map(source =>
        typeof source === 'string' ? names.of(source) : { ...source, src: names.of(source.src) }
      )
    }),
    ...(tracks && { tracks: tracks.map(track => ({ ...track, src: names.of(track.src) })) }),
    ...(typeof poster === 'string' && { poster: names.of(poster) }),
    ...(typeof poster === 'object' && 'src' in poster && { poster: { src: names.of(poster.src) } })
  }
  return { clip: moved, assets: names.assets, elsewhere: names.elsewhere }
}
