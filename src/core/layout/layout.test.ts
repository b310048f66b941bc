import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { overflowing } from './fit-row.ts'
import { layoutFor, PICTURE_LAYOUTS, type WrittenLayout } from './layouts.ts'
import { PICTURE_LIST_LAYOUTS, SOUND_LIST_LAYOUTS } from './list-layouts.ts'
import { tryReadLayouts } from './read-layouts.ts'
import { SOUND_LAYOUTS } from './sound-layouts.ts'

describe('a row', () => {
  it.each<[readonly [width: number, rank: number][], number, readonly number[]]>([
    [
      [
        [40, 1],
        [40, 2]
      ],
      80,
      []
    ],
    [
      [
        [40, 1],
        [40, 2]
      ],
      79,
      [0]
    ],
    [
      [
        [40, 1],
        [40, 1]
      ],
      79,
      [1]
    ],
    [
      [
        [40, 3],
        [40, 1],
        [40, 2]
      ],
      40,
      [1, 2]
    ],
    [
      [
        [90, Number.POSITIVE_INFINITY],
        [40, 1]
      ],
      50,
      [1]
    ],
    [[], 0, []]
  ])('of %j in %d px is left by %j', (items, available, left) => {
    const row = items.map(([width, rank]) => ({ width, rank }))
    expect([...overflowing(row, available)].sort()).toEqual(left)
  })

  it('fits, or has nobody left who may leave; and nobody leaves for nothing', () => {
    const item = fc.record({
      width: fc.integer({ min: 1, max: 200 }),
      rank: fc.constantFrom(1, 2, 3, Number.POSITIVE_INFINITY)
    })
    fc.assert(
      fc.property(fc.array(item, { maxLength: 12 }), fc.integer({ min: 0, max: 900 }), (items, available) => {
        const left = overflowing(items, available)
        const stays = items.filter((_, index) => !left.has(index))
        const width = stays.reduce((sum, { width }) => sum + width, 0)
        const last = Math.max(0, ...[...left].map(index => items[index]?.width ?? 0))
        return (
          (width <= available || stays.every(({ rank }) => rank === Number.POSITIVE_INFINITY)) &&
          (left.size === 0 || width + last > available)
        )
      })
    )
  })
})

describe('layouts', () => {
  it('of the house can be read', () => {
    for (const layouts of [PICTURE_LAYOUTS, SOUND_LAYOUTS, PICTURE_LIST_LAYOUTS, SOUND_LIST_LAYOUTS])
      expect(tryReadLayouts(layouts).ok).toBe(true)
  })

  it.each<[string | readonly WrittenLayout[], string]>([
    ['[{"rows":[["play-puase"]]}]', 'did you mean play-pause?'],
    ['[{"rows":["play-pause"]}]', 'write [{'],
    ['[{"from":"wide","rows":[[]]}]', 'write [{'],
    ['[]', 'write [{'],
    ['{', 'write [{'],
    ['[null]', 'write [{'],
    ['[{"rows":[[]],"plcaes":{}}]', 'did you mean places?'],
    ['[{"rows":[[]],"places":{"center":["play-pause"]}}]', 'places are centre'],
    ['[{"rows":[[]],"places":[["play-pause"]]}]', 'places are centre'],
    ['[{"rows":[[]],"places":{"centre":["play-puase"]}}]', 'did you mean play-pause?'],
    ['[{"rows":[[]],"bar":"below"}]', 'write over or under'],
    ['[{"rows":[[]],"ratio":"9/16;color:red"}]', 'write 9 / 16'],
    ['[{"rows":[[{"slot":""}]]}]', 'write [{'],
    ['[{"rows":[[null]]}]', 'there are play-pause']
  ])('%s is a fault with a hint', (written, hint) => {
    const read = tryReadLayouts(written)
    expect(read.ok ? '' : read.fault.hint).toContain(hint)
  })

  it('a hostile text is read or is a fault, never an exception', () => {
    fc.assert(fc.property(fc.oneof(fc.json(), fc.string()), text => typeof tryReadLayouts(text).ok === 'boolean'))
  })

  it('the last one that begins at a width serves it', () => {
    const read = tryReadLayouts([
      { from: 500, rows: [['seek-bar']] },
      { rows: [['play-pause', { control: 'skip', by: -5 }]] }
    ])
    const layouts = read.ok ? read.value : []
    expect(layoutFor(layouts, 499)?.rows).toEqual([[{ control: 'play-pause' }, { control: 'skip', by: -5 }]])
    expect(layoutFor(layouts, 500)?.rows).toEqual([[{ control: 'seek-bar' }]])
    expect(layoutFor([], 500)).toBeUndefined()
  })

  it('all that one says is kept, and names of controls become entries everywhere', () => {
    const read = tryReadLayouts([
      {
        from: 0,
        top: ['title'],
        rows: [[{ slot: 'share' }, 'gap']],
        places: { pause: [], centre: ['play-pause', { slot: 'teil-2' }] },
        bar: 'under',
        ratio: '9 / 16'
      }
    ])
    expect(read.ok && read.value).toEqual([
      {
        from: 0,
        top: [{ control: 'title' }],
        rows: [[{ slot: 'share' }, { control: 'gap' }]],
        places: { pause: [], centre: [{ control: 'play-pause' }, { slot: 'teil-2' }] },
        bar: 'under',
        ratio: '9 / 16'
      }
    ])
  })
})
