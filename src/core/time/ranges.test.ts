import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clampToRange, loadedAhead, mergeRanges, readRanges, spanOf, type TimeRange } from './ranges.ts'

const range = (start: number, end: number): TimeRange => ({ start, end })

describe('ranges', () => {
  it.each<[readonly TimeRange[], readonly TimeRange[]]>([
    [[], []],
    [[range(0, 5), range(5, 9)], [range(0, 9)]],
    [[range(4, 8), range(0, 5)], [range(0, 8)]],
    [[range(0, 9), range(2, 3)], [range(0, 9)]],
    [
      [range(49, 60), range(0, 23)],
      [range(0, 23), range(49, 60)]
    ],
    [[range(3, 3), range(5, 2), range(Number.NaN, 1)], []]
  ])('merges %j', (given, merged) => {
    expect(mergeRanges(given)).toEqual(merged)
  })

  it('merged ranges are sorted, apart, and hold the same moments', () => {
    const some = fc.array(fc.tuple(fc.nat(50), fc.nat(50)).map(([start, length]) => range(start, start + length)))
    fc.assert(
      fc.property(
        some,
        fc.integer({ min: 0, max: 100 }).map(half => half + 0.5),
        (given, moment) => {
          const merged = mergeRanges(given)
          const holds = (ranges: readonly TimeRange[]): boolean =>
            ranges.some(({ start, end }) => start <= moment && moment < end)
          return (
            holds(merged) === holds(given) &&
            merged.every((one, index) => index === 0 || one.start > (merged[index - 1]?.end ?? 0))
          )
        }
      )
    )
  })

  it('reads the ranges of HTML', () => {
    const html = { length: 2, start: (index: number) => index * 10, end: (index: number) => index * 10 + 5 }
    expect(readRanges(html)).toEqual([range(0, 5), range(10, 15)])
  })

  it('spans from the first start to the last end', () => {
    expect(spanOf([range(2, 5), range(9, 12)])).toEqual(range(2, 12))
    expect(spanOf([])).toBeUndefined()
  })

  it.each<[number, number]>([
    [0, 23],
    [22.5, 0.5],
    [23, 0],
    [30, 0],
    [48.95, 11.05],
    [50, 10],
    [60, 0]
  ])('at %d s, %d s are loaded ahead', (position, ahead) => {
    expect(loadedAhead([range(0, 23), range(49, 60)], position)).toBeCloseTo(ahead, 9)
  })

  it('clamps', () => {
    expect([-1, 3, 9].map(value => clampToRange(value, range(0, 5)))).toEqual([0, 3, 5])
  })
})
