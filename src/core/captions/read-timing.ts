import type { Report } from './read-settings.ts'
import { match, readTimestamp } from './scan.ts'

/** The times of a cue, in seconds, and where on their line its settings begin. */
export interface Timing {
  readonly startTime: number
  readonly endTime: number
  readonly settingsAt: number
}

/** Whitespace is what HTML calls so (HTML, "ASCII whitespace"). */
const SPACES = /[ \t\n\f\r]*/y
const ARROW = /[ \t\n\f\r]*-->[ \t\n\f\r]*/y

const hasHours = (line: string, from: number, to: number): boolean => {
  const colon = line.indexOf(':', line.indexOf(':', from) + 1)
  return colon > 0 && colon < to
}

/** Reads a line with `-->` (WebVTT, "Collect WebVTT cue timings and settings"); `undefined` where it has no times. */
export const readTiming = (line: string, report: Report): Timing | undefined => {
  const cursor = { text: line, at: 0 }
  match(cursor, SPACES)
  const startAt = cursor.at
  const startTime = readTimestamp(cursor)
  const startEnd = cursor.at
  const hasStart = startEnd > startAt && match(cursor, ARROW)
  const endStart = cursor.at
  const endTime = hasStart ? readTimestamp(cursor) : Number.NaN
  if (Number.isNaN(endTime)) {
    report('cue-timing-unreadable', hasStart ? endStart : startAt, line)
    return undefined
  }
  if (hasHours(line, startAt, startEnd) !== hasHours(line, endStart, cursor.at))
    report('cue-times-mixed', startAt, line.slice(startAt, cursor.at))
  if (endTime <= startTime) report('cue-reversed', startAt, line.slice(startAt, cursor.at))
  return { startTime, endTime, settingsAt: cursor.at }
}
