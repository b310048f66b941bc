import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MOST_CLIPS, readHabits, readPlaces, writePlaces } from './remembered.ts'

const place = (at: number) => ({ position: 30, duration: 60, at })

describe('places', () => {
  it('come back as they were kept, whatever a clip is called', () => {
    const name = fc.oneof(fc.string(), fc.constantFrom('__proto__', 'constructor', 'toString'))
    const finite = fc.integer({ min: 0, max: 1e9 })
    const kept = fc.dictionary(name, fc.record({ position: finite, duration: finite, at: finite }), { maxKeys: 20 })
    fc.assert(
      fc.property(kept, places => {
        const map = new Map(Object.entries(places))
        expect(readPlaces(writePlaces(map))).toEqual(map)
      })
    )
  })

  it('are kept of the newest clips', () => {
    const many = new Map(Array.from({ length: MOST_CLIPS + 5 }, (_, at) => [`clip ${at}`, place(at)] as const))
    const kept = readPlaces(writePlaces(many))
    expect([kept.size, kept.has('clip 4'), kept.has('clip 5')]).toEqual([MOST_CLIPS, false, true])
  })

  it.each(['', '{', 'null', '[1]', '"a"', '{"a":1}', '{"a":{"position":"1","duration":2,"at":3}}'])(
    'of “%s” are none',
    text => {
      expect(readPlaces(text).size).toBe(0)
    }
  )

  it('read whatever text without throwing', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), text => {
        readPlaces(text)
        readHabits(text)
      })
    )
  })
})

it.each<[string, object]>([
  ['{"volume":0.4,"muted":true,"playbackRate":1.5}', { volume: 0.4, muted: true, playbackRate: 1.5 }],
  ['{"volume":2,"muted":1,"playbackRate":0}', {}],
  ['{"volume":-1,"playbackRate":"2"}', {}],
  ['[]', {}],
  ['', {}]
])('habits in %s', (text, habits) => {
  expect(readHabits(text)).toEqual(habits)
})
