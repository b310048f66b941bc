import { spawnSync } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const home = fileURLToPath(new URL('../../', import.meta.url))
const MEDIA = ['spring-tide.webm', 'spring-tide.jpg', 'spring-tide.en.vtt', 'fog-horn.m4a', 'spring-tide.ja.vtt']
const CLIP = {
  title: 'Spring tide </title>',
  sources: ['spring-tide.webm#t=2'],
  poster: 'spring-tide.jpg',
  tracks: [
    { src: 'spring-tide.en.vtt', srclang: 'en', label: 'English', default: true },
    { src: 'spring-tide.ja.vtt', srclang: 'ja', label: '日本語' }
  ],
  moments: [
    { at: '0:10', label: 'Low water' },
    { at: '50%', label: 'High "water" isn’t' }
  ]
}

let folder: string
const run = (...args: string[]): { code: number | null; out: string; err: string } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [`${home}dist/cli/main.js`, ...args], {
    cwd: folder,
    encoding: 'utf8'
  })
  return { code: status, out: stdout, err: stderr }
}
const write = (name: string, value: unknown): void => writeFileSync(join(folder, name), JSON.stringify(value))
const read = (name: string): string => readFileSync(join(folder, name), 'utf8')
/** The JSON-LD of a page. */
const dataOf = (page: string): Record<string, unknown> =>
  JSON.parse(/<script type="application\/ld\+json">([\s\S]*?)<\/script>/.exec(read(page))?.[1] ?? '')

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'yokewright-embed-'))
  for (const name of MEDIA) cpSync(`${home}examples/public/media/${name}`, join(folder, name))
  write('tide.json', CLIP)
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

