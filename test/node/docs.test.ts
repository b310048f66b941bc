import { execFileSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import {
  COMMAND_NAMES,
  clipOfRecord,
  FAULT_CODES,
  MEASURE_NAMES,
  readClip,
  readDialect,
  STATE_NAMES,
  VALUES
} from '../../src/core/index.ts'
import { BROUGHT } from '../../src/core/markup/brought-names.ts'
import { HOUSE_PRESETS } from '../../src/core/presets/house.ts'
import { LOOK_SCHEMAS } from '../../src/core/presets/look.ts'
import { OWN_KEYS } from '../../src/core/presets/preset.ts'
import { MERGE_RULES } from '../../src/core/presets/presettable.ts'
import { readPresetText } from '../../src/core/presets/read-text.ts'
import { ATTRIBUTE_KEYS, rowOf, SETTING_KEYS } from '../../src/core/settings/table.ts'
import { EN } from '../../src/core/words/en.ts'
import { VIEWER_WORDS } from '../../src/core/words/viewer.ts'
import { YokePlayer } from '../../src/player/yoke-player.ts'
import { headingsIn, namesUnder, samplesIn } from '../support/samples.ts'

const home = fileURLToPath(new URL('../../', import.meta.url))
const MARKUP = 'docs/reference/markup.md'
const DOCKING = 'docs/reference/docking.md'
const AROUND = 'docs/reference/around.md'
const MEMORY = 'docs/reference/memory.md'
const MOMENTS = 'docs/reference/moments.md'
const PLAYLISTS = 'docs/reference/playlists.md'

describe('the reference has what the code has', () => {
  it.each<[string, string, readonly string[]]>([
    ['Commands', MARKUP, COMMAND_NAMES],
    ['Values', MARKUP, [...Object.keys(VALUES), 'fault-text']],
    ['States', MARKUP, STATE_NAMES],
    ['Measures', MARKUP, MEASURE_NAMES],
    ['Commands of lists', PLAYLISTS, BROUGHT.playlist.commands],
    ['Values of lists', PLAYLISTS, BROUGHT.playlist.values],
    ['States of lists', PLAYLISTS, BROUGHT.playlist.states],
    ['Commands of moments', MOMENTS, BROUGHT.moments.commands],
    ['Values of moments', MOMENTS, BROUGHT.moments.values],
    ['States of moments', MOMENTS, BROUGHT.moments.states],
    ['Commands of memory', MEMORY, BROUGHT.resume.commands],
    ['Values of memory', MEMORY, BROUGHT.resume.values],
    ['States of memory', MEMORY, BROUGHT.resume.states],
    ['Commands of the view', AROUND, BROUGHT.around.commands],
    ['Values of the view', AROUND, BROUGHT.around.values],
    ['States of the view', AROUND, BROUGHT.around.states],
    ['Commands of docking', DOCKING, BROUGHT.dock.commands],
    ['States of docking', DOCKING, BROUGHT.dock.states],
    ['Attributes', 'docs/reference/player.md', YokePlayer.observedAttributes]
  ])('%s', (heading, path, names) => {
    expect([...namesUnder(path, heading)].sort()).toEqual([...names].sort())
  })

  it('every setting, with its attribute and its default', () => {
    const rows = [
      ...readFileSync(`${home}docs/reference/settings.md`, 'utf8').matchAll(
        /^\| `([^`]+)` \| (.*?) \| .*? \| (.*?) \| (.*?) \| (.*?) \|$/gm
      )
    ]
    const attributes = new Map([...ATTRIBUTE_KEYS].map(([name, key]) => [key, name]))
    const written = rows.map(([, key = '', attribute = '', usual = '', honoured, effect]) => [
      key,
      attribute,
      usual,
      honoured !== '',
      effect !== ''
    ])
    const known = SETTING_KEYS.map(key => {
      const { default: usual, picture, needs, atLoad, scriptOnly } = rowOf(key)
      const attribute = attributes.get(key)
      const isShown = usual !== undefined && usual !== '' && !(Array.isArray(usual) && usual.length === 0)
      const shown = isShown
        ? `\`${typeof usual === 'string' ? usual : JSON.stringify(usual).replace(/,/g, ', ')}\``
        : ''
      return [
        key,
        attribute ? `\`${attribute}\`` : scriptOnly ? 'script only' : '',
        shown,
        picture === true || needs !== undefined,
        atLoad === true
      ]
    })
    expect(written).toEqual(known)
  })

  it('every property of captions', () => {
    const sources = ['wiring/captions/cue-styles.ts', 'core/captions/layout/look.ts'].map(path =>
      readFileSync(`${home}src/${path}`, 'utf8')
    )
    const used = new Set(sources.join('').match(/--yoke-caption-[a-z]+/g))
    expect([...namesUnder('docs/reference/captions.md', 'Properties')].sort()).toEqual([...used].sort())
  })

  it('every sentence that a viewer reads, with its codes', () => {
    const faults = readFileSync(`${home}docs/reference/faults.md`, 'utf8')
    const rows = [...faults.matchAll(/^\| (.+?) \| (`.+?`) \|/gm)].map(([, sentence, codes = '']) => [
      sentence,
      [...codes.matchAll(/`([^`]+)`/g)].map(([, code = '']) => code).sort()
    ])
    const codesOf = (name: string): readonly string[] =>
      Object.entries(VIEWER_WORDS).flatMap(([code, words]) => (words === name ? [code] : []))
    const names = [...new Set(Object.values(VIEWER_WORDS))]
    expect(Object.fromEntries(rows)).toEqual(
      Object.fromEntries(names.map(name => [EN[name], [...codesOf(name)].sort()]))
    )
  })

  it('every fault code has its heading', () => {
    expect(headingsIn('docs/reference/faults.md')).toEqual([...FAULT_CODES].sort())
  })
})

describe('the reference of presets has what the code has', () => {
  const PRESETS = 'docs/reference/presets.md'

  it.each<[string, readonly string[]]>([
    ['Keys of a look', [...LOOK_SCHEMAS.keys()]],
    ['House presets', HOUSE_PRESETS.map(({ name }) => name)],
    ['Keys of a preset', [...OWN_KEYS.filter(key => key !== '$schema'), 'look', 'words']]
  ])('%s', (heading, names) => {
    expect([...namesUnder(PRESETS, heading)].sort()).toEqual([...names].sort())
  })

  it('the words of a look', () => {
    const text = readFileSync(`${home}${PRESETS}`, 'utf8')
    for (const [key, schema] of LOOK_SCHEMAS) {
      const [row = ''] = new RegExp(`^\\| \`${key}\` \\|.*$`, 'm').exec(text) ?? []
      if ('enum' in schema) for (const word of schema.enum ?? []) expect(row).toContain(`\`${word}\``)
      if ('minimum' in schema) expect(row).toContain(`from ${schema.minimum} to ${schema.maximum}`)
    }
  })

  it('the rules of merging', () => {
    const text = readFileSync(`${home}${PRESETS}`, 'utf8')
    const section = text.split('## Extending')[1]?.split('##')[0] ?? ''
    const rules = new Map(
      [...section.matchAll(/^\| (`.*`) \| (.*) \|$/gm)].flatMap(([, keys = '', rule = '']) =>
        [...keys.matchAll(/`([^`]+)`/g)].map(([, key = '']) => [key, rule] as const)
      )
    )
    expect(section).toContain('| every other key | replaced |')
    for (const [key, rule] of MERGE_RULES) expect([key, rules.get(key) ?? 'replaced']).toEqual([key, rule])
  })

  const samples = samplesIn('json').filter(({ place }) => place.startsWith('docs/guide/8-presets.md'))
  const blocks = samplesIn('html').flatMap(({ place, code }) =>
    [...code.matchAll(/data-yoke-presets>([\s\S]*?)<\/script>/g)].map(([, text = '']) => ({ place, code: text }))
  )
  it.each([...samples, ...blocks].map(({ place, code }) => [place, code]))('%s is a good preset', (_, code) => {
    expect(readPresetText(code).map(({ faults }) => faults)).toEqual([[]])
  })

  it('every sample of one thing is a good preset', () => {
    const text = readFileSync(`${home}${PRESETS}`, 'utf8')
    const cells = [...text.matchAll(/^\| [^|`]+ \| `(\{.*\}|"\w+": .*)` \|$/gm)].map(([, code = '']) => code)
    expect(cells.length).toBeGreaterThan(5)
    for (const code of cells) {
      const whole = code.startsWith('{') ? code : `{ "name": "x", ${code.replace('… , ', '')} }`
      expect([code, readPresetText(whole)[0]?.faults]).toEqual([code, []])
    }
  })
})

