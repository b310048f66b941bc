import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fragmentOf } from './fragment.ts'

const END = Number.POSITIVE_INFINITY

describe('the stretch that an address names', () => {
  it.each([
    ['a.webm#t=10,20', { start: 10, end: 20 }],
    ['a.webm#t=npt:10,20', { start: 10, end: 20 }],
    ['a.webm#t=10', { start: 10, end: END }],
    ['a.webm#t=,20', { start: 0, end: 20 }],
    ['a.webm#t=0.5,2.25', { start: 0.5, end: 2.25 }],
    ['a.webm#t=2.,3', { start: 2, end: 3 }],
    ['a.webm#t=01:05,2:00:00', { start: 65, end: 7200 }],
    ['a.webm#t=00:01.5', { start: 1.5, end: END }],
    ['a.webm#xywh=0,0,9,9&t=3,4', { start: 3, end: 4 }],
    ['a.webm#t=1,2&t=3,4', { start: 3, end: 4 }],
    ['a.webm#t=1,2&t=nonsense', { start: 1, end: 2 }],
    ['a.webm#%74=%31%30', { start: 10, end: END }],
    ['a.webm?t=5#t=10', { start: 10, end: END }]
  ])('%s', (address, range) => {
    expect(fragmentOf(address)).toEqual(range)
  })

  it.each([
    '',
    'a.webm',
    'a.webm?t=10',
    'a.webm#',
    'a.webm#t',
    'a.webm#t=',
    'a.webm#t=,',
    'a.webm#t=10,',
    'a.webm#t=20,10',
    'a.webm#t=10,10',
    'a.webm#t=1,2,3',
    'a.webm#t=-1',
    'a.webm#t=+1',
    'a.webm#t=1e3',
    'a.webm#t=1:75',
    'a.webm#t=5:3',
    'a.webm#t=smpte:0:01:00',
    'a.webm#T=1',
    'a.webm#t=%E0%A4%A'
  ])('none in %j', address => {
    expect(fragmentOf(address)).toBeUndefined()
  })

  it('never throws, and never names a stretch without a length', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^#t=[\d:.,npt%]*$/)), address => {
        const range = fragmentOf(address)
        expect(range === undefined || (range.start >= 0 && range.start < range.end)).toBe(true)
      })
    )
  })
})
