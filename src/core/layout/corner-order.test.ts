import { expect, it } from 'vitest'
import { cornersFrom } from './corner-order.ts'
import type { Corner } from './corners.ts'

it.each<[Corner, Corner[]]>([
  ['bottom-end', ['bottom-end', 'top-end', 'bottom-start', 'top-start']],
  ['top-start', ['top-start', 'bottom-start', 'top-end', 'bottom-end']]
])('from %s on', (wanted, inTurn) => {
  expect(cornersFrom(wanted)).toEqual(inTurn)
})
