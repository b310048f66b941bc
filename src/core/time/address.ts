import { type Fault, fault, type Result, refuse, succeed, unwrap } from '../fault.ts'
import { placeOfAddress, type TimeAddress } from './place.ts'
import type { TimeRange } from './ranges.ts'

const SECONDS = /^\d+(?:\.\d+)?$|^\.\d+$/
const CLOCK = /^(?:(\d+):)?(\d+):(\d{2}(?:\.\d+)?)$/
const PERCENT = /^(\d+(?:\.\d+)?)\s*%$/

const unreadable = (input: unknown, hint: string): { readonly ok: false; readonly fault: Fault } =>
  refuse(fault('time-address-unreadable', `A time address was expected, but “${String(input)}” came.`, hint))

const FORMS = 'write seconds (90), a clock (1:30 or 1:01:30.250), a share of the whole (50%), or the word end'

/** So many figures may stand there that no number holds them. */
const finite = (seconds: number, input: string | number): Result<TimeAddress> =>
  Number.isFinite(seconds)
    ? succeed({ kind: 'seconds', seconds })
    : unreadable(input, 'a time in seconds is a finite number')

const parseClock = (
  text: string,
  [, hours, minutes = '0', seconds = '0']: readonly (string | undefined)[]
): Result<TimeAddress> => {
  if (hours !== undefined && minutes.length !== 2)
    return unreadable(text, 'after hours, minutes have two digits, as in 1:01:30')
  if (hours !== undefined && Number(minutes) >= 60)
    return unreadable(text, `after hours, minutes run from 00 to 59, not ${minutes}`)
  if (Number(seconds) >= 60) return unreadable(text, `after minutes, seconds run from 00 to 59, not ${seconds}`)
  return finite(Number(hours ?? 0) * 3600 + Number(minutes) * 60 + Number(seconds), text)
}

const parseText = (text: string): Result<TimeAddress> => {
  if (text === 'end') return succeed({ kind: 'end' })
  if (SECONDS.test(text)) return finite(Number(text), text)
  const clock = CLOCK.exec(text)
  if (clock) return parseClock(text, clock)
  const percent = PERCENT.exec(text)
  if (percent) {
    // 74.34 / 100 is 0.7434000000000001 in binary: rounded off.
    const fraction = Number((Number(percent[1]) / 100).toPrecision(12))
    return fraction <= 1
      ? succeed({ kind: 'fraction', fraction })
      : unreadable(text, 'a share of the whole runs from 0% to 100%')
  }
  if (/^[+-]/.test(text))
    return unreadable(text, 'a time address has no sign; to go forward or back by seconds, use skip')
  if (/^\d+:\d$/.test(text)) return unreadable(text, 'after minutes, seconds have two digits, as in 1:05')
  return unreadable(text, FORMS)
}

/** Reads a time address; unlike {@link parseTimeAddress}, never throws. A number is seconds, 0 or more. */
export const tryParseTimeAddress = (input: string | number): Result<TimeAddress> => {
  if (typeof input === 'string') return parseText(input.trim())
  if (input < 0) return unreadable(input, 'a time address has no sign; to go forward or back by seconds, use skip')
  return finite(input, input)
}

/** Reads a time address. @throws {FaultError} `time-address-unreadable` for anything else, such as `1:75` or `abc`. */
export const parseTimeAddress = (input: string | number): TimeAddress => unwrap(tryParseTimeAddress(input))

const twoDigits = (value: number): string => String(value).padStart(2, '0')

/** Writes a time address in its shortest form: `7`, `1:30`, `1:01:30.25`, `50%`, `end`. */
export const printTimeAddress = (address: TimeAddress): string => {
  if (address.kind === 'end') return 'end'
  if (address.kind === 'fraction') return `${Number((address.fraction * 100).toFixed(9))}%`
  // Microseconds are finer than any frame, and keep rounding errors such as 0.1 + 0.2 out of the text.
  const micros = Math.round(address.seconds * 1e6)
  const whole = Math.floor(micros / 1e6)
  const rest =
    micros % 1e6 === 0
      ? ''
      : `.${String(micros % 1e6)
          .padStart(6, '0')
          .replace(/0+$/, '')}`
  if (whole < 60) return `${whole}${rest}`
  const minutes = Math.floor(whole / 60)
  const seconds = `${twoDigits(whole % 60)}${rest}`
  return minutes < 60 ? `${minutes}:${seconds}` : `${Math.floor(minutes / 60)}:${twoDigits(minutes % 60)}:${seconds}`
}

/**
 * As {@link placeOfAddress}, with a fault in place of `undefined`.
 *
 * @param seekable what can be sought, or `undefined` while that is unknown: then seconds stay as they are
 * (a media element keeps them until it knows more), and a fraction or `end` is a `duration-unknown` fault.
 * An `Infinity` end counts as unknown.
 */
export const tryResolveTimeAddress = (address: TimeAddress, seekable: TimeRange | undefined): Result<number> => {
  const place = placeOfAddress(address, seekable)
  return place === undefined
    ? refuse(
        fault(
          'duration-unknown',
          `“${printTimeAddress(address)}” cannot be found while the length is unknown.`,
          'wait for loadedmetadata, or say it in seconds'
        )
      )
    : succeed(place)
}

/** As {@link tryResolveTimeAddress}. @throws {FaultError} `duration-unknown`. */
export const resolveTimeAddress = (address: TimeAddress, seekable: TimeRange | undefined): number =>
  unwrap(tryResolveTimeAddress(address, seekable))

/** Reads a number of seconds to go forward (`15`, `+15`) or back (`-10`); offsets belong to `skip` alone. */
export const tryParseOffset = (input: string | number): Result<number> => {
  const text = typeof input === 'string' ? input.trim().replace(/^[−]/, '-') : input
  const offset = typeof text === 'string' && !/^[+-]?(?:\d+(?:\.\d+)?|\.\d+)$/.test(text) ? Number.NaN : Number(text)
  return Number.isFinite(offset)
    ? succeed(offset)
    : refuse(
        fault(
          'offset-unreadable',
          `Seconds to skip were expected, but “${String(input)}” came.`,
          'write a number with or without a sign: 15 goes forward, -10 back'
        )
      )
}

/** As {@link tryParseOffset}. @throws {FaultError} `offset-unreadable`. */
export const parseOffset = (input: string | number): number => unwrap(tryParseOffset(input))
