import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flattenSettings, SETTING_KEYS } from '../settings/table.ts'
import { HOUSE_PRESETS } from './house.ts'
import { presetJsonSchema } from './json-schema.ts'
import type { LayoutKind } from './layout-kinds.ts'
import { layoutsFor } from './layouts-for.ts'
import { LOOK_SCHEMAS } from './look.ts'
import { OF_A_CLIP } from './of-a-clip.ts'
import { GROUP_KEYS, type Preset } from './preset.ts'
import { MERGE_RULES, PRESETTABLE } from './presettable.ts'
import { readPreset } from './read.ts'
import { readPresetText } from './read-text.ts'
import { type PresetShelf, resolvePreset } from './resolve.ts'

const shelfOf = (...presets: readonly Preset[]): PresetShelf => {
  const known = new Map(presets.map(preset => [preset.name, preset]))
  return { get: name => known.get(name), names: () => known.keys() }
}

/** What holds in the end, as `{ key: [value, preset] }`. */
const settled = (name: string, ...presets: readonly Preset[]): Record<string, unknown> =>
  Object.fromEntries(
    [...resolvePreset(name, shelfOf(...presets)).settled].map(([key, { value, preset }]) => [key, [value, preset]])
  )

describe('the tables', () => {
  it('give every setting one place: it is of a clip, or presets say it', () => {
    expect([...OF_A_CLIP, ...PRESETTABLE].sort()).toEqual([...SETTING_KEYS].sort())
  })

  it('have a rule for every key, and the schema has every key', () => {
    const { properties } = presetJsonSchema(() => undefined) as { properties: Record<string, object> }
    expect(Object.keys(properties).sort()).toEqual([...MERGE_RULES.keys()].sort())
    for (const key of PRESETTABLE) expect(MERGE_RULES.has(key.split('.')[0] ?? '')).toBe(true)
    expect(GROUP_KEYS.every(key => MERGE_RULES.get(key) === 'key by key')).toBe(true)
  })
})

describe('extending', () => {
  const base: Preset = { name: 'base', hideAfter: 4, start: { when: 'in-view', sound: 'off' }, look: { radius: 3 } }

  it.each<[string, Preset, Record<string, unknown>]>([
    [
      'replaces a key that it says itself',
      { name: 'own', extends: 'base', hideAfter: 1 },
      {
        hideAfter: [1, 'own'],
        'start.when': ['in-view', 'base'],
        'start.sound': ['off', 'base'],
        'look.radius': [3, 'base']
      }
    ],
    [
      'merges groups key by key',
      { name: 'own', extends: 'base', start: { sound: 'wanted' }, look: { accent: 'teal' } },
      {
        hideAfter: [4, 'base'],
        'start.when': ['in-view', 'base'],
        'start.sound': ['wanted', 'own'],
        'look.radius': [3, 'base'],
        'look.accent': ['teal', 'own']
      }
    ],
    [
      'takes away what is null: a key, one of a group, a group',
      { name: 'own', extends: 'base', hideAfter: null, start: { sound: null }, look: null },
      { 'start.when': ['in-view', 'base'] }
    ]
  ])('%s', (_, preset, expected) => {
    expect(settled('own', base, preset)).toEqual(expected)
  })

  it('lets the later of two parents win, and a parent of both counts where it comes last', () => {
    const quiet: Preset = { name: 'quiet', extends: 'base', hideAfter: 8 }
    const loud: Preset = { name: 'loud', extends: 'base', solo: true }
    const both: Preset = { name: 'both', extends: ['quiet', 'loud'] }
    const { chain, settled: values } = resolvePreset('both', shelfOf(base, quiet, loud, both))
    expect(chain).toEqual(['both', 'loud', 'base', 'quiet'])
    expect(values.get('hideAfter')).toEqual({ value: 4, preset: 'base' })
    expect(values.get('solo')).toEqual({ value: true, preset: 'loud' })
  })

  it('tells a circle, and goes on with the rest', () => {
    const one: Preset = { name: 'one', extends: 'two', hideAfter: 1 }
    const two: Preset = { name: 'two', extends: 'one', solo: true }
    const { settled: values, faults } = resolvePreset('one', shelfOf(one, two))
    expect(faults).toEqual([
      expect.objectContaining({ code: 'preset-circular', message: 'The preset one extends two extends one.' })
    ])
    expect([...values.keys()].sort()).toEqual(['hideAfter', 'solo'])
  })

  it('names the parent that was probably meant', () => {
    const { faults, missing } = resolvePreset('own', shelfOf(base, { name: 'own', extends: 'bsae' }))
    expect(missing).toEqual(['bsae'])
    expect(faults[0]).toMatchObject({ code: 'preset-unknown', hint: 'did you mean base?' })
  })

  it('ends whatever extends whatever, and every value comes of the chain', () => {
    const names = ['a', 'b', 'c', 'd', 'e']
    const preset = fc.record({
      extends: fc.array(fc.constantFrom(...names, 'none'), { maxLength: 3 }),
      hideAfter: fc.option(fc.nat()),
      look: fc.option(fc.record({ radius: fc.option(fc.nat()) }, { requiredKeys: [] }))
    })
    fc.assert(
      fc.property(fc.array(preset, { minLength: 5, maxLength: 5 }), written => {
        const presets = written.map((each, index) => ({ ...each, name: names[index] ?? '' }) as Preset)
        const { chain, settled: values } = resolvePreset('a', shelfOf(...presets))
        expect(new Set(chain).size).toBe(chain.length)
        expect(chain[0]).toBe('a')
        for (const { value, preset: by } of values.values()) {
          expect(chain).toContain(by)
          expect(value).not.toBeNull()
        }
      })
    )
  })
})

