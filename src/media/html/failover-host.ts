import type { Fault } from '../../core/fault.ts'
import type { MediaErrorLike } from '../../core/playback/snapshot.ts'
import type { SourceReport, SourceState } from '../../core/sources/reports.ts'
import type { SourcePreferences } from '../source-port.ts'
import type { FrozenPlayback } from './frozen-playback.ts'

/** The sources of one element, as far as leaving one for another needs to know of them. */
export interface FailoverHost {
  readonly element: HTMLMediaElement
  readonly list: readonly SourceReport[]
  readonly preferences: Required<SourcePreferences>
  /** What is shown while one source gives way to another. */
  readonly frozen: FrozenPlayback | undefined
  /** Nothing can be played. */
  readonly error: MediaErrorLike | null
  /** Somebody wants it to play. */
  wanted: boolean
  /** Something that is needed to go on could not be had. */
  raise(reason: Fault): void
  /** Puts another source into the element. */
  place(src: string): void
  /** Takes note of what has become of a source. */
  note(src: string, state: SourceState, fault?: Fault): void
  /** From now on the element is shown as it was, until {@link release} or {@link fail}. */
  freeze(currentTime?: number): void
  release(): void
  /** There is nothing left to try. */
  fail(error: MediaErrorLike): void
  /** After all had failed there is hope again: waits where it stood. */
  standBy(): void
}
