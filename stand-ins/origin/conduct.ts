/** How the stream origin behaves: what lines and servers do on bad days. Set by `POST /conduct`, or by a test. */
export interface OriginConduct {
  /** Bits a second of the line, shared by all answers; 0 for as fast as it goes. */
  readonly rate: number
  /** Every answer comes so much later, in milliseconds. */
  readonly delay: number
  /** Of segments whose path holds this text nothing is there any more (404); `''` for none. */
  readonly missing: string
  /** Segments whose path holds this text break off in the middle. */
  readonly cut: string
  /** Segments whose path holds this text are noise of the same length. */
  readonly damaged: string
  /** Answers to paths that hold this text never come. */
  readonly silent: string
  /** Paths that hold this text are answered by this status of HTTP. */
  readonly refused: string
  readonly status: number
  /** Nobody answers at all. */
  readonly gone: boolean
  /** Live manifests are not renewed any more. */
  readonly stale: boolean
  /** Every second answer to a live manifest is an old one, as of a store between here and there. */
  readonly shuffled: boolean
  /** Manifests declare a tenth of the true rates, and codecs that are none. */
  readonly misdeclared: boolean
  /** The live channel has ended. */
  readonly ended: boolean
}

export const GOOD_ORIGIN: OriginConduct = {
  rate: 0,
  delay: 0,
  missing: '',
  cut: '',
  damaged: '',
  silent: '',
  refused: '',
  status: 503,
  gone: false,
  stale: false,
  shuffled: false,
  misdeclared: false,
  ended: false
}