describe('yokewright embed', () => {
  it('makes a page with all that it needs, which check finds good', () => {
    const { code, out } = run('embed', 'tide.json', '--published', '2026-03-21')
    expect([code, out]).toEqual([0, expect.stringContaining('opens by a double click')])
    expect(out).toMatch(/\.webm +video\/webm, and with parts of it/)
    expect(out).toContain("default-src 'self'")
    const files = readdirSync(join(folder, 'tide')).sort()
    expect(files).toEqual([
      'index.html',
      'page.css',
      'spring-tide.en.vtt',
      'spring-tide.ja.vtt',
      'spring-tide.jpg',
      'spring-tide.webm',
      'yokewright'
    ])
    expect(readdirSync(join(folder, 'tide/yokewright'))).toEqual(
      expect.arrayContaining(['yokewright.js', 'yokewright.css', 'yokewright.ja.js'])
    )
    const page = read('tide/index.html')
    expect(page).toContain('<source src="spring-tide.webm#t=2" type=\'video/webm; codecs=')
    expect(page).toContain('<title>Spring tide &lt;/title&gt;</title>')
    expect(page).toContain('data-yoke-text="captions-en"')
    expect(page).toContain('<video controls playsinline preload="metadata" width="1280" height="720"')
    expect(run('check', 'tide/index.html')).toMatchObject({ code: 0, out: expect.stringContaining('good'), err: '' })
  })

  it('tells search engines what is in it: addresses once it is known where it will be', () => {
    run('embed', 'tide.json', '--out', 'bare', '--published', '2026-03-21')
    const bare = dataOf('bare/index.html')
    expect(bare).toMatchObject({
      '@type': 'VideoObject',
      uploadDate: '2026-03-21',
      duration: 'PT60S',
      inLanguage: 'en'
    })
    expect(bare.transcript).toMatch(/^Welcome to Tern Quay Tide Station\. The moon is full/)
    expect(bare.hasPart).toEqual([
      { '@type': 'Clip', name: 'Low water', startOffset: 10, endOffset: 30 },
      { '@type': 'Clip', name: 'High "water" isn’t', startOffset: 30, endOffset: 60 }
    ])
    expect(bare.contentUrl).toBeUndefined()
    run('embed', 'tide.json', '--out', 'known', '--base', 'https://quay.example/tide', '--lang', 'ja')
    expect(dataOf('known/index.html')).toMatchObject({
      contentUrl: 'https://quay.example/tide/spring-tide.webm#t=2',
      thumbnailUrl: 'https://quay.example/tide/spring-tide.jpg',
      embedUrl: 'https://quay.example/tide/'
    })
    expect(dataOf('known/index.html').transcript).not.toMatch(/Welcome/)
    expect(read('known/index.html')).toContain(
      '<meta property="og:image" content="https://quay.example/tide/spring-tide.jpg">'
    )
  })

  it('of a media file alone, with a preset', () => {
    write('quiet.json', { name: 'quiet', look: { accent: '#0b6e4f' }, settings: {} })
    expect(run('embed', 'fog-horn.m4a', '--preset', 'quiet.json').code).toBe(2)
    write('quiet.json', { name: 'quiet', extends: 'house:standard@1', look: { accent: '#0b6e4f' } })
    expect(run('embed', 'fog-horn.m4a', '--preset', 'quiet.json').code).toBe(0)
    const page = read('fog-horn/index.html')
    expect(page).toMatch(/<yoke-player [^>]*preset="quiet"/)
    expect(page).toMatch(/data-yoke-presets>\s*\[\s*\{\s*"name": "quiet"/)
    expect(page).toContain('yokewright/yokewright.presets.js')
    expect(page).toContain('<body class="sound">')
    expect(page).toContain('<source src="fog-horn.m4a" type=\'audio/mp4; codecs=')
    expect(run('check', 'fog-horn/index.html')).toMatchObject({ code: 0, err: '' })
  })

  it.each([
    ['house:lesson@1', 0, /preset="house:lesson@1"/],
    ['quiet.json', 0, /"name": "quiet"[\s\S]*preset="quiet"/]
  ])('with the preset %s that the clip names', (preset, expected, shown) => {
    write('quiet.json', { name: 'quiet', extends: 'house:standard@1' })
    write('named.json', { ...CLIP, preset })
    expect(run('embed', 'named.json', '--overwrite').code).toBe(expected)
    expect(read('named/index.html')).toMatch(shown)
    expect(run('check', 'named/index.html')).toMatchObject({ code: 0, err: '' })
  })

  it('a preset that a clip names by its name alone has to be brought', () => {
    write('named.json', { ...CLIP, preset: 'quiet' })
    expect(run('embed', 'named.json', '--overwrite')).toMatchObject({
      code: 2,
      err: expect.stringContaining('--preset FILE')
    })
  })

  it('writes over nothing without being told to, and then nothing at all', () => {
    run('embed', 'tide.json', '--out', 'twice')
    writeFileSync(join(folder, 'twice/index.html'), 'mine')
    rmSync(join(folder, 'twice/page.css'))
    const { code, err } = run('embed', 'tide.json', '--out', 'twice')
    expect([code, err]).toEqual([2, expect.stringContaining('--overwrite')])
    expect([read('twice/index.html'), existsSync(join(folder, 'twice/page.css'))]).toEqual(['mine', false])
    expect(run('embed', 'tide.json', '--out', 'twice', '--overwrite').code).toBe(0)
    expect(read('twice/index.html')).toContain('<yoke-player')
  })

  it.each([
    [{ ...CLIP, poster: 'none.jpg' }, 1, /broken\.json:1:\d+ file-missing none\.jpg is named/],
    [{ ...CLIP, sources: ['none.webm'] }, 1, /file-missing/],
    [{ items: [CLIP] }, 2, /is no clip/],
    ['{', 1, /document-unreadable/]
  ])('%j makes nothing, and says why', (clip, expected, reason) => {
    if (typeof clip === 'string') writeFileSync(join(folder, 'broken.json'), clip)
    else write('broken.json', clip)
    const { code, err } = run('embed', 'broken.json')
    expect([code, err]).toEqual([expected, expect.stringMatching(reason)])
    expect(existsSync(join(folder, 'broken'))).toBe(false)
  })

  it.each([
    [['--as', 'card'], /--as is “card”/],
    [['--as', 'frame'], /--base is missing/],
    [['--base', 'quay'], /--base is “quay”/],
    [['--published', 'spring'], /--published is “spring”/],
    [['--preset', 'house:none@1'], /there are house:/],
    [['--preset', 'none.json'], /no file none\.json/]
  ])('%j is refused in a sentence', (options, reason) => {
    const { code, err } = run('embed', 'tide.json', '--out', 'refused', ...options)
    expect([code, err]).toEqual([2, expect.stringMatching(reason)])
    expect(existsSync(join(folder, 'refused'))).toBe(false)
  })

  it('a snippet and a frame are for pages of others', () => {
    const { out: snippet } = run('embed', 'tide.json', '--as', 'snippet', '--base', 'https://quay.example/tide/')
    expect(snippet).toContain('<script src="https://quay.example/tide/yokewright/yokewright.js" defer></script>')
    expect(snippet).toContain('src="https://quay.example/tide/spring-tide.en.vtt"')
    expect(snippet).not.toContain('data-yoke-text')
    write('poster.json', { ...CLIP, poster: { src: 'spring-tide.jpg' } })
    expect(run('embed', 'poster.json', '--as', 'snippet', '--base', 'https://quay.example/tide').out).toContain(
      'poster="https://quay.example/tide/spring-tide.jpg"'
    )
    const { out: frame } = run('embed', 'tide.json', '--as', 'frame', '--base', 'https://quay.example/tide/')
    expect(frame.trim()).toBe(
      '<iframe src="https://quay.example/tide/" title="Spring tide </title>" loading="lazy" sandbox="allow-scripts allow-same-origin" allow="autoplay; fullscreen; picture-in-picture" style="inline-size: 100%; aspect-ratio: 1280 / 720; border: 0"></iframe>'
    )
  })

  it('says for machines what it has made', () => {
    const { out } = run('embed', 'tide.json', '--out', 'machines', '--json')
    const made = JSON.parse(out)
    expect(made.page).toBe('machines/index.html')
    expect(made.files).toContainEqual({ name: 'spring-tide.webm', bytes: expect.any(Number) })
    expect(made.serving).toContainEqual({ suffix: 'vtt', type: 'text/vtt', ranges: false })
  })

  it('two files of one name both go along, and what lies elsewhere stays there', () => {
    write('both.json', {
      sources: ['spring-tide.webm', 'https://quay.example/far.webm'],
      tracks: [
        { src: 'bare/spring-tide.en.vtt', srclang: 'en', label: 'English' },
        { src: 'spring-tide.en.vtt', srclang: 'en', label: 'English, short' }
      ]
    })
    const { code, out } = run('embed', 'both.json')
    expect([code, out]).toEqual([0, expect.stringContaining('https://quay.example/far.webm')])
    expect(readdirSync(join(folder, 'both'))).toEqual(
      expect.arrayContaining(['spring-tide.en.vtt', 'spring-tide.en-2.vtt'])
    )
    expect(read('both/index.html')).toMatch(/src="spring-tide\.en-2\.vtt"[^>]*data-yoke-text="captions-en-2"/)
  })
})

it('the reference shows what is printed', () => {
  const text = readFileSync(`${home}docs/reference/embed.md`, 'utf8')
  const [, shown = ''] = /```text\n([\s\S]*?)```/.exec(text) ?? []
  const { out } = run('embed', `${home}examples/public/media/spring-tide.json`, '--base', 'https://quay.example/tide/')
  const withoutSizes = (printed: string): string => printed.replace(/[\d.]+ [kM]B/g, '… B').trim()
  expect(withoutSizes(out)).toBe(withoutSizes(shown))
})

describe('yokewright new', () => {
  it.each(['own-controls', 'ready-made', 'backdrop', 'sounds', 'hosted', 'brass-gauge'])(
    '%s is a page that check finds good',
    kind => {
      const { code, out } = run('new', kind)
      expect([code, out]).toEqual([0, expect.stringContaining(`${kind}/index.html is made`)])
      expect(run('check', `${kind}/index.html`)).toMatchObject({ code: 0, err: '' })
      expect(run('new', kind)).toMatchObject({ code: 2, err: expect.stringContaining('--overwrite') })
    }
  )

  it('says which kinds there are', () => {
    expect(run('new', 'redy-made').err).toContain('did you mean ready-made?')
    expect(run('new').code).toBe(2)
  })
})
