import { type PresetStore, StoreConflict, type StoredPreset } from './store.ts'

/** Keeps presets as long as the page lives. */
export const memoryStore = (): PresetStore => {
  const kept = new Map<string, StoredPreset>()
  let changes = 0
  const demand = (name: string, version: string | undefined): void => {
    if (kept.get(name)?.version !== version) throw new StoreConflict(name)
  }
  return {
    list: async () => [...kept.values()],
    async save(preset, version) {
      demand(preset.name, version)
      changes += 1
      kept.set(preset.name, { preset: structuredClone(preset), version: String(changes) })
      return String(changes)
    },
    async remove(name, version) {
      demand(name, version)
      kept.delete(name)
    }
  }
}
