import type { SourceEntry } from '../core/sources/rank.ts'
import type { SourceReport } from '../core/sources/reports.ts'

/** A source as script may give it: an address, an address with its type, or a file that was chosen or dropped. */
export type GivenSource = string | SourceEntry | Blob

/** What is wished of the sources of a media. */
export interface SourcePreferences {
  /** Seconds without any data after which a source is left for the next one. */
  readonly timeout?: number
  /** The smallest will do. */
  readonly saveData?: boolean
}

/** What a media has to do with several sources; absent on media that have but one. */
export interface SourcePort {
  /** The sources in the order in which they are tried, and what has become of each. */
  readonly list: readonly SourceReport[]
  /** Plays the first of these that truly plays, in place of those of the markup. */
  give(entries: readonly SourceEntry[]): void
  /** Changes what is wished. */
  wish(wishes: SourcePreferences): void
  /** Calls when {@link list} has changed. @returns its stop. */
  observe(changed: () => void): () => void
}
