import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  AHEAD,
  boundView,
  dragView,
  NARROWEST,
  placeOfRay,
  rayAt,
  speedAfter,
  turningOf,
  turnView,
  type ViewAround,
  WIDEST
} from './view.ts'

const PANE = { width: 800, height: 400 }
const MIDDLE = { x: 400, y: 200 }

const view = (heading: number, pitch = 0, fieldOfView = 75): ViewAround => ({ heading, pitch, fieldOfView })

const angle = fc.double({ min: 0, max: 359.9, noNaN: true })
const width = fc.double({ min: NARROWEST, max: WIDEST, noNaN: true })
const spot = fc.record({
  x: fc.double({ min: 0, max: PANE.width, noNaN: true }),
  y: fc.double({ min: 0, max: PANE.height, noNaN: true })
})

describe('a view', () => {
  it.each<[string, ViewAround, ViewAround]>([
    ['a turn to the left of the middle', view(-90), view(270)],
    ['more than a turn', view(725), view(5)],
    ['many turns the other way', view(-725), view(355)],
    ['a hair before the middle', view(-1e-15), view(0)],
    ['past straight up', view(10, 95), view(10, 90)],
    ['past straight down', view(10, -300), view(10, -90)],
    ['too narrow', view(0, 0, 1), view(0, 0, NARROWEST)],
    ['too wide', view(0, 0, 170), view(0, 0, WIDEST)],
    ['what is no number', view(Number.NaN, Number.POSITIVE_INFINITY, Number.NaN), AHEAD]
  ])('%s is brought within its bounds', (_, given, bound) => {
    expect(boundView(given)).toEqual(bound)
  })

  it('keeps what it was where a turn is no number', () => {
    expect(turnView(view(20, 30), Number.NaN, 5)).toEqual(view(20, 35))
  })

  it.each<[number, number, number, number]>([
    [0, 0, 0.5, 0.5],
    [90, 0, 0.75, 0.5],
    [270, 0, 0.25, 0.5],
    [0, 90, 0.5, 0],
    [0, -90, 0.5, 1],
    [0, 45, 0.5, 0.25]
  ])('of heading %i and pitch %i looks at %f, %f of the picture', (heading, pitch, x, y) => {
    const place = placeOfRay(rayAt(MIDDLE, PANE, view(heading, pitch)))
    expect([place.x, place.y]).toEqual([expect.closeTo(x, 9), expect.closeTo(y, 9)])
  })

  it('shows its field of view from the upper edge to the lower', () => {
    fc.assert(
      fc.property(width, fieldOfView => {
        const [top] = [placeOfRay(rayAt({ x: 400, y: 0 }, PANE, view(0, 0, fieldOfView)))]
        expect((0.5 - top.y) * 360).toBeCloseTo(fieldOfView, 6)
      })
    )
  })
})

describe('a drag', () => {
  it('keeps under the hand what it has taken hold of', () => {
    const pitch = fc.double({ min: -35, max: 35, noNaN: true })
    fc.assert(
      fc.property(angle, pitch, width, spot, spot, (heading, lift, wide, from, to) => {
        const before = view(heading, lift, wide)
        const after = dragView(before, from, to, PANE)
        if (Math.abs(after.pitch) > 89) return
        const [held, now] = [rayAt(from, PANE, before), rayAt(to, PANE, after)]
        const apart = Math.hypot(...held.map((each, axis) => each - (now[axis] ?? 0)))
        // A spot that no view can bring there is brought as near as may be.
        const reach = Math.hypot(...[1, 2].map(axis => rayAt(to, PANE, view(0, 0, wide))[axis] ?? 0))
        if (Math.abs(held[1]) <= reach) expect(apart).toBeLessThan(1e-6)
      })
    )
  })

  it('never turns over, wherever it goes', () => {
    const pitch = fc.double({ min: -90, max: 90, noNaN: true })
    fc.assert(
      fc.property(angle, pitch, spot, spot, (heading, lift, from, to) => {
        const after = dragView(view(heading, lift), from, to, PANE)
        expect(Math.abs(after.pitch)).toBeLessThanOrEqual(90)
        expect(after.heading).toBeGreaterThanOrEqual(0)
        expect(after.heading).toBeLessThan(360)
      })
    )
  })

  it('turns the heading as far as the hand goes, in the middle', () => {
    const { heading, pitch } = dragView(AHEAD, MIDDLE, { x: 300, y: 200 }, PANE)
    const focal = PANE.height / 2 / Math.tan((75 / 2) * (Math.PI / 180))
    expect(heading).toBeCloseTo((Math.atan2(100, focal) * 180) / Math.PI, 6)
    expect(pitch).toBeCloseTo(0, 9)
  })
})

it('a turn that was let go of runs out', () => {
  expect([speedAfter(-1), speedAfter(0), speedAfter(1) < 0.01]).toEqual([1, 1, true])
})

it('the matrix for shaders turns as rays of sight do', () => {
  fc.assert(
    fc.property(spot, angle, fc.double({ min: -90, max: 90, noNaN: true }), (at, heading, pitch) => {
      const before = rayAt(at, PANE, view(0))
      const matrix = turningOf(view(heading, pitch))
      const turned = rayAt(at, PANE, view(heading, pitch))
      for (const row of [0, 1, 2] as const) {
        const sum = before.reduce((total, part, column) => total + part * (matrix[column * 3 + row] ?? 0), 0)
        expect(sum).toBeCloseTo(turned[row], 9)
      }
    })
  )
})
