import { beginPresets } from './registry.ts'

export type { PresetLayout } from '../core/presets/layouts-for.ts'
export type { Look } from '../core/presets/look.ts'
export type { Preset } from '../core/presets/preset.ts'
export type { ResolvedPreset, Settled } from '../core/presets/resolve.ts'
export * from './presets.ts'

beginPresets()
