import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isSame, valueAt, withValue } from '../../examples/workshop/core/documents.ts'
import { COLOUR_FIELDS, CONDUCT_FIELDS, LOOK_FIELDS } from '../../examples/workshop/core/fields.ts'
import { begin, record, redo, undo } from '../../examples/workshop/core/history.ts'
import { kindOf, landing, put, servingLayout, shift, takeOut, zonesOf } from '../../examples/workshop/core/layouts.ts'
import { type Base, reconcile, unsavedOf } from '../../examples/workshop/core/reconcile.ts'
import { asCss, asPage, readPresets } from '../../examples/workshop/core/take-away.ts'
import {
  BEGINNING,
  create,
  duplicate,
  familyOf,
  heirsOf,
  nameFrom,
  remove,
  rename,
  takeIn
} from '../../examples/workshop/core/workspace.ts'
import { CONTROL_NAMES, PLACES } from '../../src/core/index.ts'
import { tryReadLayouts } from '../../src/core/layout/read-layouts.ts'
import { presetJsonSchema } from '../../src/core/presets/json-schema.ts'
import type { PresetLayout } from '../../src/core/presets/layouts-for.ts'
import { derivePalette } from '../../src/core/theme/palette.ts'

const entry = fc.oneof(
  fc.constantFrom(...CONTROL_NAMES),
  fc.record({ control: fc.constant('skip' as const), by: fc.constantFrom(-10, 5, 10) }),
  fc.record({ slot: fc.constantFrom('share', 'gauge') })
)
const row = fc.array(entry, { maxLength: 6 })
const layout = fc.record(
  {
    rows: fc.array(row, { minLength: 1, maxLength: 3 }),
    top: row,
    places: fc.dictionary(fc.constantFrom(...PLACES), row)
  },
  { requiredKeys: ['rows'] }
)
const idsOf = (one: Parameters<typeof zonesOf>[0]): readonly string[] =>
  [...zonesOf(one).values()].flat().map(({ id }) => id)

describe('layouts', () => {
  it('every control has an id of its own', () => {
    fc.assert(fc.property(layout, one => new Set(idsOf(one)).size === idsOf(one).length))
  })

  it('a move keeps all controls, puts this one there, and leaves a layout that the library reads', () => {
    fc.assert(
      fc.property(layout, fc.nat(), fc.nat(), (one, which, where) => {
        const ids = idsOf(one)
        const id = ids[which % ids.length]
        if (id === undefined) return
        const zones = [...zonesOf(one)]
        const [zone, placed] = zones[where % zones.length] as (typeof zones)[number]
        const before = placed[where % (placed.length + 1)]?.id
        const what = [...zonesOf(one).values()].flat().find(each => each.id === id) as (typeof placed)[number]
        const next = put(one, [what], zone, before)
        const kinds = (of: PresetLayout): readonly string[] =>
          [...zonesOf(of).values()]
            .flat()
            .map(each => kindOf(each.entry))
            .sort()
        expect(kinds(next)).toEqual(kinds(one))
        expect(landing(one, next, what, zone)).toBeDefined()
        expect(tryReadLayouts([next]).ok).toBe(true)
      })
    )
  })

  it('there and back is where it was; out is out', () => {
    const one = { rows: [['play-pause', 'clock', 'gap', 'fullscreen'] as const] }
    expect(shift(shift(one, 'clock', 1), 'clock', -1)).toEqual(one)
    expect(shift(one, 'fullscreen', 1)).toEqual(one)
    expect(takeOut(one, new Set(['clock', 'gap'])).rows).toEqual([['play-pause', 'fullscreen']])
  })

  it('says which one a player has', () => {
    const layouts = [{ rows: [] }, { from: 500, rows: [] }, { for: 'sound' as const, rows: [] }]
    expect(servingLayout(layouts, ['picture'], 300)).toBe(0)
    expect(servingLayout(layouts, ['picture'], 500)).toBe(1)
    expect(servingLayout(layouts, ['sound'], 900)).toBe(2)
  })
})

describe('fields', () => {
  /** Edited where layouts are, or where a preset is named. */
  const ELSEWHERE = ['$schema', 'name', 'label', 'extends', 'layouts', 'without']

  it('are there for every key of a preset, each once', () => {
    const shown = [...LOOK_FIELDS, ...CONDUCT_FIELDS]
      .flatMap(({ fields }) => fields)
      .concat(Object.values(COLOUR_FIELDS))
      .map(({ key }) => key)
    const { properties } = presetJsonSchema(() => '') as {
      properties: Record<string, { properties?: Record<string, unknown> }>
    }
    const keys = Object.entries(properties).flatMap(([key, { properties: parts }]) =>
      parts ? Object.keys(parts).map(part => `${key}.${part}`) : [key]
    )
    const words = ['words.live', 'words.positionOf', 'words.rate', 'words.captionsOff']
    expect(shown.toSorted()).toEqual(
      [...keys.filter(key => !ELSEWHERE.includes(key) && key !== 'words'), ...words].toSorted()
    )
  })
})