describe('reading', () => {
  it.each<[string, unknown, string, string]>([
    ['no record', 3, 'document-unreadable', 'write { "name": "lesson" }'],
    ['no name', {}, 'key-missing', 'add "name"'],
    ['a name with a slash', { name: 'a/b' }, 'entry-unreadable', 'write letters'],
    ['a name of the house', { name: 'house:standard@1' }, 'preset-locked', 'give it another name'],
    ['a slip', { name: 'x', hideafter: 3 }, 'key-unknown', 'did you mean hideAfter?'],
    ['a slip in a group', { name: 'x', look: { acent: 'red' } }, 'key-unknown', 'did you mean accent?'],
    ['what is of a clip', { name: 'x', src: 'a.webm' }, 'key-unknown', 'write it in the clip, or on the player'],
    ['a value out of range', { name: 'x', look: { radius: -1 } }, 'entry-unreadable', 'from 0 to 200'],
    ['a word', { name: 'x', look: { track: 'block' } }, 'entry-unreadable', 'one of plain, blocks, hairline'],
    ['a colour that ends a rule', { name: 'x', look: { accent: 'red;}*{' } }, 'entry-unreadable', 'a CSS colour'],
    ['a group that is none', { name: 'x', look: 'red' }, 'entry-unreadable', 'write an object'],
    ['a control', { name: 'x', layouts: [{ rows: [['play-puase']] }] }, 'control-unknown', 'did you mean play-pause?'],
    ['a kind', { name: 'x', layouts: [{ for: 'sond', rows: [] }] }, 'entry-unreadable', 'did you mean sound?'],
    ['words', { name: 'x', words: { rate: 3 } }, 'entry-unreadable', 'write a text'],
    ['extends', { name: 'x', extends: [3] }, 'entry-unreadable', 'write the name of a preset'],
    ['a million keys', Object.fromEntries(Array.from({ length: 1e6 }, (_, key) => [key, key])), 'preset-too-large', '']
  ])('tells %s', (_, document, code, hint) => {
    const { faults } = readPreset(document)
    expect(faults).toEqual([expect.objectContaining({ code, hint: expect.stringContaining(hint) })])
  })

  it('leaves out what is wrong, and keeps the rest', () => {
    const { preset, faults } = readPreset({ name: 'x', hideAfter: -1, solo: true, look: { radius: 4, acent: 'red' } })
    expect(preset).toEqual({ name: 'x', solo: true, look: { radius: 4 } })
    expect(faults.map(({ path }) => path.join('.'))).toEqual(['hideAfter', 'look.acent'])
  })

  it('lets nothing reach the prototype of objects', () => {
    const [read] = readPresetText('{ "name": "x", "__proto__": { "solo": true }, "look": { "__proto__": 3 } }')
    expect(read?.faults.map(({ code }) => code)).toEqual(['key-unknown', 'key-unknown'])
    expect(Object.keys(read?.preset ?? {})).toEqual(['name', 'look'])
    expect(({} as Preset).solo).toBeUndefined()
  })

  it('never throws, and what it keeps is good', () => {
    const keys = fc.constantFrom(...MERGE_RULES.keys(), ...LOOK_SCHEMAS.keys(), '__proto__', 'constructor')
    const value = fc.oneof(
      fc.anything({ maxDepth: 3 }),
      fc.dictionary(keys, fc.oneof(fc.string(), fc.integer(), fc.constant(null)))
    )
    fc.assert(
      fc.property(fc.dictionary(keys, value), document => {
        const { preset } = readPreset({ name: 'x', ...document })
        if (preset) expect(readPreset(preset).faults).toEqual([])
      }),
      { numRuns: 2000 }
    )
  })

  it('takes a text for one preset, or for a list', () => {
    expect(readPresetText('{"name":"a"}').map(({ preset }) => preset?.name)).toEqual(['a'])
    expect(readPresetText('[{"name":"a"},{"name":"b","solo":3}]')).toMatchObject([
      { preset: { name: 'a' }, faults: [] },
      { preset: { name: 'b' }, faults: [{ path: [1, 'solo'] }] }
    ])
    expect(readPresetText('{"name":')[0]?.faults[0]?.code).toBe('document-unreadable')
    expect(readPresetText(' '.repeat(2 ** 19))[0]?.faults[0]?.code).toBe('preset-too-large')
    expect(readPresetText(JSON.stringify(Array.from({ length: 201 }, () => ({ name: 'a' })))).at(-1)).toMatchObject({
      faults: [{ code: 'preset-too-large', path: [200] }]
    })
  })
})

