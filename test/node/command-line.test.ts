import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const run = (...args: string[]): { code: number | null; out: string; err: string } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [main, ...args], { encoding: 'utf8' })
  return { code: status, out: stdout, err: stderr }
}

describe('yokewright', () => {
  it.each<[string[], number]>([
    [[], 2],
    [['captions'], 2],
    [['--help'], 0],
    [['demo', '--help'], 0]
  ])('%j says what there is, and exits with %d', (args, expected) => {
    const { code, out, err } = run(...args)
    expect(code).toBe(expected)
    // What nobody has asked for is not for a program that reads the output.
    expect(expected === 0 ? out : err).toMatch(/demo|tidy/)
    expect(expected === 0 ? err : out).toBe('')
  })

  it.each([
    ['demo'],
    ['probe'],
    ['check'],
    ['theme'],
    ['embed'],
    ['new'],
    ['captions', 'list'],
    ['captions', 'shift'],
    ['captions', 'scale'],
    ['captions', 'tidy'],
    ['captions', 'split'],
    ['captions', 'join'],
    ['captions', 'convert']
  ])('%s %s --help shows one example, which has the options that it needs', (...words) => {
    const command = words.filter(Boolean)
    const { code, out } = run(...command, '--help')
    const [, example = ''] = /EXAMPLE\s+yokewright (.*)/.exec(out) ?? []
    expect([code, example.startsWith(command.join(' '))]).toEqual([0, true])
    for (const [option] of example.matchAll(/--[\w-]+/g)) expect(out.replace(example, '')).toContain(option)
  })

  it.each([
    ['probe', 'none.webm'],
    ['check', 'none.html'],
    ['captions list', 'none.vtt']
  ])('%s of a file that is not there says so in a sentence', (command, file) => {
    const { code, out, err } = run(...command.split(' '), file)
    expect(`${code} ${out}${err}`).toMatch(/^[12] .*there is no file none|no file .*none/)
    expect(err + out).not.toMatch(/ENOENT|syscall/)
  })

  it.each<[string[], RegExp]>([
    [['dmeo'], /“dmeo” — did you mean demo\?/],
    [['paint'], /“paint” — there are demo, new, embed, probe, check, captions, theme/],
    [['demo', '--port', 'harbour'], /a port from 0 to 65535 was expected, but “harbour” came/]
  ])('%j cannot run, and says why', (args, reason) => {
    const { code, out, err } = run(...args)
    expect({ code, out }).toEqual({ code: 2, out: '' })
    expect(err).toMatch(reason)
  })

  it('demo serves the site on this machine alone, with ranges for seeking, and prints its address as the last line', async () => {
    const server = spawn(process.execPath, [main, 'demo', '--port', '0'], { stdio: ['ignore', 'pipe', 'inherit'] })
    try {
      const lines: string[] = []
      for await (const line of createInterface(server.stdout)) {
        lines.push(line)
        if (line.startsWith('http')) break
      }
      const address = lines.at(-1) ?? ''
      expect(address).toMatch(/^http:\/\/127\.0\.0\.1:\d+\/$/)
      const page = await fetch(address)
      expect(await page.text()).toContain('Tern Quay Tide Station')
      const part = await fetch(`${address}media/spring-tide.webm`, { headers: { range: 'bytes=0-99' } })
      expect([part.status, part.headers.get('content-type'), (await part.arrayBuffer()).byteLength]).toEqual([
        206,
        'video/webm',
        100
      ])
      expect((await fetch(`${address}nothing-here`)).status).toBe(404)
      const asked = async (range: string): Promise<readonly [number, number]> => {
        const answer = await fetch(`${address}media/spring-tide.webm`, { headers: { range } })
        return [answer.status, (await answer.arrayBuffer()).byteLength]
      }
      const { byteLength } = await (await fetch(`${address}media/spring-tide.webm`)).arrayBuffer()
      expect(await asked('bytes=0-0')).toEqual([206, 1])
      expect(await asked('bytes=-5')).toEqual([206, 5])
      expect((await asked(`bytes=${byteLength}-`))[0]).toBe(416)
      expect((await asked('bytes=5-2'))[0]).toBe(416)
      const posted = await fetch(address, { method: 'POST' })
      expect([posted.status, posted.headers.get('allow')]).toEqual([405, 'GET, HEAD'])
      expect((await fetch(`${address}..%2f..%2fpackage.json`)).status).not.toBe(200)
      expect((await fetch(address)).status).toBe(200)
    } finally {
      server.kill()
      await once(server, 'exit')
    }
  })

  it('demo --json prints the address for machines', async () => {
    const server = spawn(process.execPath, [main, 'demo', '--port', '0', '--json'], {
      stdio: ['ignore', 'pipe', 'inherit']
    })
    const [first] = await once(createInterface(server.stdout), 'line')
    server.kill()
    expect(JSON.parse(first)).toEqual({ address: expect.stringMatching(/^http:\/\/127/) })
  })

  it('says what to do when a script name is wrong', () => {
    const bootstrap = fileURLToPath(new URL('../../tools/run.mjs', import.meta.url))
    expect(() => execFileSync(process.execPath, [bootstrap, 'paint'], { encoding: 'utf8', stdio: 'pipe' })).toThrow(
      /There is no job “paint”/
    )
  })
})

