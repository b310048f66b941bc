import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { copyStream, startOrigin } from '../support/origin.ts'

const home = fileURLToPath(new URL('../../', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'yokewright-embed-stream-'))
beforeAll(async () => {
  const origin = await startOrigin()
  await copyStream(origin.address, 'short/main.m3u8', folder)
  await origin.close()
})
afterAll(() => rmSync(folder, { recursive: true }))

const run = (...args: string[]): { code: number | null; out: string; err: string } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [`${home}dist/cli/main.js`, ...args], {
    cwd: folder,
    encoding: 'utf8'
  })
  return { code: status, out: stdout, err: stderr }
}
const write = (name: string, value: unknown): void => writeFileSync(join(folder, name), JSON.stringify(value))
const read = (name: string): string => readFileSync(join(folder, name), 'utf8')

describe('a page to take away, of a stream', () => {
  it('has all that its manifest names, in a folder of its own', () => {
    const { code, out } = run('embed', 'short/main.m3u8', '--out', 'page')
    expect(code).toBe(0)
    expect(out).toMatch(/^page\/index\.html is made\. Open it by a server: /)
    expect(out).toMatch(/^ {2}main\/ +\d+ kB in 49 files$/m)
    expect(out).toMatch(/^ {2}\.m3u8 +application\/vnd\.apple\.mpegurl$/m)
    expect(out).toContain("media-src 'self' blob:")
    expect(readdirSync(join(folder, 'page/main')).sort()).toEqual(readdirSync(join(folder, 'short')).sort())
    const page = read('page/index.html')
    expect(page).toContain('<source src="main/main.m3u8" type="application/vnd.apple.mpegurl">')
    expect(page).toContain('width="1280" height="720"')
    expect(page).toContain('"duration": "PT12S"')
    expect(run('check', 'page/index.html')).toMatchObject({ code: 0, err: '' })
  })

  it('has two manifests of one folder in one folder, and a file of their name beside it', () => {
    write('two.json', { sources: ['short/quay-180.mp4.m3u8', 'short/quay-360.mp4.m3u8'], title: 'Two' })
    expect(run('embed', 'two.json', '--out', 'both').code).toBe(0)
    expect(readdirSync(join(folder, 'both/quay-180.mp4')).filter(name => name.endsWith('.m3u8'))).toHaveLength(2)
    expect(read('both/index.html')).toContain('<source src="quay-180.mp4/quay-360.mp4.m3u8"')
  })

  it('that lies elsewhere stays there, and the page opens by a double click', () => {
    write('far.json', { sources: ['https://quay.example/main.m3u8'], title: 'Far' })
    const { out } = run('embed', 'far.json')
    expect(out).toContain('opens by a double click')
    expect(out).toContain('Loaded from elsewhere, which the policy must then name: https://quay.example/main.m3u8')
    expect(out).toContain("media-src 'self' blob:")
  })

  it('whose files lie outside its folder is refused', () => {
    writeFileSync(join(folder, 'short/up.m3u8'), '#EXTM3U\n#EXT-X-STREAM-INF:BANDWIDTH=9\n../top.m3u8\n')
    writeFileSync(join(folder, 'top.m3u8'), '#EXTM3U\n#EXT-X-TARGETDURATION:2\n#EXT-X-ENDLIST\n')
    const { code, err } = run('embed', 'short/up.m3u8', '--out', 'none')
    expect([code, err]).toEqual([
      2,
      expect.stringMatching(/: short\/up\.m3u8 names top\.m3u8, which lies outside its folder/)
    ])
  })
})
