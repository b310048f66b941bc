/** What a clock shows while a time is not known. En dashes are as wide as figures in most faces. */
export const UNKNOWN_CLOCK = '–:––'

/** How a clock is written. */
export interface ClockOptions {
  /** The largest time, in seconds, that will stand in the same place; the clock keeps its shape: 7 beside 3723 is `0:00:07`. */
  readonly widest?: number
  /** What stands for a time without an end. Default `Live`. */
  readonly live?: string
}

const twoDigits = (value: number): string => String(value).padStart(2, '0')

/**
 * Seconds as a clock: `0:07`, `1:02:03`, `-0:05`. Whole seconds, rounded towards zero, so that a clock never
 * shows a second that has not been reached. `undefined` and `NaN` are `–:––`; `Infinity` is `Live`.
 */
export const formatClock = (seconds: number | undefined, { widest = 0, live = 'Live' }: ClockOptions = {}): string => {
  if (seconds === undefined || Number.isNaN(seconds)) return UNKNOWN_CLOCK
  if (!Number.isFinite(seconds)) return live
  const whole = wholeSeconds(Math.abs(seconds))
  const sign = seconds < 0 && whole > 0 ? '-' : ''
  const hours = Math.floor(whole / 3600)
  const minutes = Math.floor(whole / 60) % 60
  const tail = twoDigits(whole % 60)
  return hours > 0 || (Number.isFinite(widest) && widest >= 3600)
    ? `${sign}${hours}:${twoDigits(minutes)}:${tail}`
    : `${sign}${minutes}:${tail}`
}

/**
 * The second that a clock shows for a time. A microsecond is forgiven: engines answer a seek to 12 with 11.9999995.
 */
export const wholeSeconds = (seconds: number): number => Math.floor(seconds + 1e-6)

/** A time for `<time datetime>`: an ISO 8601 duration such as `PT1M30S` (HTML, "Valid duration string"). */
export const formatDatetime = (seconds: number): string => `PT${Math.max(0, Math.round(seconds * 1000) / 1000)}S`
