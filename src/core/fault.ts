/**
 * Every code a fault can have. A code never changes its meaning; messages may be reworded.
 * Each has a heading in `docs/reference/faults.md`.
 */
export const FAULT_CODES = [
  'attribute-unknown',
  'codec-lacking',
  'command-failed',
  'command-not-a-button',
  'command-prevented',
  'command-unknown',
  'command-unsupported',
  'connection-lost',
  'container-unknown',
  'control-unknown',
  'controls-twice',
  'cue-empty',
  'cue-end-tag-stray',
  'cue-line-long',
  'cue-lines-many',
  'cue-order',
  'cue-overlap',
  'cue-region-dropped',
  'cue-region-unknown',
  'cue-reversed',
  'cue-rt-outside-ruby',
  'cue-setting-twice',
  'cue-setting-unknown',
  'cue-setting-unreadable',
  'cue-tag-unclosed',
  'cue-tag-unknown',
  'cue-times-mixed',
  'cue-timestamp-outside',
  'cue-timestamp-unreadable',
  'cue-timing-unreadable',
  'cue-too-fast',
  'cue-too-long',
  'cue-too-short',
  'cue-unseparated',
  'document-unreachable',
  'document-unreadable',
  'duration-unknown',
  'duration-unwritten',
  'entry-unreadable',
  'file-missing',
  'file-times-mixed',
  'format-unknown',
  'frame-rate-unknown',
  'fullscreen-refused',
  'id-twice',
  'key-missing',
  'key-unknown',
  'layout-unreadable',
  'lengths-differ',
  'library-absent',
  'measure-unknown',
  'media-absent',
  'media-cut-short',
  'media-failed',
  'media-index-late',
  'media-unreadable',
  'name-missing',
  'name-taken',
  'not-seekable',
  'number-unreadable',
  'offset-unreadable',
  'part-unreachable',
  'picture-bare',
  'picture-in-picture-refused',
  'play-blocked',
  'play-interrupted',
  'poster-unavailable',
  'rate-refused',
  'ratio-differs',
  'ratio-unknown',
  'region-nameless',
  'region-setting-unknown',
  'region-setting-unreadable',
  'region-twice',
  'setting-twice',
  'setting-unknown',
  'setting-unreadable',
  'shapes-differ',
  'shortcut-unknown',
  'source-damaged',
  'source-denied',
  'source-missing',
  'source-not-media',
  'source-server',
  'source-silent',
  'source-unreachable',
  'source-unsupported',
  'source-without-picture',
  'srt-left-out',
  'srt-text-stray',
  'srt-timing-unreadable',
  'start-with-sound',
  'start-without-pause',
  'state-unknown',
  'style-left-out',
  'subscriber-failed',
  'suffix-misleading',
  'target-missing',
  'time-address-unreadable',
  'track-unknown',
  'track-unlabelled',
  'track-unreachable',
  'track-without-language',
  'type-cut-short',
  'type-differs',
  'type-unknown',
  'type-unreadable',
  'type-untrue',
  'value-read-only',
  'value-unknown',
  'vtt-block-late',
  'vtt-signature-missing',
  'vtt-text-stray'
] as const

/** One of {@link FAULT_CODES}. */
export type FaultCode = (typeof FAULT_CODES)[number]

/** What went wrong, as a value. Nothing of ours throws one into the page. */
export interface Fault {
  readonly code: FaultCode
  /** One plain sentence: what was expected and what came, in the caller's own words. */
  readonly message: string
  /** What to do next. */
  readonly hint: string
  /** What the engine said, where a fault stands for an exception or a media error. */
  readonly cause?: unknown
}

/** Makes a fault; `cause` is kept only where there is one. */
export const fault = (code: FaultCode, message: string, hint: string, cause?: unknown): Fault =>
  cause === undefined ? { code, message, hint } : { code, message, hint, cause }

/** A fault on one line: `yokewright play-blocked: sentence — hint`. */
export const printFault = ({ code, message, hint }: Fault): string => `yokewright ${code}: ${message} — ${hint}`

/** A fault as an exception: what the throwing half of a pair of core functions throws. */
export class FaultError extends Error {
  readonly fault: Fault

  constructor(reason: Fault) {
    super(printFault(reason), { cause: reason.cause })
    this.name = 'FaultError'
    this.fault = reason
  }
}

/** What the tolerant half of a pair returns. */
export type Result<Value> = { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly fault: Fault }

/** The good half of a {@link Result}. */
export const succeed = <Value>(value: Value): Result<Value> => ({ ok: true, value })

/** The other half of a {@link Result}. */
export const refuse = (reason: Fault): { readonly ok: false; readonly fault: Fault } => ({ ok: false, fault: reason })

/** Turns a result into its value. @throws {FaultError} when the result is a fault. */
export const unwrap = <Value>(result: Result<Value>): Value => {
  if (result.ok) return result.value
  throw new FaultError(result.fault)
}
