import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlayOrder } from './play-order.ts'
import type { Repeat } from './repeats.ts'

interface Item {
  readonly name: string
}

const itemsOf = (names: string): readonly Item[] => [...names].map(name => ({ name }))

/** An order of items called by single letters, of which the first plays. */
const orderOf = (names: string, random?: () => number): PlayOrder<Item> => {
  const order = new PlayOrder<Item>(random)
  order.items = itemsOf(names)
  order.next()
  return order
}

const named = (order: PlayOrder<Item>, name: string): Item => {
  const item = order.items.find(each => each.name === name)
  if (!item) throw new Error(`there is no ${name}`)
  return item
}

/** What plays one after the other, at most so many. */
const run = (order: PlayOrder<Item>, most: number, go = (): Item | undefined => order.next()): string =>
  Array.from({ length: most }, () => go()?.name ?? '-').join('')

describe('in the order of the list', () => {
  it.each<[Repeat, string, string, string]>([
    ['off', 'bc-', 'bc-', '-'],
    ['one', 'bc-', 'aaa', '-'],
    ['all', 'bca', 'bca', 'c']
  ])('repeat %s: next %s, by itself %s, previous at the begin %s', (repeat, byCommand, byItself, back) => {
    const order = orderOf('abc')
    order.repeat = repeat
    expect(order.preceding?.name ?? '-').toBe(back)
    expect(run(order, 3)).toBe(byCommand)
    const other = orderOf('abc')
    other.repeat = repeat
    expect(run(other, 3, () => other.end())).toBe(byItself)
  })

  it('an empty list has nothing, and nothing is chosen before somebody goes on', () => {
    const order = new PlayOrder<Item>()
    expect([order.current, order.index, order.next(), order.previous(), order.end()]).toEqual([
      undefined,
      -1,
      undefined,
      undefined,
      undefined
    ])
    order.items = itemsOf('ab')
    expect([order.current, order.following?.name]).toEqual([undefined, 'a'])
  })

  it('one that has failed is passed over until it is chosen', () => {
    const order = orderOf('abc')
    order.fail(named(order, 'b'))
    expect(order.following?.name).toBe('c')
    order.next()
    expect(order.preceding?.name).toBe('a')
    expect(order.choose(named(order, 'b'))).toBe(true)
    expect([order.current?.name, order.hasFailed(named(order, 'b'))]).toEqual(['b', false])
  })

  it('where all have failed nothing is next, also where all is repeated', () => {
    const order = orderOf('abc')
    order.repeat = 'all'
    for (const item of order.items) order.fail(item)
    for (const shuffle of [false, true]) {
      order.shuffle = shuffle
      expect([order.following, order.preceding]).toEqual([undefined, undefined])
    }
  })
})

describe('a list that changes', () => {
  it.each([
    ['what plays is taken out', 'abcd', 'b', 'acd', 'c', 'a'],
    ['it and what followed', 'abcd', 'b', 'ad', 'd', 'a'],
    ['it was the last', 'abcd', 'd', 'abc', '-', 'c'],
    ['it was the only one', 'a', 'a', '', '-', '-'],
    ['it is moved to the end', 'abcd', 'a', 'bcda', '-', 'd'],
    ['others come before it', 'ab', 'a', 'xyab', 'b', 'y']
  ])('%s', (_, names, current, changed, next, previous) => {
    const order = orderOf(names)
    order.choose(named(order, current))
    const known = new Map(order.items.map(item => [item.name, item]))
    order.items = [...changed].map(name => known.get(name) ?? { name })
    expect([order.current?.name, order.following?.name ?? '-', order.preceding?.name ?? '-']).toEqual([
      current,
      next,
      previous
    ])
    expect(order.index).toBe(changed.indexOf(current))
  })

  it('what is added behind one that was taken out at the end comes next', () => {
    const order = orderOf('ab')
    order.choose(named(order, 'b'))
    order.items = order.items.slice(0, 1)
    order.items = [...order.items, { name: 'c' }]
    expect(order.next()?.name).toBe('c')
  })
})

const seeded = (seed: number) => (): number => {
  seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31
  return seed / 2 ** 31
}

