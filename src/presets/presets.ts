import type { Result } from '../core/fault.ts'
import type { Preset } from '../core/presets/preset.ts'
import type { ResolvedPreset } from '../core/presets/resolve.ts'
import { definePart } from '../loading/part.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'
import { bringOrRefuse } from './bring-or-refuse.ts'
import { pagePresets } from './registry.ts'
import { tell } from './tell.ts'

const EDITING = definePart(() => import('./editing.ts'))

const told = (result: Result<Preset>): Result<Preset> => {
  if (!result.ok) tell(result.fault)
  return result
}

/**
 * Puts a preset into the page, in place of one of its name: every player that is linked to it shows it at once. A document with
 * a fault changes nothing, and the fault is told; where there was no such preset yet, what can be read of it holds.
 * @returns the preset, or the first fault.
 */
export const definePreset = async (preset: Preset): Promise<Result<Preset>> =>
  told(await pagePresets().shelf.put(preset))

/** The presets of the library, in their order. None where they cannot be loaded: a fault says why. */
export const housePresets = (): Promise<readonly Preset[]> => pagePresets().shelf.house()

/** A preset as it was written; `undefined` where there is none. Those of the library are there once one of them was asked for. */
export const presetNamed = (name: string): Preset | undefined => pagePresets().shelf.written(name)

/** The names of all presets that are there. */
export const presetNames = (): readonly string[] => [...pagePresets().shelf.names()]

/** What a preset says together with all that it extends, and which of them says it. */
export const resolveNamed = (name: string): ResolvedPreset => pagePresets().shelf.resolve(name)

/** The yokes of all players that show a preset now, by their own link or by way of one that extends it. */
export const usersOfPreset = (name: string): readonly Yoke[] => pagePresets().links.usersOf(name)

/** What is done to presets, when they are edited. */
const edit = async <Value>(
  how: (editing: typeof import('./editing.ts')) => Result<Value> | Promise<Result<Value>>
): Promise<Result<Value>> => {
  const editing = await bringOrRefuse(EDITING)
  return editing.ok ? how(editing.value) : editing
}

/**
 * A preset of another name that says all that this one says and has from others: it stays as it is when they change.
 * @returns the copy, which is in the page, or a fault: `preset-unknown`, `name-taken`, and what `definePreset` refuses.
 */
export const copyPreset = async (name: string, copy: string): Promise<Result<Preset>> =>
  told(await edit(({ copyIn }) => copyIn(pagePresets(), name, copy)))

/**
 * Takes a preset out of the page. While players show it, that is refused with a sentence that says what would become of them
 * (`preset-in-use`), unless `evenIfUsed`.
 */
export const removePreset = (name: string, { evenIfUsed = false } = {}): Promise<Result<undefined>> =>
  edit(({ removeFrom }) => removeFrom(pagePresets(), name, evenIfUsed))

/**
 * Links a yoke to a preset, also one that stands in no player: it is the yoke’s setting `preset`. @returns the end of the link:
 * a player then has again what it names itself.
 */
export const linkPreset = (yoke: Yoke, name: string): (() => void) => pagePresets().links.join(yoke, name)
