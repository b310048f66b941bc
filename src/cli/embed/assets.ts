import { basename, extname, resolve } from 'node:path'
import type { Clip } from '../../core/documents/index.ts'
import { decoded } from '../check/page/page.ts'

/** A file that goes along with a page. */
export interface Asset {
  /** Where it is. */
  readonly from: string
  /** Its name beside the page. */
  readonly name: string
}

/** A clip whose files lie beside its page, and these files. */
export interface Gathered {
  readonly clip: Clip
  readonly assets: readonly Asset[]
  /** Addresses that are loaded from elsewhere. */
  readonly elsewhere: readonly string[]
}

const isElsewhere = (address: string): boolean => /^(?:[a-z][a-z0-9+.-]*:|\/)/i.test(address)

/** Gives each file a name of its own beside the page, and finds the files of a clip by it. */
class Names {
  readonly #folder: string
  readonly #byPath = new Map<string, string>()
  readonly #taken: Set<string>
  readonly elsewhere: string[] = []

  constructor(folder: string, taken: readonly string[]) {
    this.#folder = folder
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
    const from = resolve(this.#folder, decoded(path.split('?')[0] ?? ''))
    return `${encodeURIComponent(this.#nameOf(from))}${fragment}`
  }

  #nameOf(from: string): string {
    const known = this.#byPath.get(from)
    if (known) return known
    const suffix = extname(from)
    const stem = basename(from, suffix)
    let name = `${stem}${suffix}`
    for (let number = 2; this.#taken.has(name.toLowerCase()); number += 1) name = `${stem}-${number}${suffix}`
    this.#taken.add(name.toLowerCase())
    this.#byPath.set(from, name)
    return name
  }
}

/** The files that a clip names, and the clip as a page beside them says it. @param folder where it lies. @param taken names that other files have, in small letters. */
export const gather = (clip: Clip, folder: string, taken: readonly string[]): Gathered => {
  const names = new Names(folder, taken)
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
