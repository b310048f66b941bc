import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { createVirtualClock } from '../../media/clock.ts'
import { createSimulatedMedia } from '../../media/simulated/simulated-media.ts'
import { WatchMeter } from './watch-meter.ts'

/** Seconds of the clock, seconds of the media, how it stands, and its rate. */
type Moment = readonly [now: number, time: number, how?: 'still' | 'sought' | undefined, rate?: number]

const meterOf = (...moments: readonly Moment[]): WatchMeter => {
  const meter = new WatchMeter()
  for (const [now, time, how, rate = 1] of moments)
    meter.see({ time, rate, isRunning: how === undefined, isSeeking: how === 'sought' }, now)
  return meter
}

describe('what was watched', () => {
  it.each<[string, readonly Moment[], [number, number][], number]>([
    [
      'what runs through',
      [
        [0, 0],
        [1, 1],
        [2, 2, 'still']
      ],
      [[0, 2]],
      2
    ],
    [
      'nothing while it stands',
      [
        [0, 5, 'still'],
        [9, 5, 'still']
      ],
      [],
      0
    ],
    [
      'not what was skipped',
      [
        [0, 0],
        [1, 1],
        [1, 30, 'sought'],
        [1.1, 30],
        [2.1, 31, 'still']
      ],
      [
        [0, 1],
        [30, 31]
      ],
      2
    ],
    [
      'until the seek that was not seen before it',
      [
        [0, 0],
        [0.2, 9, 'sought']
      ],
      [[0, 0.2]],
      0.2
    ],
    [
      'from when it truly began, which is told a little later',
      [
        [0, 5, 'still'],
        [0.5, 5.4],
        [1, 5.9, 'still']
      ],
      [[5, 5.9]],
      0.9
    ],
    [
      'through what a busy machine tells late, and then all at once',
      [
        [0, 0],
        [1, 0.4],
        [1.1, 1.05],
        [2, 2, 'still']
      ],
      [[0, 2]],
      2
    ],
    [
      'not a jump while it stood',
      [
        [0, 5, 'still'],
        [60, 30],
        [61, 31, 'still']
      ],
      [[30, 31]],
      1
    ],
    [
      'at another rate',
      [
        [0, 0, undefined, 4],
        [0.5, 2, 'still']
      ],
      [[0, 2]],
      2
    ],
    [
      'twice counts twice, and is one stretch',
      [
        [0, 0],
        [2, 2],
        [2, 0, 'sought'],
        [2, 0],
        [4, 2]
      ],
      [[0, 2]],
      4
    ],
    [
      'all that ran while nobody looked',
      [
        [0, 0],
        [60, 50]
      ],
      [[0, 50]],
      50
    ],
    [
      'until it jumps, where no seek is told',
      [
        [0, 0],
        [0.25, 30],
        [1.25, 31]
      ],
      [
        [0, 0.25],
        [30, 31]
      ],
      1.25
    ],
    [
      'at most a second before a jump that nobody looked at',
      [
        [0, 0],
        [9, 30]
      ],
      [[0, 1]],
      1
    ],
    [
      'a machine that slept: no more than ran',
      [
        [0, 0],
        [3600, 0.2]
      ],
      [[0, 0.2]],
      0.2
    ]
  ])('%s', (_, moments, stretches, seconds) => {
    const meter = meterOf(...moments)
    expect(meter.stretches.map(({ start, end }) => [start, Number(end.toFixed(6))])).toEqual(stretches)
    expect(meter.seconds).toBeCloseTo(seconds, 6)
    expect(meter.furthest).toBeCloseTo(stretches.at(-1)?.[1] ?? 0, 6)
  })

  it('has a share of what has a length', () => {
    const meter = meterOf([0, 0], [15, 15])
    expect([60, Number.POSITIVE_INFINITY, Number.NaN, 0].map(length => meter.shareOf(length))).toEqual([0.25, 0, 0, 0])
    meter.forget()
    expect([meter.stretches, meter.seconds, meter.furthest, meter.shareOf(60)]).toEqual([[], 0, 0, 0])
  })
})

describe('against a media whose every hundredth is known', () => {
  const LENGTH = 60
  const TICK = 0.01
  type Deed = readonly ['play' | 'pause' | 'seek' | 'rate' | 'loop' | 'stall' | 'resume', number]
  const deeds = fc.array(
    fc.tuple(
      fc.tuple(
        fc.constantFrom<Deed[0]>('play', 'play', 'pause', 'seek', 'rate', 'loop', 'stall', 'resume', 'resume'),
        fc.double({ min: 0, max: LENGTH, noNaN: true })
      ),
      fc.double({ min: 0.02, max: 6, noNaN: true })
    ),
    { minLength: 1, maxLength: 25 }
  )

  it('differs by less than half a second in all', () => {
    fc.assert(
      fc.property(deeds, deeds => {
        const clock = createVirtualClock()
        const media = createSimulatedMedia({ clock, duration: LENGTH, delays: { seek: 0.12, load: 0.1 } })
        const meter = new WatchMeter()
        let stalls = false
        media.observe(type => {
          if (type === 'waiting') stalls = true
          if (type === 'playing' || type === 'pause') stalls = false
          const { currentTime: time, playbackRate: rate, paused, ended, seeking } = media
          const isRunning = !paused && !ended && !seeking && !stalls && media.readyState > 2
          meter.see({ time, rate, isRunning, isSeeking: seeking }, clock.now)
        })
        const seen = new Set<number>()
        let ran = 0
        const act = ([what, value]: Deed): void => {
          if (what === 'play') media.play().catch(() => undefined)
          if (what === 'pause') media.pause()
          if (what === 'seek') media.currentTime = value
          if (what === 'rate') media.playbackRate = 0.5 + (value / LENGTH) * 3
          if (what === 'loop') media.loop = value > LENGTH / 2
          if (what === 'stall') media.stall()
          if (what === 'resume') media.resume()
        }
        clock.advance(0.2)
        for (const [deed, pause] of deeds) {
          act(deed)
          for (let at = 0; at < pause; at += TICK) {
            const before = media.currentTime
            const { playbackRate } = media
            clock.advance(TICK)
            const moved = media.currentTime - before
            if (moved <= 0 || moved > TICK * playbackRate * 1.5) continue
            ran += moved
            for (let bin = Math.floor(before / TICK); bin < media.currentTime / TICK; bin += 1) seen.add(bin)
          }
        }
        media.pause()
        // Its event comes as the clock turns.
        clock.advance(TICK)
        const told = new Set<number>()
        for (const { start, end } of meter.stretches)
          for (let bin = Math.floor(start / TICK); bin < end / TICK; bin += 1) told.add(bin)
        const wrong = [...seen].filter(bin => !told.has(bin)).length + [...told].filter(bin => !seen.has(bin)).length
        expect(wrong * TICK).toBeLessThan(0.5)
        expect(Math.abs(meter.seconds - ran)).toBeLessThan(0.5)
      }),
      { numRuns: 200 }
    )
  })
})
