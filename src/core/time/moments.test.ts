import { describe, expect, it } from 'vitest'
import { momentAt, tryReadMoments } from './moments.ts'

const read = tryReadMoments([
  { at: '0:42', label: 'High water' },
  { at: 10, until: '0:20', label: 'Flood' },
  { at: '90%', label: 'Low water' }
])
const moments = read.ok ? read.value : []

describe('moments', () => {
  it.each<[number, string | undefined]>([
    [0, undefined],
    [10, 'Flood'],
    [19.9, 'Flood'],
    [20, undefined],
    [42, 'High water'],
    [53.9, 'High water'],
    [54, 'Low water'],
    [60, 'Low water']
  ])('at %d s: %s', (seconds, label) => {
    expect(momentAt(moments, seconds, { start: 0, end: 60 })?.label).toBe(label)
  })

  it('pass over what cannot be placed while the length is unknown', () => {
    expect(momentAt(moments, 59, undefined)?.label).toBe('High water')
  })

  it.each(['1:75', 'noon'])('“%s” is a fault', at => {
    expect(tryReadMoments([{ at, label: 'x' }])).toMatchObject({ fault: { code: 'time-address-unreadable' } })
    expect(tryReadMoments([{ at: 0, until: at, label: 'x' }])).toMatchObject({
      fault: { code: 'time-address-unreadable' }
    })
  })
})
