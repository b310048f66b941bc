import { expect, it } from 'vitest'
import { comesInTime } from './lateness.ts'

/** How much another form has of a download, of which all is 100 bytes. */
const OTHER = 0.25

/** What is said of a download at each of its pieces: the bytes that have come, and after how many seconds. */
const said = (store: number, pieces: string, whole: number): boolean[] => {
  const isInTime = comesInTime(store, OTHER)
  return pieces.split(', ').map(piece => {
    const [bytes = 0, seconds = 0] = piece.split(' at ').map(Number)
    return isInTime(bytes, seconds, whole)
  })
}

it.each([
  { what: 'what comes before the store is played is waited for', store: 10, pieces: '1 at 0.1, 10 at 1', last: true },
  { what: 'what comes later is given up', store: 4, pieces: '1 at 0.1, 10 at 1.1', last: false },
  { what: 'half a second says nothing', store: 0, pieces: '1 at 0.1, 2 at 0.5', last: true },
  { what: 'nor does a long way to the host', store: 0, pieces: '10 at 3, 20 at 3.1', last: true },
  { what: 'which another form would have to go as well', store: 1, pieces: '10 at 3, 40 at 4', last: true },
  { what: 'what is nearly there comes before another form', store: 0, pieces: '1 at 0.1, 85 at 3', last: true },
  { what: 'what is there is there, however late', store: 0, pieces: '1 at 0.1, 100 at 60', last: true },
  { what: 'of what is not said how much it is, all', store: 0, pieces: '1 at 0.1, 10 at 60', whole: 0, last: true }
])('$what', ({ store, pieces, whole = 100, last }) => {
  expect(said(store, pieces, whole)).toEqual([true, last])
})
