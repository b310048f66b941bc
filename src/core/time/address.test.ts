import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FaultError } from '../fault.ts'
import {
  parseOffset,
  parseTimeAddress,
  printTimeAddress,
  resolveTimeAddress,
  tryParseOffset,
  tryParseTimeAddress,
  tryResolveTimeAddress
} from './address.ts'
import type { TimeAddress } from './place.ts'

const seconds = (value: number): TimeAddress => ({ kind: 'seconds', seconds: value })
const fraction = (value: number): TimeAddress => ({ kind: 'fraction', fraction: value })

describe('parseTimeAddress', () => {
  it.each<[string | number, TimeAddress]>([
    ['90', seconds(90)],
    ['0', seconds(0)],
    ['90.5', seconds(90.5)],
    ['.5', seconds(0.5)],
    [90, seconds(90)],
    ['1:30', seconds(90)],
    ['01:30', seconds(90)],
    ['90:00', seconds(5400)],
    ['1:01:30.250', seconds(3690.25)],
    [' 1:30 ', seconds(90)],
    ['0%', fraction(0)],
    ['50%', fraction(0.5)],
    ['12.5 %', fraction(0.125)],
    ['100%', fraction(1)],
    ['end', { kind: 'end' }]
  ])('reads %j', (written, address) => {
    expect(parseTimeAddress(written)).toEqual(address)
  })

  it.each<[string | number, RegExp]>([
    ['1:75', /00 to 59, not 75/],
    ['1:60:00', /minutes run from 00 to 59, not 60/],
    ['1:5', /two digits, as in 1:05/],
    ['1:5:00', /two digits, as in 1:01:30/],
    ['abc', /write seconds/],
    ['', /write seconds/],
    ['1:2:3:4', /write seconds/],
    ['1e3', /write seconds/],
    ['0x10', /write seconds/],
    ['END', /write seconds/],
    ['-10', /use skip/],
    ['+10', /use skip/],
    [-10, /use skip/],
    ['150%', /0% to 100%/],
    [Number.NaN, /finite/],
    ['9'.repeat(310), /finite/],
    [`${'9'.repeat(310)}:00:00`, /finite/],
    [Number.POSITIVE_INFINITY, /finite/]
  ])('refuses %j, and says what would be right', (written, hint) => {
    const result = tryParseTimeAddress(written)
    expect(result.ok).toBe(false)
    expect(!result.ok && result.fault).toMatchObject({
      code: 'time-address-unreadable',
      hint: expect.stringMatching(hint)
    })
    expect(!result.ok && result.fault.message).toContain(String(written))
    expect(() => parseTimeAddress(written)).toThrow(FaultError)
  })

  it('reads back whatever it prints', () => {
    const address = fc.oneof(
      fc.integer({ min: 0, max: 400_000_000 }).map(millis => seconds(millis / 1000)),
      fc.integer({ min: 0, max: 10_000 }).map(part => fraction(part / 10_000)),
      fc.constant<TimeAddress>({ kind: 'end' })
    )
    fc.assert(
      fc.property(address, given => {
        expect(parseTimeAddress(printTimeAddress(given))).toEqual(given)
      })
    )
  })

  it('never throws, whatever comes', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.double()), written => typeof tryParseTimeAddress(written).ok === 'boolean')
    )
  })
})

describe('printTimeAddress', () => {
  it.each<[TimeAddress, string]>([
    [seconds(7), '7'],
    [seconds(90), '1:30'],
    [seconds(3690.25), '1:01:30.25'],
    [seconds(0.1 + 0.2), '0.3'],
    [seconds(59.9999999), '1:00'],
    [fraction(0.5), '50%'],
    [{ kind: 'end' }, 'end']
  ])('writes %j as %s', (address, text) => {
    expect(printTimeAddress(address)).toBe(text)
  })
})

describe('resolveTimeAddress', () => {
  const whole = { start: 0, end: 60 }
  const window = { start: 100, end: 130 }
  it.each<[string, { start: number; end: number } | undefined, number]>([
    ['30', whole, 30],
    ['90', whole, 60],
    ['50%', whole, 30],
    ['end', whole, 60],
    ['0', window, 100],
    ['50%', window, 115],
    ['90', undefined, 90]
  ])('finds %s in %j at %d', (written, range, at) => {
    expect(resolveTimeAddress(parseTimeAddress(written), range)).toBe(at)
  })

  it.each([
    ['50%', undefined],
    ['end', undefined],
    ['end', { start: 0, end: Number.POSITIVE_INFINITY }]
  ])('says that %s cannot be found in %j', (written, range) => {
    const result = tryResolveTimeAddress(parseTimeAddress(written), range)
    expect(!result.ok && result.fault.code).toBe('duration-unknown')
  })

  it('stays within what can be sought', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1e6, noNaN: true }),
        fc.double({ min: 0, max: 1000, noNaN: true }),
        (at, end) => {
          const found = resolveTimeAddress(seconds(at), { start: 0, end })
          return found >= 0 && found <= end
        }
      )
    )
  })
})

describe('parseOffset', () => {
  it.each<[string | number, number]>([
    ['-10', -10],
    ['+15', 15],
    ['15', 15],
    ['−5', -5],
    ['0.5', 0.5],
    [-10, -10]
  ])('reads %j', (written, offset) => {
    expect(parseOffset(written)).toBe(offset)
  })

  it.each(['', 'ten', '1:30', '5s', '50%', Number.NaN])('refuses %j', written => {
    const result = tryParseOffset(written)
    expect(!result.ok && result.fault.code).toBe('offset-unreadable')
    expect(() => parseOffset(written)).toThrow(/yokewright offset-unreadable/)
  })
})
