/** What can be wrong with a caption file; each has a sentence in `sentences.ts`. */
export type FindingCode =
  | 'vtt-signature-missing'
  | 'vtt-block-late'
  | 'vtt-text-stray'
  | 'cue-timing-unreadable'
  | 'cue-setting-unknown'
  | 'cue-setting-unreadable'
  | 'cue-setting-twice'
  | 'cue-region-unknown'
  | 'cue-region-dropped'
  | 'cue-unseparated'
  | 'cue-reversed'
  | 'cue-order'
  | 'cue-times-mixed'
  | 'region-setting-unknown'
  | 'region-setting-unreadable'
  | 'region-nameless'
  | 'region-twice'

/** Something found while reading: a fault in short, before it has its sentence. */
export interface Finding {
  readonly code: FindingCode
  /** From 1. */
  readonly line: number
  /** From 1, in UTF-16 code units. */
  readonly column: number
  /** What stands there, as far as the sentence needs it. */
  readonly found: string
  /** A second thing that the sentence needs. */
  readonly beside?: string
}
