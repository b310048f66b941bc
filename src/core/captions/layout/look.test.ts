import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isReadable, lookProperties, readLook } from './look.ts'

describe('a look from storage', () => {
  it('keeps what can be shown, and leaves out the rest', () => {
    const data = {
      size: 1.5,
      font: 'capitals',
      color: 5,
      edge: 'toString',
      opacity: '1',
      place: 'top',
      constructor: 'x'
    }
    expect(readLook(data)).toEqual({ size: 1.5, font: 'capitals', place: 'top' })
    expect(lookProperties(readLook(data))).toEqual({
      '--yoke-caption-size': '1.5',
      '--yoke-caption-font': 'system-ui, sans-serif',
      '--yoke-caption-capitals': 'small-caps',
      '--yoke-caption-place': 'top'
    })
  })

  it('never throws, and gives nothing that leaves its property', () => {
    const keys = ['size', 'font', 'color', 'opacity', 'edge', 'backing', 'background', 'backgroundOpacity', 'place']
    const any = fc.dictionary(
      fc.constantFrom(...keys),
      fc.oneof(fc.anything(), fc.constantFrom('red;x:y', '#fff', NaN))
    )
    fc.assert(
      fc.property(any, data => {
        const look = readLook(data)
        isReadable(look)
        expect(Object.values(lookProperties(look)).join('')).not.toMatch(/[;{}]/)
      })
    )
  })
})
