import { type Result, succeed } from '../fault.ts'
import { tryParseTimeAddress } from '../time/address.ts'
import type { TimeAddress } from '../time/place.ts'

/** A labelled point or stretch of the timeline, as an author writes it. A list made from it may show any further key. */
export interface MomentEntry {
  /** Where it begins: a time address, or seconds. */
  readonly at: string | number
  /** Where it is over; without it, where the next one of its lane begins. */
  readonly until?: string | number
  readonly label: string
  /** What it belongs to, where there are several lists of moments beside one clip; without it, to none. */
  readonly lane?: string
}

/** A moment whose addresses have been read. */
export interface Moment {
  readonly at: TimeAddress
  readonly until?: TimeAddress
  readonly label: string
  /** `''` for a moment of no lane. */
  readonly lane: string
  /** What its author has written. */
  readonly record: Readonly<Record<string, unknown>>
}

/** Reads one moment. @returns fault `time-address-unreadable` */
export const tryReadMoment = (entry: MomentEntry): Result<Moment> => {
  const begins = tryParseTimeAddress(entry.at)
  if (!begins.ok) return begins
  const ends = entry.until === undefined ? undefined : tryParseTimeAddress(entry.until)
  if (ends && !ends.ok) return ends
  return succeed({
    at: begins.value,
    ...(ends && { until: ends.value }),
    label: String(entry.label ?? ''),
    lane: String(entry.lane ?? ''),
    record: { ...entry }
  })
}

/** Reads moments. The first address that cannot be read is the fault: `time-address-unreadable`. */
export const tryReadMoments = (entries: readonly MomentEntry[]): Result<readonly Moment[]> => {
  const moments: Moment[] = []
  for (const entry of entries) {
    const read = tryReadMoment(entry)
    if (!read.ok) return read
    moments.push(read.value)
  }
  return succeed(moments)
}