describe('the samples in JSON', () => {
  const samples = samplesIn('json').filter(({ place }) => place.startsWith('docs/reference/clips.md'))

  it.each(samples.map(({ place, code }) => [place, code]))('%s is a clip, or the names of its fields', (_, code) => {
    const data = JSON.parse(code)
    const record = Array.isArray(data.sources) ? data : clipOfRecord({ headline: 'Spring tide' }, data)
    expect(readClip(record)).toMatchObject({ clip: { title: expect.stringContaining('Spring tide') }, faults: [] })
  })

  const dialects = samplesIn('json').filter(({ place }) => place.startsWith('docs/guide/7-hosted-video.md'))
  it.each(dialects.map(({ place, code }) => [place, code]))('%s is a good dialect', (_, code) => {
    expect(readDialect(JSON.parse(code))).toEqual([])
  })
})

describe('the samples in TypeScript', () => {
  const samples = samplesIn('ts')

  it('are right by the types of the built package', () => {
    expect(samples.length).toBeGreaterThan(5)
    const folder = `${home}.cache/samples/`
    rmSync(folder, { recursive: true, force: true })
    mkdirSync(folder, { recursive: true })
    for (const [index, { code, place }] of samples.entries())
      writeFileSync(`${folder}sample-${index}.ts`, `// ${place}\n${code}\nexport {}\n`)
    const options = {
      strict: true,
      noEmit: true,
      module: 'NodeNext',
      target: 'ES2022',
      lib: ['ES2022', 'DOM', 'DOM.Iterable', 'ESNext.Disposable'],
      types: [],
      skipLibCheck: false
    }
    writeFileSync(`${folder}tsconfig.json`, JSON.stringify({ compilerOptions: options, include: ['*.ts'] }))
    const check = (): string =>
      execFileSync(process.execPath, [`${home}node_modules/typescript/bin/tsc`, '-p', folder], {
        encoding: 'utf8',
        stdio: 'pipe'
      })
    expect(check).not.toThrow()
  })
})
