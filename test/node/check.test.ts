import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const home = fileURLToPath(new URL('../../', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'yokewright-check-'))
afterAll(() => rmSync(folder, { recursive: true }))

const run = (...args: string[]): { code: number | null; out: string; err: string } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [`${home}dist/cli/main.js`, 'check', ...args], {
    cwd: folder,
    encoding: 'utf8'
  })
  return { code: status, out: stdout, err: stderr }
}

const LIBRARY = '<link rel="stylesheet" href="yokewright.css"><script src="yokewright.js" defer></script>'
const page = (body: string, library = LIBRARY): string =>
  `<!doctype html>\n<html lang="en">\n<meta charset="utf-8">\n<title>Trial</title>\n${library}\n${body}\n</html>\n`
const player = (inside: string, attributes = ' controls'): string =>
  `<yoke-player id="tide"${attributes}>${inside}</yoke-player>`
const WEBM = `<source src="media/spring-tide.webm" type='video/webm; codecs="vp9, opus"'>`
const MP4 = `<source src="media/spring-tide.mp4" type='video/mp4; codecs="avc1.4D4032, mp4a.40.2"'>`
const video = (inside = WEBM + MP4, attributes = ' width="1280" height="720"'): string =>
  `<video playsinline${attributes}>${inside}</video>`
const track = (attributes: string): string => player(video(`${WEBM}${MP4}<track kind="captions" ${attributes}>`))
const TRACK = 'src="media/spring-tide.en.vtt" srclang="en" label="English"'
const button = (attributes: string, text = 'Play'): string => `<button type="button" ${attributes}>${text}</button>`
const own = (control: string): string => player(video() + button('command="--play-pause"') + control, '')

/** A code, a page with that mistake, the same without it, and whether `--fix` makes the one of the other. */
const TWINS: readonly (readonly [code: string, failing: string, cured: string, fixed?: 'fixed'])[] = [
  ['file-missing', player(video('<source src="media/spring-tied.webm">')), player(video(WEBM + MP4))],
  [
    'file-missing',
    player(video(), ' controls poster="media/none.jpg"'),
    player(video(), ' controls poster="media/spring-tide.jpg"')
  ],
  ['file-missing', track('src="media/none.vtt" srclang="en" label="English"'), track(TRACK)],
  ['type-unknown', player(video(WEBM.replace('video/webm', 'video/wbem') + MP4)), player(video()), 'fixed'],
  ['type-unreadable', player(video(`${WEBM}<source src="media/spring-tide.mp4" type="mp4">`)), player(video())],
  ['type-untrue', player(video(WEBM + MP4.replace('avc1.4D4032', 'avc1.42E01E'))), player(video()), 'fixed'],
  [
    'type-untrue',
    player(video(WEBM.replace('video/webm', 'video/mp4') + MP4)),
    player(video(WEBM.replace('vp9', 'vp09.00.31.08') + MP4)),
    'fixed'
  ],
  ['type-cut-short', player(video(WEBM + MP4.replace('avc1.4D4032', 'avc1'))), player(video()), 'fixed'],
  [
    'type-differs',
    player(video('<source src="https://media.example/a.mp4" type="video/webm">')),
    player(video('<source src="https://media.example/a.webm" type="video/webm">'))
  ],
  ['suffix-misleading', player(video(`${WEBM}<source src="media/named.webm">`)), player(video())],
  ['codec-lacking', player(video('<source src="media/spring-tide.ogv">')), player(video())],
  ['lengths-differ', player(video(`${WEBM}<source src="media/tide-board.mp4">`)), player(video())],
  [
    'start-with-sound',
    player(video(undefined, ' autoplay width="1280" height="720"')),
    player(video(undefined, ' autoplay muted width="1280" height="720"')),
    'fixed'
  ],
  [
    'start-without-pause',
    player(video() + button('command="--play"'), ''),
    player(video() + button('command="--play"') + button('command="--pause"', 'Pause'), '')
  ],
  [
    'start-without-pause',
    video(undefined, ' autoplay muted width="1280" height="720"'),
    video(undefined, ' autoplay muted controls width="1280" height="720"')
  ],
  ['picture-bare', video(), video(undefined, ' controls width="1280" height="720"')],
  [
    'controls-twice',
    video(undefined, ' id="v" controls width="1280" height="720"') + button('commandfor="v" command="--play-pause"'),
    player(video(undefined, ' controls width="1280" height="720"') + button('command="--play-pause"'), '')
  ],
  [
    'track-unlabelled',
    track('src="media/spring-tide.en.vtt" srclang="en"'),
    track('src="media/spring-tide.en.vtt" srclang="en"').replace('<track', '<track label="English"'),
    'fixed'
  ],
  ['track-without-language', track('src="media/spring-tide.en.vtt" label="English"'), track(TRACK)],
  ['vtt-signature-missing', track('src="bad.vtt" srclang="en" label="English"'), track(TRACK)],
  ['id-twice', player(video()) + player(video()), player(video()) + player(video()).replace('"tide"', '"ebb"')],
  [
    'target-missing',
    player(video()) + button('commandfor="tied" command="--pause"', 'Pause'),
    player(video()) + button('commandfor="tide" command="--pause"', 'Pause'),
    'fixed'
  ],
  ['target-missing', player(video()) + button('command="--pause"', 'Pause'), own(button('command="--pause"', 'Pause'))],
  ['command-unknown', own(button('command="--paus"', 'Pause')), own(button('command="--pause"', 'Pause')), 'fixed'],
  ['command-not-a-button', own('<span command="--pause">Pause</span>'), own(button('command="--pause"', 'Pause'))],
  [
    'value-unknown',
    own('<b data-yoke-value="curent-time"></b>'),
    own('<b data-yoke-value="current-time"></b>'),
    'fixed'
  ],
  ['state-unknown', own('<b data-yoke-when="!pasued">On</b>'), own('<b data-yoke-when="!paused">On</b>'), 'fixed'],
  ['measure-unknown', own('<i data-yoke-fill="positon"></i>'), own('<i data-yoke-fill="position"></i>'), 'fixed'],
  [
    'format-unknown',
    own('<b data-yoke-value="duration" data-yoke-format="clok"></b>'),
    own('<b data-yoke-value="duration" data-yoke-format="clock"></b>'),
    'fixed'
  ],
  ['attribute-unknown', own('<b data-yoke-vaule="duration"></b>'), own('<b data-yoke-value="duration"></b>'), 'fixed'],
  [
    'attribute-unknown',
    player(video(), ' contrls hide-afer="3"'),
    player(video(), ' controls hide-after="3"'),
    'fixed'
  ],
  [
    'setting-unreadable',
    player(video(), ' controls start-when="inview"'),
    player(video(), ' controls start-when="in-view"')
  ],
  ['setting-unreadable', player(video(), ' controls fit="covr"'), player(video(), ' controls fit="cover"')],
  [
    'setting-unknown',
    player(video(), ` controls settings='{ "hideAfer": 3 }'`),
    player(video(), ` controls settings='{ "hideAfter": 3 }'`)
  ],
  [
    'setting-twice',
    player(video(), ` controls hide-after="4" settings='{ "hideAfter": 3 }'`),
    player(video(), ' controls hide-after="4"')
  ],
  [
    'name-missing',
    own(button('command="--mute"', '<i></i>')),
    own(button('command="--mute" aria-label="Mute"', '<i></i>'))
  ],
  [
    'name-missing',
    own('<input type="range" data-yoke-value="volume">'),
    own('<label>Volume <input type="range" data-yoke-value="volume"></label>')
  ],
  [
    'ratio-differs',
    player(video(undefined, ' width="640" height="480"')),
    player(video(undefined, ' width="640" height="360"')),
    'fixed'
  ],
  ['ratio-unknown', video(undefined, ' controls'), video(undefined, ' controls width="1280" height="720"')],
  ['library-absent', `<!-- alone -->${player(video())}`, player(video())],
  ['file-missing', player('', ' controls src="none.json"'), player('', ' controls src="media/spring-tide.json"')]
]

