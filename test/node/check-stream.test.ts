import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startOrigin } from '../support/origin.ts'

const home = fileURLToPath(new URL('../../', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'yokewright-streams-'))
afterAll(() => rmSync(folder, { recursive: true }))

const run = (...args: string[]): { code: number | null; out: readonly string[]; err: readonly string[] } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [`${home}dist/cli/main.js`, ...args], {
    cwd: folder,
    encoding: 'utf8'
  })
  const lines = (text: string): readonly string[] => text.split('\n').filter(Boolean)
  return { code: status, out: lines(stdout), err: lines(stderr) }
}

const put = (name: string, content: string | Uint8Array): void => {
  mkdirSync(dirname(join(folder, name)), { recursive: true })
  writeFileSync(join(folder, name), content)
}

const NAMES = ['quay-180.mp4', 'quay-360.mp4']
const MASTER = NAMES.map(
  (name, index) =>
    `#EXT-X-STREAM-INF:BANDWIDTH=${[20_000, 42_000][index]},CODECS="avc1.4d4015",RESOLUTION=${[320, 640][index]}x${[180, 360][index]}\n${name}.m3u8`
).join('\n')

beforeAll(async () => {
  const origin = await startOrigin()
  const get = async (path: string): Promise<Uint8Array> =>
    new Uint8Array(await (await fetch(`${origin.address}/clip/${path}`)).arrayBuffer())
  for (const name of NAMES) {
    put(name, await get(name))
    put(`${name}.m3u8`, (await get(`${name}.m3u8`)).slice())
    for (const part of ['init', ...Array.from({ length: 30 }, (_, number) => String(number))])
      put(`parts/${name}/${part}`, await get(`${name}/${part}`))
  }
  for (const name of NAMES) {
    const text = new TextDecoder().decode(await get(`${name}.m3u8`))
    put(`${name}.m3u8`, text.replaceAll(`${name}/`, `parts/${name}/`))
  }
  const single = new TextDecoder().decode(await get('file.mpd'))
  put('file.mpd', single.replace(/<AdaptationSet mimeType="(?:audio|text|image)[\s\S]*<\/AdaptationSet>/, ''))
  put('main.m3u8', `#EXTM3U\n${MASTER}\n`)
  await origin.close()
})

describe('manifests on the command line', () => {
  it('are told a line for each rendition, with what was declared and what was measured', () => {
    const { code, out, err } = run('probe', 'main.m3u8')
    expect(err).toEqual([])
    expect(code).toBe(0)
    expect(out[0]).toBe('main.m3u8: playlist (RFC 8216), 1:00')
    expect(out[1]).toMatch(
      /^ {2}picture {2}180p, 320 × 180, 20 kbit\/s declared, 18 kbit\/s measured, 19 kbit\/s at most, 30 segments, avc1\.4d4015$/
    )
    expect(out).toHaveLength(3)
  })

  it('of single files are measured by their index', () => {
    const { out, err } = run('probe', 'file.mpd')
    expect(out.slice(0, 2)).toEqual([
      'file.mpd: presentation (ISO/IEC 23009-1), 1:00',
      expect.stringMatching(/180p.*19 kbit\/s declared, 18 kbit\/s measured, 19 kbit\/s at most, 30 segments/)
    ])
    // Two of the four qualities are not there.
    expect(err.filter(line => line.includes('file-missing'))).toHaveLength(2)
  })

  it('are good where they are', () => {
    expect(run('check', 'main.m3u8', 'quay-360.mp4.m3u8')).toEqual({
      code: 0,
      out: ['main.m3u8: good', 'quay-360.mp4.m3u8: good'],
      err: []
    })
  })

  it.each([
    [
      'a rate that is too low',
      MASTER.replace('42000', '4200'),
      /^bad\.m3u8:4:19 stream-rate-understated 360p .*declare 41060$/
    ],
    [
      'a playlist that is not there',
      MASTER.replace('quay-360.mp4.m3u8', 'quay-361.m3u8'),
      /^bad\.m3u8:5:1 file-missing quay-361\.m3u8 /
    ],
    [
      'an address of another scheme',
      `${MASTER}\n#EXT-X-STREAM-INF:BANDWIDTH=1\nfile:///etc/hosts`,
      /^bad\.m3u8:7:1 manifest-address-refused /
    ],
    ['no manifest', 'tide', /^bad\.m3u8:1:1 manifest-unreadable /]
  ])('with %s, are told where', (_, text, said) => {
    put('bad.m3u8', text === 'tide' ? text : `#EXTM3U\n${text}\n`)
    const { code, err } = run('check', 'bad.m3u8')
    expect(code).toBe(1)
    expect(
      err.find(line => said.test(line)),
      err.join('\n')
    ).toBeDefined()
  })

  it('in a page are looked into, with their type', () => {
    const page = (type: string): string =>
      `<!doctype html><html lang="en"><meta charset="utf-8"><title>Quay</title><link rel="stylesheet" href="yokewright.css"><script src="yokewright.js" defer></script>\n<yoke-player controls>\n<video playsinline width="640" height="360">\n<source src="main.m3u8"${type}>\n</video></yoke-player></html>`
    put('yokewright.js', '')
    put('page.html', page(' type="application/x-mpegurl"'))
    put('bare.html', page(''))
    expect(run('check', 'page.html', 'bare.html').err.filter(line => !line.includes('1:'))).toEqual([])
    put('page.html', page(' type="video/mp4"'))
    expect(run('check', 'page.html').err).toContainEqual(
      expect.stringMatching(
        /^page\.html:4:25 type-untrue main\.m3u8 is said to be video\/mp4, .* write type="application\/vnd/
      )
    )
    run('check', '--fix', 'page.html')
    expect(readFileSync(join(folder, 'page.html'), 'utf8')).toContain('type="application/vnd.apple.mpegurl"')
  })

  it('with a segment that is not there are told the line of its playlist', () => {
    rmSync(join(folder, 'parts/quay-180.mp4/7'))
    const missing = expect.stringMatching(/^quay-180\.mp4\.m3u8:22:1 file-missing parts\/quay-180\.mp4\/7 is named/)
    expect(run('check', 'main.m3u8').err).toEqual([missing])
    // A page that names it twice is told once.
    put('page.html', '<yoke-player src="main.m3u8"></yoke-player><yoke-player src="main.m3u8"></yoke-player>')
    expect(run('check', 'page.html').err.filter(line => line.includes('file-missing'))).toEqual([missing])
    // No page is made of what lacks something.
    expect(run('embed', 'main.m3u8')).toEqual({ code: 1, out: [], err: [missing] })
  })

  it('with a key that is not there are told the line', () => {
    put(
      'sealed.m3u8',
      '#EXTM3U\n#EXT-X-TARGETDURATION:2\n#EXT-X-KEY:METHOD=AES-128,URI="no.key"\n#EXTINF:2,\nparts/quay-180.mp4/1\n#EXT-X-ENDLIST\n'
    )
    expect(run('check', 'sealed.m3u8').err).toEqual([expect.stringMatching(/^sealed\.m3u8:3:32 file-missing no\.key /)])
  })
})
