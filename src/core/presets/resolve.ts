import { type Fault, fault } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { flattenPreset, type Preset, parentsOf } from './preset.ts'

/** What holds of one key, and which preset of the chain says it. */
export interface Settled {
  readonly value: unknown
  readonly preset: string
}

/** A preset with all that it has from those that it extends. */
export interface ResolvedPreset {
  readonly name: string
  /** Every preset that has a say, the strongest first: itself, then what it extends. */
  readonly chain: readonly string[]
  /** What holds, by keys such as `start.when` and `look.accent`. */
  readonly settled: ReadonlyMap<string, Settled>
  /** Those that are named and not there; what they would say is left out. */
  readonly missing: readonly string[]
  /** `preset-circular`, `preset-too-large`, and `preset-unknown` of those that it extends. */
  readonly faults: readonly Fault[]
}

/** The presets that can be named. */
export interface PresetShelf {
  get(name: string): Preset | undefined
  names(): Iterable<string>
}

/** More presets in one chain are left out. */
const MOST_PRESETS = 100

/** A preset that there is not, with the name that was probably meant. @param by who names it, as the start of a sentence. */
export const unknownPreset = (by: string, name: string, shelf: PresetShelf): Fault => {
  const names = [...shelf.names()]
  const nearest = nearestName(name, names)
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${names.slice(0, 20).join(', ') || 'none'}`
  return fault('preset-unknown', `${by} the preset “${name}”, and there is none.`, hint)
}

/** Walks the chain of one preset. */
class Chain {
  readonly names: string[] = []
  readonly settled = new Map<string, Settled>()
  readonly missing: string[] = []
  readonly faults: Fault[] = []
  readonly #shelf: PresetShelf
  /** Those whose parents are being read. */
  readonly #open: string[] = []

  constructor(shelf: PresetShelf) {
    this.#shelf = shelf
  }

  /** Lays a preset over what it extends. */
  add(name: string): void {
    const by = this.#open.at(-1)
    const at = this.#open.indexOf(name)
    if (at >= 0) {
      const circle = [...this.#open.slice(at), name].join(' extends ')
      this.faults.push(fault('preset-circular', `The preset ${circle}.`, 'take one extends away'))
      return
    }
    const preset = this.#shelf.get(name)
    if (!preset) {
      this.missing.push(name)
      if (by !== undefined) this.faults.push(unknownPreset(`The preset ${by} extends`, name, this.#shelf))
      return
    }
    if (this.#open.length >= MOST_PRESETS || this.names.length >= MOST_PRESETS) {
      const sentence = `More than ${MOST_PRESETS} presets extend one another: ${name} is left out.`
      this.faults.push(fault('preset-too-large', sentence, 'copy them into one'))
      return
    }
    this.#open.push(name)
    for (const parent of parentsOf(preset)) this.add(parent)
    this.#open.pop()
    // Of two that say the same, the one that comes later holds.
    const before = this.names.indexOf(name)
    if (before >= 0) this.names.splice(before, 1)
    this.names.unshift(name)
    for (const [key, value] of flattenPreset(preset)) this.#settle(key, value, name)
  }

  #settle(key: string, value: unknown, preset: string): void {
    if (value !== null) this.settled.set(key, { value, preset })
    else
      for (const each of [...this.settled.keys()])
        if (each === key || each.startsWith(`${key}.`)) this.settled.delete(each)
  }
}

/**
 * Works out what a preset says together with all that it extends: parents first, in their order, then the preset itself. A
 * `null` takes away what came before it. Faults: `preset-unknown`, `preset-circular`, `preset-too-large`; the rest holds.
 */
export const resolvePreset = (name: string, shelf: PresetShelf): ResolvedPreset => {
  const chain = new Chain(shelf)
  chain.add(name)
  return { name, chain: chain.names, settled: chain.settled, missing: chain.missing, faults: chain.faults }
}