const text = (body: string): string => page(body, body.startsWith('<!-- alone -->') ? '' : LIBRARY)

interface Told {
  readonly path: string
  readonly cured: number
  readonly faults: readonly { code: string; line: number; column: number; hint: string; message: string }[]
}

beforeAll(() => {
  cpSync(`${home}examples/public/media`, join(folder, 'media'), { recursive: true })
  cpSync(join(folder, 'media/spring-tide.mp4'), join(folder, 'media/named.webm'))
  writeFileSync(join(folder, 'yokewright.js'), '// the library')
  writeFileSync(join(folder, 'bad.vtt'), '00:01.000 --> 00:02.000\nHello\n')
  for (const [index, [, failing, cured]] of TWINS.entries()) {
    writeFileSync(join(folder, `failing-${index}.html`), text(failing))
    writeFileSync(join(folder, `cured-${index}.html`), text(cured))
  }
})

const check = (which: string, ...options: string[]): readonly Told[] =>
  JSON.parse(run('--json', ...options, ...TWINS.map((_, index) => `${which}-${index}.html`)).out)

describe('a page', () => {
  it('with a mistake is told it, with place and hint; its cured twin is good', () => {
    const failing = check('failing')
    const cured = check('cured')
    expect(
      cured.flatMap(({ path, faults }) => faults.map(({ code, message }) => `${path} ${code} ${message}`))
    ).toEqual([])
    expect(failing.map(({ faults }) => faults[0]?.code)).toEqual(TWINS.map(([code]) => code))
    for (const { faults } of failing)
      for (const { line, column, hint, message } of faults) {
        expect(line).toBeGreaterThan(0)
        expect(column).toBeGreaterThan(0)
        expect(hint).toMatch(/^[^A-Z].*[^.]$|^WebVTT/)
        expect(message).toMatch(/\.$/)
      }
  })

  it('--fix makes the cured twin of what can be cured without a doubt, and leaves the rest', () => {
    const told = check('failing', '--fix')
    for (const [index, [code, failing, cured, fixed]] of TWINS.entries()) {
      const after = readFileSync(join(folder, `failing-${index}.html`), 'utf8')
      expect(after, code).toBe(fixed ? text(cured) : text(failing))
      expect((told[index]?.cured ?? 0) > 0, code).toBe(fixed === 'fixed')
      expect(told[index]?.faults.length === 0, code).toBe(fixed === 'fixed')
    }
  })
})