describe('layouts by kind', () => {
  const all = [
    { rows: [] },
    { from: 500, rows: [] },
    { for: 'sound' as const, rows: [] },
    { for: ['picture', 'live'] as const, rows: [] },
    { for: 'upright' as const, rows: [] }
  ]
  it.each<[LayoutKind[], number[]]>([
    [['picture'], [0, 1]],
    [['sound'], [2]],
    [['picture', 'upright'], [4]],
    [['picture', 'upright', 'live'], [3]],
    [
      ['picture', 'hosted'],
      [0, 1]
    ]
  ])('%s: the ones that name the most of it', (kinds, expected) => {
    const bare = all.map(({ for: _, ...layout }: { for?: unknown }) => layout)
    expect(layoutsFor(all, new Set(kinds))).toEqual(expected.map(index => bare[index]))
  })

  it('none where none fits', () => {
    expect(layoutsFor([{ for: 'live', rows: [] }], new Set(['picture']))).toEqual([])
  })
})

describe('house presets', () => {
  it.each(HOUSE_PRESETS.map(preset => [preset.name, preset] as const))('%s is good', (_, preset) => {
    expect(readPreset(preset, true).faults).toEqual([])
    expect(preset.name).toMatch(/^house:[a-z-]+@\d+$/)
    expect(flattenSettings(preset).length).toBeGreaterThan(0)
  })

  it('are never changed once they have a version', () => {
    const print = ({ name, ...preset }: Preset): string =>
      `${name} ${createHash('sha256').update(JSON.stringify(preset)).digest('hex').slice(0, 12)}`
    expect(HOUSE_PRESETS.map(print)).toMatchInlineSnapshot(`
      [
        "house:standard@1 4623d019839e",
        "house:two-rows@1 6fe61f026464",
        "house:press-only@1 1b1e6d313f0e",
        "house:lesson@1 3cebc23521f3",
        "house:backdrop@1 b5d7f36bc94e",
        "house:sound@1 55b28150afca",
        "house:upright@1 b92ca3e0807b",
        "house:hosted@1 7bfb70fa2207",
        "house:quiet@1 d6a4ee1e0a40",
        "house:bold@1 f7b30cc8395f",
        "house:light@1 16492f29c55f",
      ]
    `)
  })
})