describe('shuffled', () => {
  const names = fc.integer({ min: 1, max: 12 }).map(length => 'abcdefghijkl'.slice(0, length))

  it('every item once before any twice, and none twice in a row', () => {
    fc.assert(
      fc.property(names, fc.integer({ min: 1, max: 2 ** 30 }), (names, seed) => {
        const order = orderOf(names, seeded(seed))
        order.shuffle = true
        const others = [...names.slice(1)]
        expect([...run(order, others.length)].sort()).toEqual(others)
        expect(order.next()).toBeUndefined()
        order.repeat = 'all'
        let last = order.current?.name
        for (let round = 0; round < 3; round += 1) {
          const heard = run(order, names.length)
          expect([...heard].sort()).toEqual([...names])
          if (names.length > 1) expect(heard[0]).not.toBe(last)
          last = heard.at(-1)
        }
      })
    )
  })

  it('goes back along what was heard, and forth again', () => {
    fc.assert(
      fc.property(names, fc.integer({ min: 1, max: 2 ** 30 }), (names, seed) => {
        const order = orderOf(names, seeded(seed))
        order.shuffle = true
        const heard = `a${run(order, names.length - 1)}`
        expect(run(order, names.length, () => order.previous())).toBe(`${[...heard.slice(0, -1)].reverse().join('')}-`)
        expect(run(order, names.length)).toBe(`${heard.slice(1)}-`)
      })
    )
  })

  it('begins and ends with what plays; then the list goes on', () => {
    const order = orderOf('abcd', seeded(7))
    order.next()
    order.shuffle = true
    expect(order.current?.name).toBe('b')
    order.shuffle = false
    expect([order.current?.name, order.following?.name]).toEqual(['b', 'c'])
  })
})

describe('whatever is done', () => {
  type Deed = (order: PlayOrder<Item>, pick: number) => unknown
  const DEEDS: readonly Deed[] = [
    order => order.next(),
    order => order.previous(),
    order => order.end(),
    (order, pick) => order.choose(order.items[pick % Math.max(1, order.items.length)] ?? { name: '?' }),
    (order, pick) => {
      order.items = order.items.filter((_, index) => index !== pick % 7)
    },
    (order, pick) => {
      const at = pick % (order.items.length + 1)
      order.items = [...order.items.slice(0, at), { name: `n${pick}` }, ...order.items.slice(at)]
    },
    order => {
      order.items = [...order.items].reverse()
    },
    order => {
      order.shuffle = !order.shuffle
    },
    (order, pick) => {
      order.repeat = (['off', 'one', 'all'] as const)[pick % 3] ?? 'off'
    },
    (order, pick) => {
      const item = order.items[pick % Math.max(1, order.items.length)]
      if (item) order.fail(item)
    }
  ]
  const deeds = fc.array(fc.tuple(fc.nat({ max: DEEDS.length - 1 }), fc.nat({ max: 30 })), { maxLength: 60 })

  it('what is said to follow is what comes, it is in the list and has not failed, and an edit changes nothing that plays', () => {
    fc.assert(
      fc.property(deeds, fc.integer({ min: 1, max: 2 ** 30 }), (deeds, seed) => {
        const order = orderOf('abcde', seeded(seed))
        for (const [deed, pick] of deeds) {
          const { current } = order
          DEEDS[deed]?.(order, pick)
          if (deed > 3) expect(order.current).toBe(current)
          expect(order.index).toBe(order.current ? order.items.indexOf(order.current) : -1)
          for (const item of [order.following, order.preceding]) {
            // What plays may be heard again where it was taken out of the list.
            if (!item || item === order.current) continue
            expect(order.items).toContain(item)
            expect(order.hasFailed(item)).toBe(false)
          }
          const { following } = order
          expect(order.following).toBe(following)
          if (pick % 2) {
            const { current: before } = order
            expect(order.next()).toBe(following)
            expect(order.current).toBe(following ?? before)
          } else {
            const { preceding, current: before } = order
            expect(order.previous()).toBe(preceding)
            expect(order.current).toBe(preceding ?? before)
          }
        }
      }),
      { numRuns: 400 }
    )
  })
})
