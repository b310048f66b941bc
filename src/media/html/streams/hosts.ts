import type { Fault } from '../../../core/fault.ts'
import type { QualityChoice } from './choice.ts'
import type { PieceMaker } from './fetching/pieces.ts'
import type { Timelines } from './fetching/timelines.ts'

/** What a stream is fed to, and whom it tells. */
export interface StreamFeedHost {
  readonly element: HTMLMediaElement
  readonly preferences: { readonly saveData: boolean }
  /** Something that does not end the playback. */
  raise(fault: Fault): void
}

/** What a track needs of the stream that it belongs to. */
export interface TrackHost {
  readonly element: HTMLMediaElement
  readonly signal: AbortSignal
  readonly timelines: Timelines
  readonly pieces: PieceMaker
  readonly choice: QualityChoice
  /** Where playback is, or will be once there is something to play, in seconds. */
  readonly position: number
  /** Seconds that are to be in store ahead of that. */
  readonly room: number
  /** There is no room for more: less is to be in store. */
  tighten(): void
  /** Something could not be had, and was had otherwise or passed over. */
  tell(fault: Fault): void
  /** Nothing more can be had. */
  fail(fault: Fault): void
  /** Something has been put in, or all has. */
  fed(): void
}
