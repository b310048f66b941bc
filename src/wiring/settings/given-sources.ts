import { typeOfAddress } from '../../core/sources/file-types.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { GivenSource } from '../../media/source-port.ts'
import type { YokeConduct } from './settings.ts'

/** What the browser says of its user's wish to save data (Network Information, `saveData`; CSS `prefers-reduced-data`). */
export const wishesToSave = (): boolean => {
  const { connection } = navigator as { connection?: { saveData?: boolean } }
  return connection?.saveData === true || matchMedia('(prefers-reduced-data: reduce)').matches
}

/** The sources that script has given a yoke, handed to whatever media it has. */
export class GivenSources {
  /** What is to play; nothing where it is left to the markup. */
  given: readonly SourceEntry[] = []
  /** Addresses that were made for files, and have to be taken back. */
  #made: string[] = []

  /** Takes these in place of any before; none leaves the choice to the markup. */
  give(sources: readonly GivenSource[] = [], media: MediaAdapter | undefined, conduct: YokeConduct): void {
    const before = this.given
    this.stop()
    this.given = sources.map(source => this.#entryOf(source))
    this.wish(media, conduct)
    if (before.length > 0 || this.given.length > 0) media?.sources?.give(this.given)
  }

  /** Tells a media what is wished, and what it is to play. */
  handTo(media: MediaAdapter | undefined, conduct: YokeConduct): void {
    this.wish(media, conduct)
    if (this.given.length > 0) media?.sources?.give(this.given)
  }

  /** Tells a media what is wished of its sources. */
  wish(media: MediaAdapter | undefined, { sourceTimeout, saveData }: YokeConduct): void {
    // Asked only where there is a choice: most players have none, and a page may have a hundred.
    const saves = saveData ?? (this.given.length > 0 && wishesToSave())
    media?.sources?.wish({ timeout: sourceTimeout, saveData: saves })
  }

  /** The names of chosen files, as a viewer knows them. */
  get fileName(): string {
    return this.given.flatMap(({ name }) => name ?? []).join(', ')
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
