import { expect, it } from 'vitest'
import { RESUME_RULES, resumePlace } from './resume.ts'

const DAY = 86_400_000
const NOW = 1_700_000_000_000

it.each<[string, number, number, number, number | undefined]>([
  ['in the middle', 300, 750, 1, 300],
  ['hardly begun', 9.9, 750, 1, undefined],
  ['just begun', 10, 750, 1, 10],
  ['before its end', 735, 750, 1, 735],
  ['seen to the end', 735.1, 750, 1, undefined],
  ['beyond an end that has moved', 900, 750, 1, undefined],
  ['too short for any', 10, 20, 1, undefined],
  ['without an end', 300, Number.POSITIVE_INFINITY, 1, undefined],
  ['of a length that nobody knows', 300, Number.NaN, 1, undefined],
  ['a place that is none', Number.NaN, 750, 1, undefined],
  ['as old as may be', 300, 750, 90, 300],
  ['older', 300, 750, 90.1, undefined],
  ['from a clock that was ahead', 300, 750, -5, 300]
])('%s: left at %d s of %d, %d days ago', (_, position, duration, days, place) => {
  expect(resumePlace({ position, duration, at: NOW - days * DAY }, NOW)).toBe(place)
})

it('rules of one’s own', () => {
  const left = { position: 3, duration: 20, at: NOW - DAY }
  expect(resumePlace(left, NOW)).toBeUndefined()
  expect(resumePlace(left, NOW, { ...RESUME_RULES, afterStart: 2 })).toBe(3)
  expect(resumePlace(left, NOW, { afterStart: 2, beforeEnd: 2, days: 0.5 })).toBeUndefined()
})
