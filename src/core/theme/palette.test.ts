import { converter, formatHex, wcagContrast } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { contrastOf } from './contrast.ts'
import { oklchToSrgb, type Srgb, srgbToOklch } from './oklch.ts'
import { derivePalette, type Ground, measurePairs } from './palette.ts'

const toOklch = converter('oklch')
const PART = fc.integer({ min: 0, max: 255 }).map(part => part / 255)
const COLOUR = fc.tuple(PART, PART, PART)
const other = ([r, g, b]: Srgb) => ({ mode: 'rgb', r, g, b }) as const
const GROUNDS: readonly Ground[] = ['dark', 'light']

describe('colours, beside a library of colours', () => {
  it('OKLCH is the same, and comes back', () => {
    fc.assert(
      fc.property(COLOUR, colour => {
        const ours = srgbToOklch(colour)
        const theirs = toOklch(other(colour))
        expect(ours.lightness).toBeCloseTo(theirs.l, 4)
        expect(ours.chroma).toBeCloseTo(theirs.c, 4)
        if (ours.chroma > 0.01) expect(ours.hue).toBeCloseTo(theirs.h ?? 0, 0)
        for (const [index, part] of oklchToSrgb(ours).entries()) expect(part).toBeCloseTo(colour[index] ?? 0, 2)
      })
    )
  })

  it('contrast is the same', () => {
    fc.assert(
      fc.property(COLOUR, COLOUR, (one, two) => {
        expect(contrastOf(one, two)).toBeCloseTo(wcagContrast(other(one), other(two)), 2)
      })
    )
  })
})

describe.each(GROUNDS)('palettes on %s ground', ground => {
  it('can be read, whatever the accent: 10,000 of them', () => {
    fc.assert(
      fc.property(COLOUR, accent => {
        const { pairs } = derivePalette(accent, ground)
        for (const { name, needed, contrast } of pairs) if (contrast < needed) throw new Error(`${name}: ${contrast}`)
      }),
      { numRuns: 10_000 }
    )
  })

  it('keeps an accent that serves as it is, and moves any other in lightness, away from the surface', () => {
    fc.assert(
      fc.property(COLOUR, accent => {
        const { accent: found, shift } = derivePalette(accent, ground)
        if (shift === 0) expect(formatHex(other(found))).toBe(formatHex(other(accent)))
        else expect(Math.sign(shift)).toBe(ground === 'dark' ? 1 : -1)
      })
    )
  })
})

it('the colours that the ready-made controls have by themselves can be read', () => {
  const hex = (text: string): Srgb => {
    const { r, g, b } = converter('rgb')(text) ?? { r: 0, g: 0, b: 0 }
    return [r, g, b]
  }
  const pairs = measurePairs({ accent: hex('#f0b944'), surface: hex('#0d2230'), text: hex('#f3f8f6') })
  expect(pairs.filter(({ needed, contrast }) => contrast < needed)).toEqual([])
})
