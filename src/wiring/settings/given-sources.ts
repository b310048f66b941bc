import { isFile } from '../../core/settings/value-schema.ts'
import { typeOfAddress } from '../../core/sources/file-types.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { leadingFiles } from '../../media/kinds.ts'
import type { GivenSource } from '../../media/source-port.ts'
import type { SettledSettings } from './settings.ts'

/** Whether the user has asked the browser to save data (Network Information, `saveData`; CSS `prefers-reduced-data`). */
export const prefersSavingData = (): boolean => {
  const { connection } = navigator as { connection?: { saveData?: boolean } }
  return connection?.saveData === true || matchMedia('(prefers-reduced-data: reduce)').matches
}

const isBlob = (source: GivenSource): source is Blob => isFile(source)

/** The sources that settings name, handed to whatever media a yoke has. */
export class GivenSources {
  /** What is to play; nothing where it is left to the markup. */
  entries: readonly SourceEntry[] = []
  /** Object URLs that were made for files, and have to be revoked. */
  #made: string[] = []

  /** Takes these in place of any before; none leaves the choice to the markup. */
  set(media: MediaAdapter | undefined, settings: SettledSettings): void {
    const before = this.entries
    this.stop()
    this.entries = (settings.sources ?? []).map(source => this.#entryOf(source))
    this.setPreferences(media, settings)
    if (before.length > 0 || this.entries.length > 0) media?.sources?.setSources(leadingFiles(this.entries))
  }

  /** Tells a media how its sources are chosen. */
  setPreferences(media: MediaAdapter | undefined, { sourceTimeout, saveData }: SettledSettings): void {
    // Asked only where there is a choice: most players have none, and a page may have a hundred.
    const saves = saveData ?? (this.entries.length > 0 && prefersSavingData())
    media?.sources?.setPreferences({ timeout: sourceTimeout, saveData: saves })
  }

  /** The names of chosen files, as a viewer knows them. */
  get fileName(): string {
    return this.entries.flatMap(({ name }) => name ?? []).join(', ')
  }

  stop(): void {
    for (const address of this.#made.splice(0)) URL.revokeObjectURL(address)
  }

  #entryOf(source: GivenSource): SourceEntry {
    if (typeof source === 'string') return { src: source }
    if (!isBlob(source)) return source
    const src = URL.createObjectURL(source)
    this.#made.push(src)
    const { name } = source as Partial<File>
    const type = source.type || (name && typeOfAddress(name))
    return { src, ...(name && { name }), ...(type && { type }) }
  }
}