describe('documents and workspace', () => {
  it('keys go in and out of groups, and nothing empty is left', () => {
    const one = withValue(withValue({ name: 'a' }, 'look.accent', 'teal'), 'hideAfter', 4)
    expect([valueAt(one, 'look.accent'), valueAt(one, 'hideAfter'), valueAt(one, 'start.when')]).toEqual([
      'teal',
      4,
      undefined
    ])
    expect(withValue(withValue(one, 'look.accent', undefined), 'hideAfter', undefined)).toEqual({ name: 'a' })
    expect(isSame({ a: 1, b: { c: 2, d: 3 } }, { b: { d: 3, c: 2 }, a: 1 })).toBe(true)
  })

  it.each([
    ['Lesson, large', 'lesson-large'],
    ['Élan', 'elan'],
    ['潮', 'preset'],
    ['my-player', 'my-player-2']
  ])('%s is named %s', (label, name) => {
    expect(nameFrom(label, ['my-player'])).toBe(name)
  })

  it('new, copied, renamed and removed presets stay linked to one another', () => {
    const two = create(BEGINNING, 'my-player')
    expect(two.open).toBe('my-player-2')
    const renamed = rename(two, 'my-player', 'Base of all')
    expect(renamed.presets.map(({ name, extends: parent }) => [name, parent])).toEqual([
      ['base-of-all', 'house:standard@1'],
      ['my-player-2', 'base-of-all']
    ])
    expect(heirsOf(renamed, 'base-of-all').map(({ name }) => name)).toEqual(['my-player-2'])
    expect(familyOf(renamed, 'my-player-2').map(({ name }) => name)).toEqual(['base-of-all', 'my-player-2'])
    const copied = duplicate(renamed, 'house:bold@1', 'Bold')
    expect(copied.presets.at(-1)).toEqual({ name: 'bold-a-copy', label: 'Bold, a copy', extends: 'house:bold@1' })
    expect(remove(copied, 'bold-a-copy').open).toBe('my-player-2')
    expect(takeIn(copied, [{ name: 'my-player-2', hideAfter: 1 }]).presets).toHaveLength(3)
  })
})

describe('history', () => {
  it('any number of deeds can be undone and done again', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('a', 'b'), fc.boolean()), { maxLength: 30 }), deeds => {
        const steps = deeds.map(([deed, continues], index) => ({
          step: { workspace: { presets: [], open: String(index) }, deed },
          continues
        }))
        const end = steps.reduce((now, { step, continues }) => record(now, step, continues), begin(BEGINNING))
        let now = end
        for (let left = end.past.length; left > 0; left--) now = undo(now)
        expect(now.present.workspace).toBe(BEGINNING)
        for (let left = end.past.length; left > 0; left--) now = redo(now)
        expect(now.present).toBe(end.present)
      })
    )
  })
})

describe('what others save', () => {
  const name = fc.constantFrom('a', 'b', 'c')
  const presets = fc.uniqueArray(fc.record({ name, hideAfter: fc.integer({ min: 1, max: 3 }) }), {
    selector: each => each.name
  })
  const listed = presets.map(all => all.map(preset => ({ preset, version: JSON.stringify(preset) })))

  it('nothing of mine is lost, and nothing of theirs overwritten unasked', () => {
    fc.assert(
      fc.property(presets, listed, listed, (mine, before, now) => {
        const base: Base = Object.fromEntries(before.map(kept => [kept.preset.name, kept]))
        const { changed } = unsavedOf(mine, base)
        const { presets: after, base: known, conflicts } = reconcile(mine, base, now)
        for (const preset of changed) expect(after).toContainEqual(preset)
        for (const kept of now) {
          const { name: each } = kept.preset
          // Either it is known here, or a conflict names it.
          if (!(each in conflicts)) expect(known[each]?.version).toBe(kept.version)
        }
        const again = reconcile(after, known, now)
        expect([again.taken, Object.keys(again.conflicts)]).toEqual([[], Object.keys(conflicts)])
      })
    )
  })
})

describe('to take away', () => {
  it('a page in which no title ends an element', () => {
    const film = { src: 'a.webm', poster: '', captions: '', title: '</title><b>', width: 1, height: 1 }
    const page = asPage({ presets: [{ name: 'my', label: '</script>' }], open: 'my' }, 'my', film, true)
    expect(page.match(/<\/script>/g)).toHaveLength(3)
    expect(page).not.toContain('<b>')
  })

  it('CSS with what CSS can carry, and the names of the rest', () => {
    const css = asCss({ radius: 4, frame: 'line', track: 'blocks' }, [derivePalette([1, 0.5, 0], 'dark')])
    expect(css).toMatch(/--yoke-accent: #[0-9a-f]{6};\n.*\n.*\n {2}--yoke-radius: 4px;/)
    expect(css).toContain('/* Only the preset can say: track. */')
  })

  it.each([
    ['{', 'no JSON'],
    ['[]', '"name"'],
    ['{"name":"house:mine"}', 'give house:mine another one']
  ])('%s is refused in words', (text, words) => {
    expect(readPresets(text)).toEqual({ problem: expect.stringContaining(words) })
  })
})
