import { type Fault, type Result, refuse, succeed } from '../core/fault.ts'
import { isPlainPreset } from '../core/presets/plain.ts'
import { HOUSE, type Preset } from '../core/presets/preset.ts'
import type { PresetReading } from '../core/presets/read.ts'
import { type ResolvedPreset, resolvePreset } from '../core/presets/resolve.ts'
import { definePart, use } from '../loading/part.ts'
import { bringOrRefuse } from './bring-or-refuse.ts'
import { tell } from './tell.ts'

/** Reads presets with care, and says what is wrong with them. */
const READING = definePart(() => import('../core/presets/read-text.ts'))
const HOUSE_PRESETS = definePart(() => import('../core/presets/house.ts'))

/** The presets of a text, where all of them are plain. */
export const plainIn = (text: string): readonly Preset[] | undefined => {
  try {
    const data: unknown = JSON.parse(text)
    const list: readonly unknown[] = Array.isArray(data) ? data : [data]
    return list.every(isPlainPreset) ? list : undefined
  } catch {
    return undefined
  }
}

const resultOf = ({ preset, faults: [first] }: PresetReading): Result<Preset> =>
  first ? refuse(first) : succeed(preset as Preset)

/** The presets of a page, by their names. */
export class Shelf {
  /** Ready to be used: what was written shortly is written out. */
  readonly #own = new Map<string, Preset>()
  /** As they were written, where that differs. */
  readonly #written = new Map<string, Preset>()
  /** The last document that was given for each name. */
  readonly #latest = new Map<unknown, unknown>()
  #house: ReadonlyMap<string, Preset> | undefined
  #isHouseWanted = false
  readonly #resolved = new Map<string, ResolvedPreset>()
  #listener: (() => void) | undefined
  readonly #told = new Set<string>()
  #isDue = false
  /** How many documents are being read: any name may be in one. */
  #reads = 0

  /** A preset; those of the library are there a moment after one is first asked for. */
  get(name: string): Preset | undefined {
    if (!name.startsWith(HOUSE)) return this.#own.get(name)
    if (!this.#house) this.#fetchHouse()
    return this.#house?.get(name)
  }

  names(): Iterable<string> {
    return [...this.#own.keys(), ...(this.#house?.keys() ?? [])]
  }

  /** Whether any of these is on its way. */
  awaits(names: readonly string[]): boolean {
    const isHouseComing = !this.#house && this.#isHouseWanted
    return names.some(name => (name.startsWith(HOUSE) ? isHouseComing : this.#reads > 0))
  }

  /** The presets of the library; none where they cannot be had, which is told. */
  async house(): Promise<readonly Preset[]> {
    if (!this.#house) this.#fetchHouse()
    await bringOrRefuse(HOUSE_PRESETS)
    return [...(this.#house?.values() ?? [])]
  }

  /** A preset as it was written. */
  written(name: string): Preset | undefined {
    return this.#written.get(name) ?? this.get(name)
  }

  /**
   * Puts a preset there, in place of one of its name: at once where that is plain, else when it has been read. A document with
   * a fault changes nothing, unless there is nothing to change.
   */
  async put(document: unknown): Promise<Result<Preset>> {
    if (isPlainPreset(document)) {
      this.#own.set(document.name, document)
      this.#latest.set(document.name, document)
      this.#written.delete(document.name)
      this.changed()
      return succeed(document)
    }
    const { name } = (document ?? {}) as Partial<Preset>
    this.#latest.set(name, document)
    const result = await this.reading(({ readPreset }) => {
      const read = readPreset(document)
      // A newer one of its name may be there by now.
      return this.#latest.get(name) === document ? this.keep(read) : resultOf(read)
    })
    return result.ok ? result.value : result
  }

  /** Reads with care, and keeps what is read. */
  async reading<Kept>(keep: (part: typeof import('../core/presets/read-text.ts')) => Kept): Promise<Result<Kept>> {
    this.#reads += 1
    const part = await bringOrRefuse(READING)
    const kept = part.ok ? succeed(keep(part.value)) : part
    this.#reads -= 1
    this.changed()
    return kept
  }

  /** Takes what was read of a document. */
  keep(read: PresetReading): Result<Preset> {
    const { preset, ready, faults } = read
    const [first] = faults
    if (preset && ready && (!first || !this.#own.has(preset.name))) {
      this.#own.set(preset.name, ready)
      this.#written.set(preset.name, preset)
      this.changed()
    }
    return resultOf(read)
  }

  delete(name: string): void {
    this.#written.delete(name)
    if (this.#own.delete(name)) this.changed()
  }

  /** A preset with all that it extends, worked out once for all who are linked to it. */
  resolve(name: string): ResolvedPreset {
    const known = this.#resolved.get(name)
    if (known) return known
    const resolved = resolvePreset(name, this)
    this.#resolved.set(name, resolved)
    if (!this.awaits(resolved.missing)) for (const reason of resolved.faults) this.#tellOnce(reason)
    return resolved
  }

  /** Calls the one who shows presets, once for all changes of one go. */
  follow(listener: () => void): void {
    this.#listener = listener
  }

  /** Something is other than it was. */
  changed(): void {
    this.#resolved.clear()
    if (this.#isDue) return
    this.#isDue = true
    queueMicrotask(() => {
      this.#isDue = false
      this.#listener?.()
    })
  }

  #tellOnce(reason: Fault): void {
    if (this.#told.has(reason.message)) return
    this.#told.add(reason.message)
    tell(reason)
  }

  #fetchHouse(): void {
    if (this.#isHouseWanted) return
    this.#isHouseWanted = true
    const raise = (reason: Fault): void => {
      // Asked for again by whoever names one next.
      this.#isHouseWanted = false
      this.#resolved.clear()
      tell(reason)
    }
    use(HOUSE_PRESETS, { raise }, ({ HOUSE_PRESETS: house }) => {
      this.#house = new Map(house.map(preset => [preset.name, preset]))
      this.changed()
    })
  }
}
