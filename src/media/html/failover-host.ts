import type { Fault } from '../../core/fault.ts'
import type { MediaErrorLike } from '../../core/playback/snapshot.ts'
import type { SourceReport, SourceState } from '../../core/sources/reports.ts'
import type { TimeRangesLike } from '../../core/time/ranges.ts'
import type { SourcePreferences } from '../source-port.ts'
import type { FrozenPlayback } from './frozen-playback.ts'

/** A stream that is fed to an element. */
export interface Feed {
  /** The address of its manifest. */
  readonly src: string
  /** What the element is given as its address. */
  readonly url: string
  quality: string
  readonly qualities: readonly string[]
  readonly playingQuality: string | undefined
  audioTrack: string
  readonly audioTracks: readonly string[]
  /** When its time 0 was, in milliseconds since 1970, where the manifest tells it. */
  readonly startDate: number | undefined
  /** What can be sought, while that is not what the element says: of a live stream to where it is to be played. */
  readonly seekable: TimeRangesLike | undefined
  /** Why it cannot go on. */
  readonly fault: Fault | undefined
}

/** The sources of one element, as far as leaving one for another needs to know of them. */
export interface FailoverHost {
  readonly element: HTMLMediaElement
  /** The address of the source that the element has. */
  readonly currentSrc: string
  /** What is fed to the element in place of an address. */
  feed: Feed | undefined
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
  /** Puts another source into the element. @param address what the element is given instead, where something is fed to it */
  place(src: string, address?: string): void
  /** Takes note of what has become of a source. */
  note(src: string, state: SourceState, fault?: Fault): void
  /** From now on the element is shown as it was, until {@link release} or {@link fail}. */
  freeze(currentTime?: number): void
  /** A source has been put in and is there, or none can be: the element speaks for itself. */
  release(): void
  /** There is nothing left to try. */
  fail(error: MediaErrorLike): void
  /** After all had failed there is hope again: waits where it stood. */
  standBy(): void
}