describe('theme', () => {
  const colours = (css: string): readonly string[] =>
    [...css.matchAll(/--yoke-accent: (#\w{6});/g)].map(([, hex = '']) => hex)

  it('prints the colours of a look as CSS, for either ground or both', () => {
    const { code, out, err } = run('theme', '#0b6e4f', '--ground', 'auto')
    expect([code, err]).toEqual([0, ''])
    expect(out).toContain('lighter by 0.24 of 1')
    expect(out).toMatch(/^@media \(prefers-color-scheme: light\) \{\n {2}yoke-player \{\n {4}--yoke-accent/m)
    const [dark = '', light = ''] = colours(out)
    expect(colours(run('theme', 'rgb(11 110 79)').out)).toEqual([dark])
    expect(colours(run('theme', '#0B6E4F', '--ground=light').out)).toEqual([light])
    expect(colours(run('theme', 'oklch(48% 0.1 165)').out)).toHaveLength(1)
    expect(run('theme', 'gold', '--html').out).toContain('serves as it is')
  })

  it('tells machines every pair', () => {
    const { given, palettes } = JSON.parse(run('theme', 'teal', '--json').out)
    expect([given, palettes.length]).toEqual(['#008080', 1])
    for (const { needed, contrast } of palettes[0].pairs) expect(contrast).toBeGreaterThanOrEqual(needed)
  })

  it.each([
    [['theme'], 'no accent was named'],
    [['theme', 'tael'], '“tael” is no colour'],
    [['theme', 'rgb(1', '2', '3)'], 'put it in quotes'],
    [['theme', '#00000080'], 'lets what lies under it through'],
    [['theme', 'teal', '--ground', 'blue'], 'write one of dark, light, auto']
  ])('%j says what is wrong', (given, sentence) => {
    const { code, out, err } = run(...given)
    expect([code, out]).toEqual([2, ''])
    expect(err).toContain(sentence)
  })
})

describe('probe', () => {
  const media = fileURLToPath(new URL('../../examples/public/media/', import.meta.url))
  const small = fileURLToPath(new URL('../../tools/media/probe-set/', import.meta.url))

  it('says what files are, and prints their <source> lines in the right order', () => {
    const { code, out, err } = run('probe', ...['ogv', 'mp4', 'webm'].map(suffix => `${media}spring-tide.${suffix}`))
    expect({ code, err }).toEqual({ code: 0, err: '' })
    expect(out).toContain(
      'spring-tide.mp4: MP4, 1:00, 1.0 MB, index at the start\n  picture  H.264 (avc1.4D4032), 1280 × 720, 25 frames a second'
    )
    expect([...out.matchAll(/<source src=".*spring-tide\.(\w+)" type='(.*?)'>/g)].map(([, ...found]) => found)).toEqual(
      [
        ['webm', 'video/webm; codecs="vp09.00.31.08, opus"'],
        ['mp4', 'video/mp4; codecs="avc1.4D4032, mp4a.40.2"'],
        ['ogv', 'video/ogg; codecs="theora, vorbis"']
      ]
    )
  })

  it.each<[string[], number, RegExp]>([
    [['index-late.mp4'], 1, /index-late\.mp4 media-index-late .* — put it first: ffmpeg/],
    [['cut-off.webm'], 1, /media-cut-short .* 7833 bytes before its end/],
    [['live.webm'], 1, /duration-unwritten/],
    [['theora.ogv'], 1, /codec-lacking Theora .* not played by Chromium and Firefox/],
    [['main.mp4', 'theora.ogv'], 1, /lengths-differ/],
    [['main.mp4', 'wide-pixels.webm'], 1, /shapes-differ .* is 64 × 48, and .* is 128 × 48/],
    [['expected.json'], 1, /container-unknown .*it is JSON/],
    [['main.mp4', 'nothing.mp4'], 2, /there is no file/],
    [['main.mp4', '--at', '1:75'], 2, /minutes/],
    [['main.mp4', '--att', '1'], 2, /did you mean --at\?/]
  ])('%j ends with %i', (args, code, reason) => {
    const ended = run('probe', ...args.map(arg => (/\.\w/.test(arg) ? small + arg : arg)))
    expect(ended.code).toBe(code)
    expect(ended.err).toMatch(reason)
  })

  it('--at says which frame a time address gives; --json prints all of it for machines', () => {
    expect(run('probe', `${media}spring-tide.mp4`, '--at', '0:12.5').out).toContain('0:12.5 is 12.5 s: frame 312')
    const { files, sources } = JSON.parse(run('probe', `${media}spring-tide.mp4`, '--at', '50%', '--json').out)
    expect(files).toMatchObject([{ container: 'mp4', duration: 60, frame: { frame: 750, from: 30 }, faults: [] }])
    expect(sources).toMatchObject([{ type: 'video/mp4; codecs="avc1.4D4032, mp4a.40.2"' }])
  })
})

describe('captions', () => {
  const folder = mkdtempSync(join(tmpdir(), 'tern-quay-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  const file = (name: string, text?: string): string => {
    const path = join(folder, name)
    if (text !== undefined) writeFileSync(path, text)
    return path
  }
  const demo = fileURLToPath(new URL('../../examples/public/media/spring-tide.en.vtt', import.meta.url))
  const bad = file('bad.vtt', 'WEBVTT\n\n00:01,000 --> 00:02.000\nHi\n\n00:03.000 --> 00:05.000\nWater <em>rises\n')

  it('check says every mistake with its place, and good files are good', () => {
    expect(run('check', demo, bad)).toEqual({
      code: 1,
      out: `${demo}: good\n${bad}: 1 error, 1 warning\n`,
      err:
        `${bad}:3:1 cue-timing-unreadable The times “00:01,000 --> 00:02.000” cannot be read, so this cue is left out. — write a point before the milliseconds, not a comma: 00:01.500\n` +
        `${bad}:7:7 cue-tag-unknown “<em>” is no tag of a cue; it is left out and its text stays. — write <i>\n`
    })
    expect(run('check', demo).code).toBe(0)
    expect(JSON.parse(run('check', bad, '--json').out)).toMatchObject([
      { path: bad, faults: [{ line: 3, column: 1, level: 'error' }, { line: 7 }] }
    ])
  })

  it('list shows the cues, as a table or with all their properties', () => {
    const { out } = run('captions', 'list', demo)
    expect(out.split('\n').slice(1, 3)).toEqual([
      '1  00:00.500  00:05.000  Welcome to Tern Quay Tide Station.',
      '2  00:06.000  00:12.000  The moon is full, and the tide / will be a spring tide.'
    ])
    const [{ cues }] = JSON.parse(run('captions', 'list', demo, '--json').out)
    expect(cues[6]).toMatchObject({ id: '7', startTime: 43, endTime: 49.5, line: 0, snapToLines: true })
  })

  it.each<[string[], string]>([
    [['shift', '--by', '2.5'], '00:03.000 --> 00:07.500'],
    [['shift', '--by=1:00'], '01:00.500 --> 01:05.000'],
    [['shift', '--by', '-0.25'], '00:00.250 --> 00:04.750'],
    [['scale', '--factor', '2'], '00:01.000 --> 00:10.000'],
    [['scale', '--from', '25', '--to', '24000/1001'], '00:00.521 --> 00:05.214'],
    [['tidy'], '00:00.500 --> 00:05.000'],
    [['convert', '--to', 'vtt'], '00:00.500 --> 00:05.000'],
    [['convert'], '00:00:00,500 --> 00:00:05,000']
  ])('%j writes %s', (args, times) => {
    expect(run('captions', ...args, demo).out).toContain(`1\n${times}\n`)
  })

  it('never writes over a file unasked', () => {
    const there = file('there.vtt', 'keep me')
    const refused = run('captions', 'shift', demo, '--by=1', '--out', there)
    expect(refused.code).toBe(2)
    expect(refused.err).toMatch(/is there already; to write over it say --overwrite/)
    expect(readFileSync(there, 'utf8')).toBe('keep me')
    expect(run('captions', 'shift', demo, '--by=1', '--out', there, '--overwrite').code).toBe(0)
    expect(readFileSync(there, 'utf8')).toMatch(/^WEBVTT/)
  })

  it('splits and joins again', () => {
    const talk = file('talk.vtt', readFileSync(demo, 'utf8'))
    expect(run('captions', 'split', talk, '--at', '20.5,42').out).toBe(
      [1, 2, 3].map(part => `${file(`talk-${part}.vtt`)}: ${[3, 3, 2][part - 1]} cues\n`).join('')
    )
    const joined = run('captions', 'join', ...[1, 2, 3].map(part => file(`talk-${part}.vtt`)), '--starts=0,20.5,42')
    expect(joined.out).toBe(run('captions', 'shift', demo, '--by=0').out)
  })

  it('joined with a file that has lost a cue: said, and not good', () => {
    expect(run('captions', 'join', demo, bad)).toMatchObject({
      code: 1,
      err: expect.stringMatching(/3:1 cue-timing-unreadable/)
    })
  })

  it('says what a form cannot hold, and what it was not told', () => {
    expect(run('captions', 'convert', demo)).toMatchObject({
      code: 1,
      err: `${demo}: SubRip cannot hold timestamps inside the text (2 times)\n${demo}: SubRip cannot hold the STYLE blocks\n`
    })
    const latin = join(folder, 'latin.srt')
    writeFileSync(latin, Buffer.from('1\n00:00:01,000 --> 00:00:02,000\nEbbe und Fl\xfct\n', 'latin1'))
    expect(run('captions', 'convert', latin).err).toMatch(
      /is not written in utf-8; say in which: --encoding windows-1252/
    )
    expect(run('captions', 'convert', latin, '--encoding', 'windows-1252').out).toContain('Ebbe und Flüt')
  })

  it.each<[string[], RegExp]>([
    [['captions', 'lst'], /“lst” — did you mean list\?/],
    [['captions', 'shift', demo], /--by is missing; write for example --by=-2.5/],
    [['captions', 'shift', demo, '--by', 'soon'], /“soon” is no time/],
    [['captions', 'shift', demo, '--bye', '1'], /no option --bye; did you mean --by\?/],
    [['captions', 'shift', demo, '--by', '--out=x.vtt'], /--by needs a value; write it behind an equals sign: --by=…/],
    [['check', demo, '--public'], /--public needs a value/],
    [['captions', 'scale', demo, '--factor', '0'], /“0” is no number above 0/],
    [['captions', 'split', demo, '--at', '3,2'], /must rise/],
    [['captions', 'join', demo, '--starts', '0,1'], /1 files came with 2 starts/],
    [['captions', 'convert', demo, '--to', 'txt'], /“txt” is neither vtt nor srt/],
    [['captions', 'list'], /no file was named/],
    [['check', 'page.txt'], /page.txt is neither .vtt nor .srt/],
    [['check', 'none.vtt'], /none.vtt/]
  ])('%j cannot run, and says why', (args, reason) => {
    const { code, out, err } = run(...args)
    expect({ code, out }).toEqual({ code: 2, out: '' })
    expect(err).toMatch(reason)
  })
})
