import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EvenClock } from './even-clock.ts'

/** What is read over frames of a page, of an engine whose clock goes by steps. */
const readings = (frames: number, step: number, rate: number): readonly (readonly [read: number, true_: number])[] => {
  const clock = new EvenClock()
  return Array.from({ length: frames }, (_, frame) => {
    const at = frame / 60
    const time = at * rate
    return [clock.read(Math.floor(time / step) * step, rate, at), time] as const
  })
}

describe('an even clock', () => {
  it('runs evenly between the steps of any engine, near the truth and never backwards', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.005, max: 0.05, noNaN: true }), fc.constantFrom(0.5, 1, 2), (step, rate) => {
        const all = readings(240, step * rate, rate)
        for (const [at, [read, time]] of all.entries()) {
          const [before = 0] = all[at - 1] ?? []
          expect(read).toBeGreaterThanOrEqual(before)
          // Behind by half a step on average, as the engine itself is.
          expect(Math.abs(read - time)).toBeLessThanOrEqual((step + 0.02) * rate)
          if (at > 60) expect(read - before).toBeGreaterThan(0.003 * rate)
        }
      })
    )
  })

  it.each<[string, readonly (readonly [said: number, rate: number, at: number, read: number])[]]>([
    [
      'stands where it is paused',
      [
        [3, 0, 0, 3],
        [3, 0, 5, 3]
      ]
    ],
    [
      'follows a seek at once',
      [
        [3, 1, 0, 3],
        [40, 1, 0.016, 40],
        [2, 1, 0.032, 2]
      ]
    ],
    [
      'waits for an engine that has stopped',
      [
        [3, 1, 0, 3],
        [3, 1, 0.1, 3.1],
        [3, 1, 9, 3.25],
        [3, 1, 12, 3.25]
      ]
    ],
    [
      'waits for one that stood for a moment, and does not go back',
      [
        [3, 1, 0, 3],
        [3, 1, 0.2, 3.2],
        [3.05, 1, 0.25, 3.2],
        [3.15, 1, 0.3, 3.2]
      ]
    ],
    [
      'takes a new rate from where the media is',
      [
        [3, 1, 0, 3],
        [3, 1, 0.02, 3.02],
        [3.02, 2, 0.02, 3.02],
        [3.02, 2, 0.03, 3.04]
      ]
    ]
  ])('%s', (_, steps) => {
    const clock = new EvenClock()
    for (const [said, rate, at, read] of steps) expect(clock.read(said, rate, at)).toBeCloseTo(read, 9)
  })
})
