import { type PresetStore, StoreConflict, type StoredPreset, type UnreadPreset } from './store.ts'
import { whenBack } from './when-back.ts'

const SUFFIX = '.json'

/** A name as a file may be called on any system. */
const fileNameOf = (name: string): string => `${encodeURIComponent(name).replaceAll('*', '%2A')}${SUFFIX}`

const isMissing = (error: unknown): boolean => error instanceof DOMException && error.name === 'NotFoundError'

/** A file's preset; its version is what stands in it, so that an edit by any other program is seen. */
const readPreset = (text: string, fileName: string): StoredPreset | UnreadPreset => {
  try {
    return { preset: JSON.parse(text), version: text }
  } catch (error) {
    return { unread: new TypeError(`${fileName} is no JSON: ${(error as Error).message}`, { cause: error }) }
  }
}

/**
 * Keeps presets in a folder of files, a JSON document each (File System, "FileSystemDirectoryHandle"): one that somebody has
 * picked, where a browser has `showDirectoryPicker()`, or `await navigator.storage.getDirectory()`. A file may be called
 * anything that ends with `.json`; what is new is called by its name. A tab that comes back to the front looks again.
 */
export const folderStore = (folder: FileSystemDirectoryHandle): PresetStore => {
  /** The file that each preset was read from. */
  const files = new Map<string, string>()
  const fileOf = (name: string): string => files.get(name) ?? fileNameOf(name)

  const textOf = async (fileName: string): Promise<string | undefined> => {
    try {
      return await (await (await folder.getFileHandle(fileName)).getFile()).text()
    } catch (error) {
      if (isMissing(error)) return undefined
      throw error
    }
  }
  const demand = async (name: string, version: string | undefined): Promise<void> => {
    if ((await textOf(fileOf(name))) !== version) throw new StoreConflict(name)
  }

  return {
    async list() {
      const found: (StoredPreset | UnreadPreset)[] = []
      files.clear()
      for await (const [fileName, entry] of folder.entries()) {
        if (entry.kind !== 'file' || !fileName.endsWith(SUFFIX)) continue
        const text = await textOf(fileName)
        // It may have gone since.
        if (text === undefined) continue
        const read = readPreset(text, fileName)
        if ('preset' in read) files.set(String((read.preset as { name?: unknown } | null)?.name), fileName)
        found.push(read)
      }
      return found
    },
    async save(preset, version) {
      await demand(preset.name, version)
      const text = `${JSON.stringify(preset, null, 2)}\n`
      const file = await folder.getFileHandle(fileOf(preset.name), { create: true })
      // What was there stays until the new one is whole.
      const writable = await file.createWritable()
      await writable.write(text)
      await writable.close()
      return text
    },
    async remove(name, version) {
      await demand(name, version)
      await folder.removeEntry(fileOf(name))
      files.delete(name)
    },
    watch: whenBack
  }
}
