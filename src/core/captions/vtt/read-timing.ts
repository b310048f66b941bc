import type { Report } from './read-settings.ts'
import { pass, readTimestamp } from './scan.ts'

/** The times of a cue, in seconds, and where on their line its settings begin. */
export interface Timing {
  readonly startTime: number
  readonly endTime: number
  readonly settingsAt: number
}

/** HTML, "ASCII whitespace"; a line has no line ends. */
const SPACES = /[ \t\f]*/y
const ARROW = /[ \t\f]*-->[ \t\f]*/y

/** `mm:ss.mmm` is as long as this; what is longer has hours. */
const WITHOUT_HOURS = 9

/** Reads a line with `-->` (WebVTT, "Collect WebVTT cue timings and settings"); `undefined` where it has no times. */
export const readTiming = (line: string, report: Report): Timing | undefined => {
  const cursor = { text: line, at: 0 }
  pass(cursor, SPACES)
  const startAt = cursor.at
  const startTime = readTimestamp(cursor)
  const startEnd = cursor.at
  const hasStart = startEnd > startAt && pass(cursor, ARROW)
  const endStart = cursor.at
  const endTime = hasStart ? readTimestamp(cursor) : Number.NaN
  if (Number.isNaN(endTime)) {
    report('cue-timing-unreadable', hasStart ? endStart : startAt, line)
    return undefined
  }
  if (startEnd - startAt > WITHOUT_HOURS !== cursor.at - endStart > WITHOUT_HOURS)
    report('cue-times-mixed', startAt, line.slice(startAt, cursor.at))
  if (endTime <= startTime) report('cue-reversed', startAt, line.slice(startAt, cursor.at))
  return { startTime, endTime, settingsAt: cursor.at }
}
