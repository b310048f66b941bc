import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MomentSweep, momentBeside, type PlacedMoment, placeMoments } from './placed-moments.ts'
import { type MomentEntry, tryReadMoments } from './read-moments.ts'

const read = (...entries: readonly MomentEntry[]) => {
  const moments = tryReadMoments(entries)
  return moments.ok ? moments.value : []
}
const RANGE = { start: 0, end: 60 }
const labels = (placed: readonly PlacedMoment[]): readonly string[] => placed.map(({ moment }) => moment.label)

describe('where moments are', () => {
  const entries = read(
    { at: '0:42', label: 'High water' },
    { at: 10, until: '0:20', label: 'Flood' },
    { at: '90%', label: 'Low water' },
    { at: 12, lane: 'boats', label: 'Tern' },
    { at: 12, lane: 'boats', label: 'Skua' },
    { at: 30, until: 30, lane: 'boats', label: 'Knot' }
  )

  it('until their own ends, or the next ones of their lanes', () => {
    expect(placeMoments(entries, RANGE).map(({ start, end, moment }) => [moment.label, start, end])).toEqual([
      ['Flood', 10, 20],
      ['Tern', 12, 30],
      ['Skua', 12, 30],
      ['Knot', 30, Number.POSITIVE_INFINITY],
      ['High water', 42, 54],
      ['Low water', 54, Number.POSITIVE_INFINITY]
    ])
  })

  it('what cannot be placed while the length is unknown is left out, and what lies beyond the end is not moved', () => {
    expect(labels(placeMoments(entries, undefined))).not.toContain('Low water')
    expect(placeMoments(read({ at: 99, label: 'late' }), RANGE)).toMatchObject([{ start: 99 }])
  })

  it.each<[number, string[]]>([
    [9.999, []],
    [10, ['Flood']],
    [15, ['Flood', 'Tern', 'Skua']],
    [20, ['Tern', 'Skua']],
    [42, ['Knot', 'High water']],
    [59, ['Knot', 'Low water']]
  ])('at %d s hold %j', (seconds, expected) => {
    expect(labels(new MomentSweep(placeMoments(entries, RANGE)).moveTo(seconds))).toEqual(expected)
  })

  it.each<[number, 1 | -1, string, string | undefined]>([
    [0, 1, '', 'Flood'],
    [10, 1, 'boats', 'Tern'],
    [30, 1, 'boats', undefined],
    [54, 1, '', undefined],
    [5, -1, '', undefined],
    [11, -1, '', 'Flood'],
    [14.9, -1, '', 'Flood'],
    [16, -1, '', 'Skua'],
    [31, -1, 'boats', 'Skua'],
    [34, -1, 'boats', 'Knot']
  ])('from %d s by %d in lane “%s”: %s', (seconds, direction, lane, label) => {
    expect(momentBeside(placeMoments(entries, RANGE), seconds, direction, lane)?.moment.label).toBe(label)
  })

  it.each(['1:75', 'noon'])('“%s” is a fault', at => {
    expect(tryReadMoments([{ at, label: 'x' }])).toMatchObject({ fault: { code: 'time-address-unreadable' } })
    expect(tryReadMoments([{ at: 0, until: at, label: 'x' }])).toMatchObject({
      fault: { code: 'time-address-unreadable' }
    })
  })
})

it('says what a look at every moment says, wherever it goes', () => {
  const moment = fc.record({
    at: fc.integer({ min: 0, max: 40 }),
    until: fc.option(fc.integer({ min: 0, max: 50 }), { nil: undefined }),
    lane: fc.constantFrom('', 'a', 'b'),
    label: fc.string({ maxLength: 2 })
  })
  fc.assert(
    fc.property(
      fc.array(moment, { maxLength: 40 }),
      fc.array(fc.double({ min: -1, max: 60, noNaN: true }), { minLength: 1, maxLength: 30 }),
      (entries, visits) => {
        const placed = placeMoments(read(...(entries as MomentEntry[])), RANGE)
        const sweep = new MomentSweep(placed)
        for (const seconds of visits) {
          const holding = placed.filter(({ start, end }) => start <= seconds && seconds < end)
          const later = placed.flatMap(({ start, end }) => [start, end]).filter(time => time > seconds)
          expect(new Set(sweep.moveTo(seconds))).toEqual(new Set(holding))
          expect(sweep.nextChange).toBe(Math.min(...later, Number.POSITIVE_INFINITY))
        }
      }
    )
  )
})
