import { readFile } from 'node:fs/promises'
import { join } from 'node:path'

/** Where one rendition has its segments in its file: from which byte on, how many, from which second on, for how long. */
export interface FileIndex {
  readonly init?: readonly [number, number]
  readonly segments: readonly (readonly [number, number, number, number])[]
}

/** Moves a fragment of MP4 to another time (ISO/IEC 14496-12, 8.8.12, `tfdt`). @param units of its timescale */
const moved = (segment: Buffer, units: number): Buffer => {
  const copy = Buffer.from(segment)
  for (let at = copy.indexOf('tfdt'); at >= 0; at = copy.indexOf('tfdt', at + 4)) {
    if (copy[at + 4] === 1) copy.writeBigUInt64BE(copy.readBigUInt64BE(at + 8) + BigInt(units), at + 8)
    else copy.writeUInt32BE(copy.readUInt32BE(at + 8) + units, at + 8)
  }
  return copy
}

/** The files of the origin, cut into segments; behind the last one they begin anew, at later times. */
export class StreamFiles {
  readonly #folder: string
  readonly #files = new Map<string, Buffer>()
  #index: Readonly<Record<string, FileIndex>> = {}

  constructor(folder: string) {
    this.#folder = folder
  }

  async open(): Promise<this> {
    this.#index = JSON.parse(await readFile(join(this.#folder, 'index.json'), 'utf8'))
    for (const name of [...Object.keys(this.#index), 'tiles.jpg'])
      this.#files.set(name, await readFile(join(this.#folder, name)))
    return this
  }

  indexOf(name: string): FileIndex {
    return this.#index[name] ?? { segments: [] }
  }

  whole(name: string): Buffer | undefined {
    return this.#files.get(name)
  }

  init(name: string): Buffer | undefined {
    const { init } = this.indexOf(name)
    return init && this.#files.get(name)?.subarray(init[0], init[0] + init[1])
  }

  /** One segment, counted from 0 without an end. */
  segment(name: string, number: number): Buffer | undefined {
    const { segments } = this.indexOf(name)
    const file = this.#files.get(name)
    const [from, length] = segments[number % segments.length] ?? []
    if (!file || from === undefined || length === undefined) return undefined
    const round = Math.floor(number / segments.length)
    const segment = file.subarray(from, from + length)
    return round === 0 ? segment : moved(segment, round * this.seconds(name) * this.#scale(name))
  }

  /** How long it is, in seconds. */
  seconds(name: string): number {
    const [, , start = 0, duration = 0] = this.indexOf(name).segments.at(-1) ?? []
    return start + duration
  }

  /** Bits a second of the largest segment, and of all. */
  rates(name: string): { readonly most: number; readonly average: number } {
    const { segments } = this.indexOf(name)
    const rates = segments.map(([, length, , duration]) => (length * 8) / duration)
    const bytes = segments.reduce((sum, [, length]) => sum + length, 0)
    return { most: Math.ceil(Math.max(...rates)), average: Math.ceil((bytes * 8) / this.seconds(name)) }
  }

  /** Units a second of the only track (`mdhd`, ISO/IEC 14496-12, 8.4.2). */
  #scale(name: string): number {
    const init = this.init(name)
    const at = init?.indexOf('mdhd') ?? -1
    return init && at >= 0 ? init.readUInt32BE(at + (init[at + 4] === 1 ? 24 : 16)) : 1
  }
}
