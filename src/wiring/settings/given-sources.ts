import { typeOfAddress } from '../../core/sources/file-types.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { GivenSource } from '../../media/source-port.ts'
import type { SettledSettings } from './settings.ts'

/** What the browser says of its user's wish to save data (Network Information, `saveData`; CSS `prefers-reduced-data`). */
export const prefersSavingData = (): boolean => {
  const { connection } = navigator as { connection?: { saveData?: boolean } }
  return connection?.saveData === true || matchMedia('(prefers-reduced-data: reduce)').matches
}

/** The sources that settings name, handed to whatever media a yoke has. */
export class GivenSources {
  /** What is to play; nothing where it is left to the markup. */
  entries: readonly SourceEntry[] = []
  /** Addresses that were made for files, and have to be taken back. */
  #made: string[] = []

  /** Takes these in place of any before; none leaves the choice to the markup. */
  set(media: MediaAdapter | undefined, settings: SettledSettings): void {
    const before = this.entries
    this.stop()
    this.entries = (settings.sources ?? []).map(source => this.#entryOf(source))
    this.setPreferences(media, settings)
    if (before.length > 0 || this.entries.length > 0) media?.sources?.setSources(this.entries)
  }

  /** Tells a media what it is to play. */
  applyTo(media: MediaAdapter | undefined): void {
    if (this.entries.length > 0) media?.sources?.setSources(this.entries)
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
    if (!(source instanceof Blob)) return source
    const src = URL.createObjectURL(source)
    this.#made.push(src)
    const name = source instanceof File ? source.name : undefined
    const type = source.type || (name && typeOfAddress(name))
    return { src, ...(name && { name }), ...(type && { type }) }
  }
}
