import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  type Direction,
  fractionAtOffset,
  fractionOf,
  type Scale,
  seekSteps,
  toStep,
  valueAfterKey,
  valueAt
} from './scale.ts'

describe('a scale', () => {
  it.each<[Scale, number, number]>([
    [{ min: 0, max: 60 }, 30, 0.5],
    [{ min: 0, max: 60 }, -5, 0],
    [{ min: 0, max: 60 }, 90, 1],
    [{ min: 100, max: 130 }, 115, 0.5],
    [{ min: 0, max: 0 }, 0, 0],
    [{ min: 0, max: Number.NaN }, 5, 0],
    [{ min: 0, max: Number.POSITIVE_INFINITY }, 5, 0],
    [{ min: 0, max: 60 }, Number.NaN, 0]
  ])('%j puts %d at %d', (scale, value, fraction) => {
    expect(fractionOf(scale, value)).toBe(fraction)
  })

  it('goes there and back', () => {
    const scale = fc.record({ min: fc.integer({ min: -1000, max: 1000 }), max: fc.integer({ min: 1001, max: 9000 }) })
    fc.assert(
      fc.property(
        scale,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (given, fraction) => Math.abs(fractionOf(given, valueAt(given, fraction)) - fraction) < 1e-9
      )
    )
  })

  it.each<[Scale, number, number]>([
    [{ min: 0, max: 1, step: 0.1 }, 0.26, 0.3],
    [{ min: 0, max: 59.987, step: 5 }, 59.987, 59.987],
    [{ min: 0, max: 59.987, step: 5 }, 57, 55],
    [{ min: 2, max: 10, step: 3 }, 4, 5],
    [{ min: 0, max: 10 }, 3.3, 3.3],
    [{ min: 0, max: 10, step: 5 }, 99, 10]
  ])('%j brings %d to %d', (scale, value, stepped) => {
    expect(toStep(scale, value)).toBeCloseTo(stepped, 9)
  })

  it('an empty scale stays at its start', () => {
    expect(valueAt({ min: 5, max: 5 }, 0.7)).toBe(5)
  })

  it.each<[number, number, Direction, number]>([
    [300, 600, 'ltr', 0.5],
    [150, 600, 'rtl', 0.75],
    [-20, 600, 'ltr', 0],
    [700, 600, 'rtl', 0],
    [10, 0, 'ltr', 0]
  ])('a pointer %d px into %d px, %s, is at %d', (offset, width, direction, fraction) => {
    expect(fractionAtOffset(offset, width, direction)).toBe(fraction)
  })
})

describe('a slider by key', () => {
  const scale = { min: 0, max: 60 }
  it.each<[string, Direction, number, number | undefined]>([
    ['ArrowRight', 'ltr', 30, 35],
    ['ArrowLeft', 'ltr', 30, 25],
    ['ArrowRight', 'rtl', 30, 25],
    ['ArrowLeft', 'rtl', 30, 35],
    ['ArrowUp', 'rtl', 30, 35],
    ['ArrowDown', 'ltr', 30, 25],
    ['PageUp', 'ltr', 30, 36],
    ['PageDown', 'rtl', 30, 24],
    ['Home', 'rtl', 30, 0],
    ['End', 'rtl', 30, 60],
    ['ArrowRight', 'ltr', 58, 60],
    ['ArrowLeft', 'ltr', 2, 0],
    ['a', 'ltr', 30, undefined],
    ['toString', 'ltr', 30, undefined]
  ])('%s, %s, from %d goes to %s', (key, direction, value, wanted) => {
    expect(valueAfterKey(key, { scale, value, step: 5, page: 6, direction })).toBe(wanted)
  })

  it.each<[number, number, number]>([
    [12, 1, 1],
    [30, 2, 3],
    [60, 5, 6],
    [7200, 5, 60],
    [Number.NaN, 5, 30],
    [Number.POSITIVE_INFINITY, 5, 30]
  ])('of %d s: arrows go %d s, pages %d s', (duration, step, page) => {
    expect(seekSteps(duration)).toEqual({ step, page })
  })
})
