import type { Fault } from '../fault.ts'
import type { PlayAnswer, SourceEntry } from './rank.ts'

/**
 * What has become of a source. `untried`: its turn has not come. `loading`: tried at this moment. `chosen`: it plays, or could.
 * `refused`: the engine said no to its type, and nothing was fetched. `failed`: it was fetched, and cannot be played.
 * `silent`: no data has come of it for too long.
 */
export type SourceState = 'untried' | 'loading' | 'chosen' | 'refused' | 'failed' | 'silent'

/** One of the sources of a media: what it is, and what has become of it. */
export interface SourceReport {
  /** Its whole address. */
  readonly src: string
  /** What it is called: its address, or the name of a file that was chosen. */
  readonly name: string
  /** The type that it was given, or that its address lets one expect; `''` where neither says. */
  readonly type: string
  /** What the engine says of that type (HTML, `canPlayType()`). */
  readonly answer: PlayAnswer
  readonly state: SourceState
  /** Its number in the order of tries, from 1; 0 where it was not tried. */
  readonly turn: number
  /** A stream that the library plays; absent where the engine does. */
  readonly fed?: true
  /** Why it was left; absent where it was not. */
  readonly fault?: Fault
}

/** A source before its turn, of which nobody has said yet whether it plays. */
export const untriedReport = ({ src, name = src, type = '' }: SourceEntry): SourceReport => ({
  src,
  name,
  type,
  answer: 'maybe',
  state: 'untried',
  turn: 0
})

/** The source to try next: the first one whose turn has not come. */
export const nextSource = (reports: readonly SourceReport[]): SourceReport | undefined =>
  reports.find(({ state, answer }) => state === 'untried' && answer !== '')

/** How long to wait before a source that once played is tried again, in seconds, by how often that has failed. */
const PAUSES: readonly number[] = [1, 2, 4, 8, 15]

/** The pause before the next try, in seconds; `undefined` once there have been enough. */
export const pauseBeforeRetry = (failedTries: number): number | undefined => PAUSES[failedTries]
