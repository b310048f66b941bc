import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'

const home = fileURLToPath(new URL('../../', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'yokewright-hosted-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** A service with a fixed rate and volume, beside one of the demo's. */
const CAIRN = {
  name: 'Cairn',
  origin: 'https://cairn.example',
  addresses: ['/c/{clip}'],
  frame: { src: '/embed/{clip}' },
  messages: { request: { name: 'do', value: 'value' }, event: { name: 'event', value: 'data' } },
  commands: { play: 'play', pause: 'pause' },
  values: { duration: { push: 'time', at: 'of' } },
  states: { push: 'state', are: { running: 'playing' } }
}
const LANTERN = JSON.parse(readFileSync(`${home}stand-ins/lantern/dialect.json`, 'utf8')) as object
writeFileSync(join(folder, 'cairn.json'), JSON.stringify(CAIRN))
writeFileSync(join(folder, 'lantern.json'), JSON.stringify({ ...LANTERN, origin: 'https://lantern.example' }))
writeFileSync(join(folder, 'broken.json'), JSON.stringify({ ...CAIRN, states: undefined }))

const check = (body: string, ...options: string[]): { code: number | null; out: string } => {
  const text = `<!doctype html>\n<html lang="en">\n<meta charset="utf-8">\n<title>Trial</title>\n<style>yokewright, yoke-player { aspect-ratio: 16 / 9 }</style>\n<script>yokewright.hosted</script>\n${body}\n</html>\n`
  writeFileSync(join(folder, 'page.html'), text)
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [`${home}dist/cli/main.js`, 'check', 'page.html', ...options],
    { cwd: folder, encoding: 'utf8' }
  )
  return { code: status, out: stdout + stderr }
}

const BOTH = '--dialect=cairn.json,lantern.json'
const player = (attributes: string, inside = ''): string =>
  `<yoke-player controls ${attributes}>${inside}</yoke-player>`
const codesOf = (out: string): readonly string[] =>
  [...out.matchAll(/^page\.html:\d+:\d+ (\S+)/gm)]
    .map(([, code = '']) => code)
    .filter(code => code !== 'library-absent' && code !== 'place-unheld')

describe('a page with hosted addresses', () => {
  it.each<[string, string, readonly RegExp[]]>([
    ['a clip of the service', player('src="https://cairn.example/c/st60"'), []],
    [
      'an address that is none of its clips',
      player('src="https://cairn.example/embed/st60"'),
      [/address-unknown .* is of Cairn, .* they look like https:\/\/cairn\.example\/c\/\{clip\}/]
    ],
    [
      'an address in the attribute settings',
      player(`settings='{ "sources": ["https://lantern.example/nowhere"] }'`),
      [/address-unknown .* is of Lantern/]
    ],
    [
      'settings that no service honours',
      player('fit="cover" src="https://lantern.example/watch/st60"'),
      [/setting-ignored Lantern ignores fit\./]
    ],
    [
      'settings that this one does not honour',
      player('playback-rates="1 2" start-volume="0.4" src="https://cairn.example/c/st60"'),
      [/setting-ignored Cairn ignores playbackRates: its rate is fixed/, /Cairn ignores start\.volume: its volume/]
    ],
    ['the same where it does', player('playback-rates="1 2" src="https://lantern.example/watch/st60"'), []],
    [
      'a list with a file, which honours them',
      player(
        `fit="cover" settings='{ "sources": ["https://lantern.example/watch/st60", "https://x.example/a.webm"] }'`
      ),
      []
    ],
    [
      'a source that engines would ask for',
      player('', '<video width="640" height="360" controls><source src="https://cairn.example/c/st60"></video>'),
      [/type-missing Engines ask Cairn/]
    ],
    [
      'a source that they pass over',
      player(
        '',
        '<video width="640" height="360" controls><source type="text/html" src="https://cairn.example/c/st60"></video>'
      ),
      []
    ]
  ])('%s', (_, body, wanted) => {
    const { out } = check(body, BOTH)
    expect(codesOf(out)).toHaveLength(wanted.length)
    for (const each of wanted) expect(out).toMatch(each)
  })

  it('says nothing of services that it was not told of', () => {
    expect(codesOf(check(player('fit="cover" src="https://cairn.example/embed/st60"')).out)).toEqual([])
  })

  it('cures a source that engines would ask for', () => {
    const { out } = check(
      player('', '<video width="640" height="360" controls><source src="https://cairn.example/c/st60"></video>'),
      BOTH,
      '--fix'
    )
    expect(codesOf(out)).toEqual([])
    expect(readFileSync(join(folder, 'page.html'), 'utf8')).toContain('type="text/html"')
  })

  it.each([
    ['nobody.json', /nobody\.json/],
    ['broken.json', /broken\.json is no good dialect: .*states/]
  ])('a dialect that cannot be read ends it: %s', (file, wanted) => {
    const { code, out } = check(player('src="https://cairn.example/c/st60"'), `--dialect=${file}`)
    expect(code).toBe(2)
    expect(out).toMatch(wanted)
  })
})
