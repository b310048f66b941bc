import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lookOfDevice } from './device.ts'
import { readDirection, readTurn, writeDirection } from './directions.ts'
import { AHEAD, boundView } from './view.ts'

describe('directions in words', () => {
  it.each<[string, { right: number; up: number } | undefined]>([
    ['30', { right: 30, up: 0 }],
    [' -15.5   10 ', { right: -15.5, up: 10 }],
    ['', undefined],
    ['left', undefined],
    ['1 2 3', undefined],
    ['30 Infinity', undefined]
  ])('a turn “%s”', (text, turn) => {
    expect(readTurn(text)).toEqual(turn)
  })

  it.each<[string, ReturnType<typeof readDirection>]>([
    ['120', { heading: 120, pitch: 0, fieldOfView: AHEAD.fieldOfView }],
    ['-90 95', { heading: 270, pitch: 90, fieldOfView: AHEAD.fieldOfView }],
    ['10 20 40', { heading: 10, pitch: 20, fieldOfView: 40 }],
    ['10 20 40 5', undefined],
    ['north', undefined]
  ])('a direction “%s”', (text, direction) => {
    expect(readDirection(text)).toEqual(direction)
  })

  it('are read back as they were written, to a tenth of a degree', () => {
    const any = fc.double({ min: -1e4, max: 1e4, noNaN: true })
    fc.assert(
      fc.property(any, any, any, (heading, pitch, fieldOfView) => {
        const view = boundView({ heading, pitch, fieldOfView })
        const back = readDirection(writeDirection(view))
        const off = Math.abs((back?.heading ?? 999) - view.heading)
        expect(Math.min(off, 360 - off)).toBeLessThanOrEqual(0.0501)
        expect(back?.pitch).toBeCloseTo(view.pitch, 0)
        expect(back?.fieldOfView).toBeCloseTo(view.fieldOfView, 0)
      })
    )
  })
})

it.each<[string, Parameters<typeof lookOfDevice>[0], { heading: number; pitch: number }]>([
  ['upright', { alpha: 0, beta: 90, gamma: 0 }, { heading: 0, pitch: 0 }],
  ['upright, turned to the left', { alpha: 90, beta: 90, gamma: 0 }, { heading: -90, pitch: 0 }],
  ['on a table', { alpha: 0, beta: 0, gamma: 0 }, { heading: 0, pitch: -90 }],
  ['leant back, so that its back points down', { alpha: 0, beta: 60, gamma: 0 }, { heading: 0, pitch: -30 }],
  ['over the head', { alpha: 0, beta: 135, gamma: 0 }, { heading: 0, pitch: 45 }],
  ['on its side', { alpha: 0, beta: 0, gamma: -90 }, { heading: 90, pitch: 0 }]
])('a device that is held %s', (_, held, look) => {
  const seen = lookOfDevice(held)
  expect(seen.pitch).toBeCloseTo(look.pitch, 6)
  // Straight down there is no heading.
  if (Math.abs(look.pitch) < 90) expect(seen.heading).toBeCloseTo(look.heading, 6)
})