describe('the page with one of each', () => {
  const reference = readFileSync(`${home}docs/reference/check.md`, 'utf8')
  const [, printed = ''] = /```text\n(.*?)```/s.exec(reference) ?? []

  it('says what the reference prints', () => {
    const { stdout, stderr } = spawnSync(
      process.execPath,
      ['dist/cli/main.js', 'check', 'docs/reference/every-mistake.html'],
      { cwd: home, encoding: 'utf8' }
    )
    expect(`$ yokewright check docs/reference/every-mistake.html\n${stderr}${stdout}`).toBe(printed)
    expect(reference).toContain(readFileSync(`${home}docs/reference/every-mistake.html`, 'utf8').trim())
  })

  it('has each code that pages are told, but those of single files', () => {
    const codes = new Set(printed.match(/^\S+:\d+:\d+ \S+/gm)?.map(line => line.split(' ')[1]))
    const elsewhere = [
      'suffix-misleading',
      'codec-lacking',
      'lengths-differ',
      'vtt-signature-missing',
      'type-differs',
      'type-unreadable'
    ]
    expect(TWINS.map(([code]) => code).filter(code => !codes.has(code) && !elsewhere.includes(code))).toEqual([])
  })
})

describe('a clip document', () => {
  it('is told each mistake with its line and column, and cured of misspellings', () => {
    const file = join(folder, 'clip.json')
    writeFileSync(
      file,
      '{\n  "titel": "Tide",\n  "sources": ["media/none.webm", { "src": "media/spring-tide.mp4", "type": "video/wbem" }],\n  "moments": [{ "at": "1:75", "label": "x" }]\n}\n'
    )
    const { code, err, out } = run('clip.json')
    expect(code).toBe(1)
    expect(
      err
        .trim()
        .split('\n')
        .map(line => line.split(' ', 2).join(' '))
    ).toEqual([
      'clip.json:2:3 key-unknown',
      'clip.json:3:15 file-missing',
      'clip.json:3:76 type-unknown',
      'clip.json:4:23 entry-unreadable'
    ])
    expect(out).toBe('clip.json: 4 errors, 0 warnings\n')
    expect(run('--fix', 'clip.json').out).toBe('clip.json: 3 errors, 0 warnings (1 fault cured)\n')
    expect(readFileSync(file, 'utf8')).toContain('"title": "Tide"')
  })

  it('and a playlist: its own keys, its items, and the clips in it', () => {
    writeFileSync(
      join(folder, 'tapes.json'),
      '{ "label": "Tapes", "repat": "all", "items": [\n  { "title": "Bell buoy", "src": "bell.webm" },\n  { "artist": "Sea", "sources": ["fog.webm"] },\n  7,\n  { "sources": [{ "src": "media/spring-tide.mp4", "tpye": "video/mp4" }] }\n] }\n'
    )
    const { code, err } = run('tapes.json')
    expect(code).toBe(1)
    const [key, without, missing, odd, inside] = err.trim().split('\n')
    expect(key).toMatch(/^tapes\.json:1:21 key-unknown .*repat.* did you mean repeat\?$/)
    expect(without).toMatch(/^tapes\.json:2:3 key-missing .*Bell buoy.* write “sources” in place of “src”$/)
    expect(missing).toMatch(/^tapes\.json:3:34 file-missing fog\.webm/)
    expect(odd).toMatch(/^tapes\.json:4:3 entry-unreadable Item 3 of a playlist is 7/)
    expect(inside).toMatch(/^tapes\.json:5:51 key-unknown .*tpye.* did you mean type\?$/)
  })

  it('that is no JSON is told where it breaks', () => {
    writeFileSync(join(folder, 'broken.json'), '{\n  "title": "Tide",\n}\n')
    expect(run('broken.json').err).toMatch(/^broken\.json:3:1 document-unreadable .*JSON/)
  })
})

describe('our own examples', () => {
  const site = `${home}dist/site`
  const pages = readdirSync(site, { recursive: true, encoding: 'utf8' }).filter(path => path.endsWith('.html'))

  it('raise no alarm', () => {
    const { code, out, err } = run(...pages.map(path => `${site}/${path}`), `${site}/media/spring-tide.json`)
    expect(err).toBe('')
    expect(out.trim().split('\n')).toHaveLength(pages.length + 1)
    expect(code).toBe(0)
  })

  it('are also checked where they are written, with the folder that is served at the top', () => {
    const { err } = run('--public', `${home}examples/public`, `${home}examples/three-formats/index.html`)
    expect(
      err
        .trim()
        .split('\n')
        .map(line => line.split(' ')[1])
    ).toEqual(['file-missing'])
  })
})
