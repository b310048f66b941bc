import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BASIC_WORDS } from '../words/basic.ts'
import { formatClock, formatDatetime, UNKNOWN_CLOCK, wholeSeconds } from './clock.ts'
import { speakDuration, speakPosition } from './spoken.ts'

describe('formatClock', () => {
  it.each<[number | undefined, string]>([
    [0, '0:00'],
    [7, '0:07'],
    [7.99, '0:07'],
    [90, '1:30'],
    [3723, '1:02:03'],
    [36_000, '10:00:00'],
    [-5.5, '-0:05'],
    [-0.4, '0:00'],
    [11.9999999, '0:12'],
    [undefined, UNKNOWN_CLOCK],
    [Number.NaN, UNKNOWN_CLOCK],
    [Number.POSITIVE_INFINITY, 'Live']
  ])('shows %s as %s', (seconds, text) => {
    expect(formatClock(seconds)).toBe(text)
  })

  it('keeps the shape of the widest time in its place', () => {
    expect(formatClock(7, { widest: 3723 })).toBe('0:00:07')
    expect(formatClock(7, { widest: 60 })).toBe('0:07')
    expect(formatClock(7, { widest: Number.POSITIVE_INFINITY })).toBe('0:07')
    expect(formatClock(Number.POSITIVE_INFINITY, { live: 'Direct' })).toBe('Direct')
  })

  it('never shows NaN, Infinity or undefined', () => {
    fc.assert(fc.property(fc.double(), seconds => !/NaN|Infinity|undefined/.test(formatClock(seconds))))
  })

  it('goes up by one second at a time', () => {
    fc.assert(
      fc.property(fc.nat(200_000), whole => wholeSeconds(whole + 0.5) === whole && wholeSeconds(whole) === whole)
    )
  })
})

describe('words for a time', () => {
  it.each<[number, string | undefined, string]>([
    [0, 'en', '0 seconds'],
    [1, 'en', '1 second'],
    [80, 'en', '1 minute 20 seconds'],
    [3600, 'en', '1 hour'],
    [3725, 'en', '1 hour 2 minutes 5 seconds'],
    [-3, 'en', '0 seconds'],
    [80, 'de', '1 Minute 20 Sekunden']
  ])('says %d s in %s as %s', (seconds, locale, words) => {
    expect(speakDuration(seconds, locale)).toBe(words)
  })

  it('says a position with its whole, where there is one', () => {
    expect(speakPosition(80, 180, { ...BASIC_WORDS, lang: 'en' })).toBe('1 minute 20 seconds of 3 minutes')
    expect(speakPosition(80, undefined, { ...BASIC_WORDS, lang: 'en' })).toBe('1 minute 20 seconds')
    expect(speakPosition(80, Number.POSITIVE_INFINITY, { ...BASIC_WORDS, lang: 'en' })).toBe('1 minute 20 seconds')
  })

  it('writes a duration for machines', () => {
    expect([0, 90, 1.5, -1].map(formatDatetime)).toEqual(['PT0S', 'PT90S', 'PT1.5S', 'PT0S'])
  })
})
