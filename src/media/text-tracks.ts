import type { Cue } from '../core/captions/cue.ts'

/** The kinds of text tracks (HTML, "Text track kind"). */
export type TrackKind = 'captions' | 'subtitles' | 'descriptions' | 'chapters' | 'metadata'

/** A text track as script gives it; in markup it is a `<track>`. */
export interface TrackEntry {
  /** Default `captions`. */
  readonly kind?: TrackKind
  /** The address of a WebVTT file; `#id` for text that stands in the page. */
  readonly src?: string
  /** The text of the file itself, in place of `src`. */
  readonly text?: string
  /** A BCP 47 language tag. */
  readonly srclang?: string
  readonly label?: string
  readonly id?: string
  /** Show it from the start. */
  readonly default?: boolean
  /** Show it while no other track is shown. */
  readonly forced?: boolean
}

/** A text track, wherever it was found. */
export interface TrackSource extends Required<Omit<TrackEntry, 'text'>> {
  readonly text: string | undefined
  /** What tells this source from another one at the next look. */
  readonly origin: object
  /** Where its address is resolved, and what a fault points at. */
  readonly element: Element | undefined
  readonly credentials: RequestCredentials
  /** The engine has begun to load it by itself: what it has brought need not come twice. */
  readonly isUnderWay: boolean
}

/** What stands for a track whose file is put together out of pieces, as a stream has it. */
export interface PiecedText {
  /** The text of a WebVTT file, as it comes; of a live stream it has no end. */
  readPieces?: (signal: AbortSignal) => AsyncIterable<string>
}

/** What a media has to do with text tracks; absent on media that have none of their own. */
export interface TextTrackPort {
  /** The tracks that its author wrote, in their order. */
  readonly list: readonly TrackSource[]
  /** Keeps the engine from loading and showing them. @returns its end, after which they are as their author made them. */
  disableNative(): () => void
  /** Whether only the system draws at this moment: on a phone's full screen, in a floating window. */
  readonly isElsewhere: boolean
  /** Calls when that may have changed. @returns its stop. */
  observeElsewhere(changed: () => void): () => void
  /** Has the engine show cues by its own means; an empty list shows none. */
  mirror(cues: readonly Cue[]): void
}
