import { spawnSync } from 'node:child_process'
import { copyFileSync, cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const home = fileURLToPath(new URL('../../', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'yokewright-page-'))
beforeAll(() => {
  for (const name of ['spring-tide.webm', 'tide-clock.webm', 'spring-tide.en.vtt'])
    copyFileSync(`${home}examples/public/media/${name}`, join(folder, name))
  copyFileSync(join(folder, 'tide-clock.webm'), join(folder, 'tide-clock.tide'))
  cpSync(`${home}dist/yokewright.js`, join(folder, 'yokewright.js'))
})
afterAll(() => rmSync(folder, { recursive: true }))

const check = (
  body: string,
  head = ''
): { readonly code: number | null; readonly out: string; readonly err: string } => {
  const text = `<!doctype html>\n<html lang="en">\n<meta charset="utf-8">\n<title>Trial</title>\n<link rel="stylesheet" href="yokewright.css">\n<script src="yokewright.js" defer></script>${head}\n${body}\n</html>\n`
  writeFileSync(join(folder, 'page.html'), text)
  const { status, stdout, stderr } = spawnSync(process.execPath, [`${home}dist/cli/main.js`, 'check', 'page.html'], {
    cwd: folder,
    encoding: 'utf8'
  })
  return { code: status, out: stdout, err: stderr }
}

const player = (attributes: string, inside = ''): string => `<yoke-player ${attributes}>${inside}</yoke-player>`

describe('a page with the library beside it', () => {
  it.each<[string, string, RegExp]>([
    [
      'an id that nothing has',
      `${player('controls src="tide-clock.webm" id="tide"')}<button type="button" commandfor="tied" command="--play">x</button>`,
      /target-missing .*“tied”.* did you mean tide\?/
    ],
    [
      'a command that there is not',
      player('id="t" src="tide-clock.webm"', '<button type="button" command="--start">x</button>'),
      /command-unknown .*“start”/
    ],
    [
      'a misspelt attribute of the media',
      player('controls', '<video plasinline src="tide-clock.webm" width="600" height="600"></video>'),
      /attribute-unknown .*plasinline.* did you mean playsinline/
    ],
    ['the bytes behind the src of a player', player('controls src="spring-tide.en.vtt"'), /container-unknown/],
    [
      'a layout',
      player(`controls src="tide-clock.webm" layouts='[{ "rows": [["play-puase"]] }]'`),
      /control-unknown .*play-puase.* did you mean play-pause/
    ],
    ['a control to leave out', player('controls src="tide-clock.webm" without="play-puase"'), /control-unknown/],
    [
      'settings',
      player(`controls src="tide-clock.webm" settings='{ "hideAftr": 3 }'`),
      /setting-unknown .*hideAftr.* did you mean hideAfter/
    ],
    [
      'a suffix that no server knows',
      player('controls', '<video width="600" height="600" src="tide-clock.tide"></video>'),
      /suffix-unknown/
    ],
    [
      'a player that is closed by itself',
      '<yoke-player controls src="tide-clock.webm" /><p>after</p>',
      /tag-self-closed/
    ]
  ])('%s is told', (_, body, expected) => {
    const { code, err } = check(body)
    expect(err).toMatch(expected)
    expect(code).toBe(1)
  })

  it('the mistakes of a clip document that it names', () => {
    writeFileSync(join(folder, 'clip.json'), '{\n  "titel": "Tide clock",\n  "sources": ["tide-clock.webm"]\n}\n')
    const { err } = check(player('controls src="clip.json"'))
    expect(err).toMatch(/clip\.json:2:3 key-unknown .*titel.* did you mean title/)
    rmSync(join(folder, 'clip.json'))
  })

  it('the mistakes of a playlist that it names, and one that is missing', () => {
    writeFileSync(
      join(folder, 'tapes.json'),
      '{ "items": [\n  { "title": "Bell buoy", "src": "bell.webm" },\n  { "sources": ["tide-clock.webm"] }\n] }\n'
    )
    expect(check(player('controls playlist="tapes.json"')).err).toMatch(/tapes\.json:2:3 key-missing .*Bell buoy/)
    rmSync(join(folder, 'tapes.json'))
    expect(check(player('controls playlist="tapes.json"')).err).toMatch(/file-missing tapes\.json/)
    expect(check(player('controls playlist=\'["tide-clock.webm"]\'')).err).not.toMatch(/file-missing/)
  })

  it('a player whose place nothing holds', () => {
    writeFileSync(
      join(folder, 'bare.html'),
      '<!doctype html>\n<title>Trial</title>\n<script src="yokewright.js" defer></script>\n<yoke-player controls src="tide-clock.webm"></yoke-player>\n'
    )
    const { stderr } = spawnSync(process.execPath, [`${home}dist/cli/main.js`, 'check', 'bare.html'], {
      cwd: folder,
      encoding: 'utf8'
    })
    expect(stderr).toMatch(/bare\.html:4:1 place-unheld .*yokewright\.css/)
    rmSync(join(folder, 'bare.html'))
  })

  it('is good where nothing is wrong; files beside it that nothing names are a note', () => {
    const { code, out, err } = check(player('controls src="tide-clock.webm" clip-title="Tide clock"'))
    expect({ code, err }).toEqual({ code: 0, err: '' })
    expect(out.split('\n')).toEqual(
      expect.arrayContaining([
        'page.html: good',
        'note: nothing in its folder names spring-tide.en.vtt',
        'note: nothing in its folder names spring-tide.webm'
      ])
    )
    expect(out).not.toContain('names tide-clock.webm')
  })
})
