import { type Result, succeed } from '../fault.ts'
import { tryParseTimeAddress } from './address.ts'
import { placeOfAddress, type TimeAddress } from './place.ts'
import type { TimeRange } from './ranges.ts'

/** A labelled point or stretch of the timeline, as an author writes it. */
export interface MomentEntry {
  /** Where it begins: a time address, or seconds. */
  readonly at: string | number
  /** Where it is over; without it, where the next one begins. */
  readonly until?: string | number
  readonly label: string
}

/** A moment whose addresses have been read. */
export interface Moment {
  readonly at: TimeAddress
  readonly until?: TimeAddress
  readonly label: string
}

/** Reads moments. The first address that cannot be read is the fault: `time-address-unreadable`. */
export const tryReadMoments = (entries: readonly MomentEntry[]): Result<readonly Moment[]> => {
  const moments: Moment[] = []
  for (const { at, until, label } of entries) {
    const begins = tryParseTimeAddress(at)
    if (!begins.ok) return begins
    const ends = until === undefined ? undefined : tryParseTimeAddress(until)
    if (ends && !ends.ok) return ends
    moments.push({ at: begins.value, ...(ends && { until: ends.value }), label })
  }
  return succeed(moments)
}

/** The moment that holds a position: the latest that has begun and is not over. Moments that cannot be placed yet are passed over. */
export const momentAt = (
  moments: readonly Moment[],
  seconds: number,
  playable: TimeRange | undefined
): Moment | undefined => {
  const placeOf = (address: TimeAddress | undefined, otherwise: number): number =>
    (address && placeOfAddress(address, playable)) ?? otherwise
  let found: { readonly moment: Moment; readonly start: number } | undefined
  for (const moment of moments) {
    const start = placeOf(moment.at, Number.POSITIVE_INFINITY)
    if (start <= seconds && (!found || start >= found.start)) found = { moment, start }
  }
  return found && seconds < placeOf(found.moment.until, Number.POSITIVE_INFINITY) ? found.moment : undefined
}
