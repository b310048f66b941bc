import { SETTING_KEYS, type SettingKey } from '../settings/table.ts'
import { OF_A_CLIP } from './of-a-clip.ts'
import { GROUP_KEYS, OWN_KEYS } from './preset.ts'

/** The settings that a preset may say, in the order of their table. */
export const PRESETTABLE: readonly SettingKey[] = SETTING_KEYS.filter(
  key => !(OF_A_CLIP as readonly string[]).includes(key)
)

/** How a key of a preset and the same key of one that it extends become one. */
export type MergeRule = 'not inherited' | 'key by key' | 'replaced'

/** Every key of a preset, with its rule of merging. */
export const MERGE_RULES: ReadonlyMap<string, MergeRule> = new Map([
  ...OWN_KEYS.map(key => [key, 'not inherited'] as const),
  ...PRESETTABLE.filter(key => !key.includes('.')).map(key => [key, 'replaced'] as const),
  ...GROUP_KEYS.map(key => [key, 'key by key'] as const)
])
