/** What the stand-in services show: the clips of the demo, by the codes that their addresses carry. */
export interface StandInClip {
  readonly code: string
  readonly title: string
  /** The file without its suffix, in the folder of the demo's media. */
  readonly file: string
  readonly width: number
  readonly height: number
  /** Without an end: the file begins anew, and time goes on. */
  readonly isLive?: boolean
}

export const CLIPS: readonly StandInClip[] = [
  { code: 'st60', title: 'Spring tide at the quay', file: 'spring-tide', width: 1280, height: 720 },
  { code: 'tb30', title: 'Reading the tide board', file: 'tide-board', width: 1280, height: 720 },
  { code: 'lg15', title: 'The lock gate', file: 'lock-gate', width: 540, height: 960 },
  { code: 'tc12', title: 'The tide clock', file: 'tide-clock', width: 600, height: 600 },
  { code: 'quay', title: 'The quay, now', file: 'spring-tide', width: 1280, height: 720, isLive: true }
]
