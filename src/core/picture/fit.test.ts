import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSettingAttribute } from '../settings/read-deep.ts'
import { type Box, fitPicture, focusPointOf, visiblePart } from './fit.ts'
import { FITS, type Fit } from './fits.ts'

const BOX: Box = { x: 10, y: 20, width: 400, height: 200 }

describe('a picture in its box', () => {
  it.each<[Fit, [number, number], [number, number], [number, number, number, number]]>([
    ['contain', [100, 100], [0.5, 0.5], [110, 20, 200, 200]],
    ['contain', [100, 100], [0, 1], [10, 20, 200, 200]],
    ['cover', [100, 100], [0.5, 0.5], [10, -80, 400, 400]],
    ['cover', [100, 100], [0.5, 0], [10, 20, 400, 400]],
    ['cover', [100, 100], [0.5, 1], [10, -180, 400, 400]],
    ['fill', [100, 100], [0.2, 0.9], [10, 20, 400, 200]],
    ['none', [100, 100], [0.5, 0.5], [160, 70, 100, 100]],
    ['none', [800, 100], [0.25, 0.5], [-90, 70, 800, 100]],
    ['scale-down', [100, 100], [0.5, 0.5], [160, 70, 100, 100]],
    ['scale-down', [800, 800], [0.5, 0.5], [110, 20, 200, 200]]
  ])('%s of %j at %j', (fit, [width, height], [x, y], [left, top, wide, high]) => {
    expect(fitPicture({ width, height }, BOX, fit, { x, y })).toEqual({ x: left, y: top, width: wide, height: high })
  })

  const size = fc.double({ min: 1, max: 4000, noNaN: true })
  const share = fc.double({ min: 0, max: 1, noNaN: true })
  it('its point is in view, however it is fitted', () => {
    fc.assert(
      fc.property(size, size, size, size, share, share, fc.constantFrom(...FITS), (w, h, width, height, x, y, fit) => {
        const box = { x: 0, y: 0, width, height }
        const picture = fitPicture({ width: w, height: h }, box, fit, { x, y })
        const seen = visiblePart(picture, box)
        const [left, top] = [picture.x + picture.width * x, picture.y + picture.height * y]
        const slack = 1e-6 * (1 + picture.width + picture.height)
        expect(left).toBeGreaterThanOrEqual(seen.x - slack)
        expect(left).toBeLessThanOrEqual(seen.x + seen.width + slack)
        expect(top).toBeGreaterThanOrEqual(seen.y - slack)
        expect(top).toBeLessThanOrEqual(seen.y + seen.height + slack)
      })
    )
  })
})

describe('a focus point', () => {
  it.each([
    ['50% 20%', { x: 0.5, y: 0.2 }],
    [' 0%  100% ', { x: 0, y: 1 }],
    ['33.5% 0%', { x: 0.335, y: 0 }]
  ])('%j', (text, point) => {
    expect(focusPointOf(text)).toEqual(point)
    expect(readSettingAttribute('focus-point', text)).toMatchObject({ ok: true })
  })

  it.each(['', '50%', '50 20', 'top left', '101% 0%', '-1% 0%', '50%, 20%', '1e1% 5%'])('%j is a fault', text => {
    expect(focusPointOf(text)).toBeUndefined()
    expect(readSettingAttribute('focus-point', text)).toMatchObject({ fault: { code: 'setting-unreadable' } })
  })
})
