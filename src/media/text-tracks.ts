import type { Cue } from '../core/captions/cue.ts'

/** What a media has to do with text tracks; absent on media that have none of their own. */
export interface TextTrackPort {
  /** The `<track>` elements of the media, in their order. */
  readonly elements: readonly HTMLTrackElement[]
  /** Keeps the engine from loading and showing them. @returns its end, after which they are as their author made them. */
  take(): () => void
  /** Whether only the system draws at this moment: on a phone's full screen, in a floating window. */
  readonly isElsewhere: boolean
  /** Calls when that may have changed. @returns its stop. */
  observeElsewhere(changed: () => void): () => void
  /** Has the engine show cues by its own means; an empty list shows none. */
  mirror(cues: readonly Cue[]): void
}
