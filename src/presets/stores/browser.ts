import { isRecord } from '../../core/record.ts'
import { type PresetStore, StoreConflict, type StoredPreset } from './store.ts'

/**
 * Keeps presets in this browser, for all pages of the site (HTML, "Web storage"): other tabs show an edit at once.
 * @param key what they are kept under.
 */
export const browserStore = (key = 'yokewright presets'): PresetStore => {
  const read = (): Map<string, StoredPreset> => {
    const text = localStorage.getItem(key)
    const data: unknown = text === null ? {} : JSON.parse(text)
    if (!isRecord(data)) throw new TypeError(`what is kept under “${key}” are no presets`)
    return new Map(
      Object.entries(data).flatMap(([name, entry]) =>
        isRecord(entry) ? [[name, { preset: entry.preset, version: String(entry.version) }] as const] : []
      )
    )
  }
  const write = (kept: ReadonlyMap<string, StoredPreset>): void =>
    localStorage.setItem(key, JSON.stringify(Object.fromEntries(kept)))
  const demand = (kept: ReadonlyMap<string, StoredPreset>, name: string, version: string | undefined): void => {
    if (kept.get(name)?.version !== version) throw new StoreConflict(name)
  }
  return {
    list: async () => [...read().values()],
    async save(preset, version) {
      const kept = read()
      demand(kept, preset.name, version)
      const next = crypto.randomUUID()
      kept.set(preset.name, { preset, version: next })
      write(kept)
      return next
    },
    async remove(name, version) {
      const kept = read()
      demand(kept, name, version)
      kept.delete(name)
      write(kept)
    },
    watch(changed) {
      const hear = (event: StorageEvent): void => {
        if (event.key === key || event.key === null) changed()
      }
      addEventListener('storage', hear)
      return () => removeEventListener('storage', hear)
    }
  }
}
