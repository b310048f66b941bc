import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { initialSnapshot, type MediaFacts, type MediaSnapshot, playableRange, readSnapshot } from './snapshot.ts'
import { MEASURE_NAMES, MEASURES, VALUES } from './values.ts'

const loaded: MediaSnapshot = {
  ...initialSnapshot,
  present: true,
  duration: 60,
  readyState: 4,
  currentTime: 20,
  seekable: [{ start: 0, end: 60 }],
  buffered: [{ start: 0, end: 35 }],
  picture: true
}
const live: MediaSnapshot = {
  ...loaded,
  duration: Number.POSITIVE_INFINITY,
  currentTime: 125,
  seekable: [{ start: 100, end: 130 }]
}

const media = (facts: Partial<MediaFacts>): MediaFacts => ({
  ...initialSnapshot,
  duration: Number.NaN,
  buffered: { length: 0, start: () => 0, end: () => 0 },
  seekable: { length: 0, start: () => 0, end: () => 0 },
  error: null,
  videoWidth: 0,
  ...facts
})

describe('a snapshot', () => {
  it('lets no NaN through', () => {
    const seen = readSnapshot(media({ currentTime: Number.NaN }), initialSnapshot)
    expect(seen).toMatchObject({ present: true, currentTime: 0, duration: undefined })
  })

  it('remembers the last volume that was heard', () => {
    const heard = readSnapshot(media({ volume: 0.3 }), initialSnapshot)
    expect(readSnapshot(media({ volume: 0 }), heard).heardVolume).toBe(0.3)
  })

  it.each<[string, Partial<MediaSnapshot>, Partial<MediaSnapshot>]>([
    ['playing', {}, { started: true }],
    ['play', {}, { started: false }],
    ['pause', { started: true }, { started: true }],
    ['emptied', { started: true, stalled: true }, { started: false, stalled: false }],
    ['stalled', {}, { stalled: true }],
    ['waiting', { stalled: true }, { stalled: true }],
    ['progress', { stalled: true }, { stalled: false }]
  ])('after %s on %j: %j', (event, before, after) => {
    expect(readSnapshot(media({}), { ...initialSnapshot, ...before }, event)).toMatchObject(after)
  })

  it.each<[Partial<MediaSnapshot>, unknown]>([
    [{}, { start: 0, end: 60 }],
    [{ duration: undefined }, undefined],
    [
      { duration: Number.POSITIVE_INFINITY, seekable: [{ start: 5, end: 35 }] },
      { start: 5, end: 35 }
    ],
    [{ duration: Number.POSITIVE_INFINITY, seekable: [] }, undefined],
    [{ duration: Number.POSITIVE_INFINITY, seekable: [{ start: 0, end: Number.POSITIVE_INFINITY }] }, undefined]
  ])('of %j the playable range is %j', (given, range) => {
    expect(playableRange({ ...loaded, ...given })).toEqual(range)
  })
})

describe('values and measures', () => {
  it('read what is known', () => {
    expect(VALUES['remaining-time'](loaded)).toBe(40)
    expect(VALUES['buffered-ahead'](loaded)).toBe(15)
    expect(VALUES.duration(initialSnapshot)).toBeUndefined()
    expect(VALUES['remaining-time'](live)).toBe(Number.POSITIVE_INFINITY)
    expect(MEASURE_NAMES.map(name => MEASURES[name]({ ...loaded, muted: true }))).toEqual([20 / 60, 35 / 60, 0, 0])
    expect(VALUES['pointer-time'](loaded)).toBeUndefined()
    expect(VALUES['pointer-time']({ ...loaded, pointer: 0.25 })).toBe(15)
    expect(VALUES['pointer-time']({ ...live, pointer: 0.5 })).toBe(115)
    expect(MEASURES.position(live)).toBeCloseTo(25 / 30)
  })

  it('measures are from 0 to 1, whatever the media says', () => {
    const number = fc.oneof(fc.double(), fc.constantFrom(Number.NaN, Number.POSITIVE_INFINITY, undefined))
    fc.assert(
      fc.property(number, fc.double({ noNaN: true, min: 0, max: 1e9 }), (duration, currentTime) => {
        const seen = readSnapshot(
          media({ duration: duration ?? Number.NaN, currentTime, readyState: 4 }),
          initialSnapshot
        )
        return MEASURE_NAMES.every(name => MEASURES[name](seen) >= 0 && MEASURES[name](seen) <= 1)
      })
    )
  })
})
