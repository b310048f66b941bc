/** Presets and their stores in one classic script. */
import { beginPresets } from './registry.ts'

export * from './presets.ts'
export * from './stores/index.ts'

beginPresets()
