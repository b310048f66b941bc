import type { Fault } from '../core/fault.ts'
import type { SourceEntry } from '../core/sources/rank.ts'
import type { SourceReport } from '../core/sources/reports.ts'

/** A source as script may give it: an address, an address with its type, or a file that was chosen or dropped. */
export type GivenSource = string | SourceEntry | Blob

/** How the sources of a media are chosen. */
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
  setSources(entries: readonly SourceEntry[]): void
  /** Changes how they are chosen. */
  setPreferences(preferences: SourcePreferences): void
  /** Calls when {@link list} has changed, and with the fault where something that its sources need could not be had. @returns its stop. */
  observe(changed: (fault?: Fault) => void): () => void
}
