import type { Fault } from '../../core/fault.ts'
import {
  CONTROL_NAMES,
  type ControlName,
  type Layout,
  PICTURE_LAYOUTS,
  SOUND_LAYOUTS,
  type WrittenLayout
} from '../../core/layout/layouts.ts'

/** Which controls a player draws, and where. */
export interface Arrangement {
  readonly layouts: readonly Layout[]
  /** Controls that the author left out. */
  readonly without: ReadonlySet<ControlName>
  readonly faults: readonly Fault[]
}

/** What an author says of it. */
export interface Wishes {
  /** A picture behind a heading: one button, and nothing else. */
  readonly backdrop: boolean
  readonly sound: boolean
  /** The attribute `without`. */
  readonly without: string | null
  /** The attribute or property `layouts`. */
  readonly layouts: string | readonly WrittenLayout[] | null
}

const house = (sound: boolean): readonly Layout[] => (sound ? SOUND_LAYOUTS : PICTURE_LAYOUTS)

const wordsOf = (written: string | null): readonly string[] => (written ?? '').split(/\s+/).filter(Boolean)

/** The arrangement, if nothing of the author's has to be read with care. */
export const plainArrangement = ({ sound, without, layouts }: Wishes): Arrangement | undefined => {
  const words = wordsOf(without)
  const names = CONTROL_NAMES.filter(name => words.includes(name))
  if (layouts !== null || names.length < words.length) return undefined
  return { layouts: house(sound), without: new Set(names), faults: [] }
}

/** The arrangement, with a fault for each thing that cannot be read. Its reader comes when it is needed. */
export const readArrangement = async (wishes: Wishes): Promise<Arrangement> => {
  const { tryReadLayouts, unknownControl } = await import('../../core/layout/read-layouts.ts')
  const words = wordsOf(wishes.without)
  const names = CONTROL_NAMES.filter(name => words.includes(name))
  const faults = words.filter(word => !(names as readonly string[]).includes(word)).map(unknownControl)
  const own = wishes.layouts === null ? undefined : tryReadLayouts(wishes.layouts)
  return {
    layouts: own?.ok ? own.value : house(wishes.sound),
    without: new Set(names),
    faults: own && !own.ok ? [...faults, own.fault] : faults
  }
}
