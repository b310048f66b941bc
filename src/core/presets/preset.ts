import { isRecord } from '../record.ts'
import type { DataSettings } from '../settings/settings.ts'
import type { BasicWords } from '../words/basic.ts'
import type { PresetLayout } from './layouts-for.ts'
import type { Look } from './look.ts'
import type { ClipKey } from './of-a-clip.ts'

/** What a preset may say of settings. */
type PresetSettings = Omit<DataSettings, ClipKey>

/** `null` takes away what a preset would have from those that it extends. */
type Removable<Members> = { readonly [Key in keyof Members]?: Members[Key] | null }

/** A document that settles how players behave and look: any number of them may be linked to it. */
export interface Preset
  extends Removable<Omit<PresetSettings, 'start' | 'dock' | 'report' | 'resume' | 'captionLook' | 'layouts'>> {
  /** Where the schema lies, for editors. */
  readonly $schema?: string
  /** What players name it by: letters, digits, dashes and points. Names with `house:` are the library's. */
  readonly name: string
  /** What people call it. */
  readonly label?: string
  /** The presets that it begins with; of two that say the same, the later one holds. */
  readonly extends?: string | readonly string[]
  readonly dock?: Removable<NonNullable<PresetSettings['dock']>> | null
  readonly report?: Removable<{ readonly every?: number }> | null
  readonly resume?: Removable<Omit<NonNullable<PresetSettings['resume']>, 'key'>> | null
  readonly start?: Removable<Omit<NonNullable<PresetSettings['start']>, 'at'>> | null
  readonly captionLook?: Removable<NonNullable<PresetSettings['captionLook']>> | null
  readonly look?: Removable<Look> | null
  /** Rows of ready-made controls, by the player's width and by what it plays. */
  readonly layouts?: readonly PresetLayout[] | null
  /** What sliders and readouts say. */
  readonly words?: Removable<BasicWords> | null
}

/** Keys that are about a preset itself: nobody inherits them. */
export const OWN_KEYS: readonly string[] = ['$schema', 'name', 'label', 'extends']

/** Keys that hold several, each of which is inherited by itself. */
export const GROUP_KEYS: readonly string[] = ['captionLook', 'dock', 'look', 'report', 'resume', 'start', 'words']

/** Begins the names of presets that ship with the library: they are never changed. */
export const HOUSE = 'house:'

/** What a preset says, a key each: `start.when`, `look.accent`. A group that is `null` stays one entry. */
export const flattenPreset = (preset: object): readonly (readonly [key: string, value: unknown])[] =>
  Object.entries(preset).flatMap(([key, value]): (readonly [string, unknown])[] => {
    if (OWN_KEYS.includes(key)) return []
    if (!GROUP_KEYS.includes(key) || !isRecord(value)) return [[key, value]]
    return Object.entries(value).map(([part, one]) => [`${key}.${part}`, one] as const)
  })

/** What a preset extends, in order. */
export const parentsOf = ({ extends: parents = [] }: Preset): readonly string[] =>
  typeof parents === 'string' ? [parents] : parents
