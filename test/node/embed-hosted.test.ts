import { spawnSync } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const home = fileURLToPath(new URL('../../', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'yokewright-embed-'))
const poster = 'spring-tide.jpg'
const tracks = [{ src: 'spring-tide.en.vtt', srclang: 'en', label: 'English' }]
for (const name of ['spring-tide.webm', poster, 'spring-tide.en.vtt'])
  cpSync(`${home}examples/public/media/${name}`, join(folder, name))
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
const dataOf = (page: string): unknown =>
  JSON.parse(/<script type="application\/ld\+json">([\s\S]*?)<\/script>/.exec(read(page))?.[1] ?? '')

describe('embed of a clip that a service shows', () => {
  const service = (name: string, more: object): void =>
    write(`${name}.json`, {
      $schema: 'dialect.schema.json',
      name,
      origin: `https://${name}.example`,
      addresses: ['/c/{clip}'],
      commands: { play: 'play', pause: 'pause' },
      values: { duration: { push: 'time' } },
      states: { push: 'state', are: { running: 'playing' } },
      ...more
    })

  beforeAll(() => {
    service('cairn', {
      frame: { src: '/embed/{clip}' },
      messages: { request: { name: 'do', value: 'value' }, event: { name: 'event', value: 'data' } }
    })
    service('tern', { script: { src: 'https://code.example/1.js', global: 'tern', make: 'make' } })
  })

  it('brings what the service is like, and says the policy for it', () => {
    write('hosted.json', { title: 'Spring tide', poster, tracks, sources: ['https://cairn.example/c/st60'] })
    const { code, out } = run('embed', 'hosted.json', '--dialect=cairn.json,tern.json', '--base', 'https://x.example/')
    expect([code, out]).toEqual([0, expect.stringContaining("default-src 'self'; frame-src https://cairn.example; ")])
    expect(out).toContain('Played by cairn, which is asked for nothing before a press: https://cairn.example/c/st60')
    const page = read('hosted/index.html')
    expect(page).toMatch(
      /<yoke-player [^>]*poster="spring-tide\.jpg" src="https:\/\/cairn\.example\/c\/st60">\s*<track /
    )
    expect(page).toMatch(/<noscript>\s*<a href="https:\/\/cairn\.example\/c\/st60">Watch it at cairn<\/a>/)
    expect(page).toMatch(/yokewright\.hosted\.js" defer[\s\S]*services\.js" defer/)
    expect(read('hosted/services.js')).toMatch(
      /^yokewright\.hosted\.defineDialect\(\{\n {2}"name": "cairn"[^$]*\}\)\n$/
    )
    expect(dataOf('hosted/index.html')).not.toHaveProperty('contentUrl')
    expect(run('check', 'hosted/index.html', '--dialect', 'cairn.json')).toMatchObject({ code: 0, err: '' })
  })

  it('of services and a file: engines ask no service for a media file', () => {
    const sources = ['https://tern.example/c/a', 'https://cairn.example/c/b', 'spring-tide.webm']
    write('three.json', { title: 'Spring tide', sources })
    const { out } = run('embed', 'three.json', '--dialect=cairn.json,tern.json', '--base', 'https://x.example/')
    expect(out).toContain(
      "script-src 'self' https://code.example; frame-src https://tern.example https://cairn.example; require-trusted-types-for 'script'; trusted-types yokewright yokewright-hosted"
    )
    expect(read('three/index.html')).toMatch(
      /<source src="https:\/\/tern\.example\/c\/a" type="text\/html">\s*<source src="https:\/\/cairn\.example\/c\/b" type="text\/html">\s*<source src="spring-tide.webm"/
    )
    expect(dataOf('three/index.html')).toMatchObject({ contentUrl: 'https://x.example/spring-tide.webm' })
    expect(run('check', 'three/index.html', '--dialect=cairn.json,tern.json')).toMatchObject({ code: 0, err: '' })
    const { out: snippet } = run(
      'embed',
      'three.json',
      '--as=snippet',
      '--dialect=cairn.json',
      '--base=https://x.example'
    )
    expect(snippet).toContain('<script src="https://x.example/services.js" defer></script>')
  })

  it('of several services alone they stand in the settings', () => {
    write('two.json', { title: 'Spring tide', sources: ['https://tern.example/c/a', 'https://cairn.example/c/b'] })
    run('embed', 'two.json', '--dialect=cairn.json,tern.json')
    expect(read('two/index.html')).toContain(
      `settings='{"sources":["https://tern.example/c/a","https://cairn.example/c/b"]}'`
    )
  })

  it('without what the service is like it says what is wanting', () => {
    write('bare.json', { title: 'Spring tide', sources: ['https://cairn.example/c/st60'] })
    expect(run('embed', 'bare.json', '--out', 'bare-hosted').out).toContain(
      '--dialect FILE: https://cairn.example/c/st60'
    )
    expect(existsSync(join(folder, 'bare-hosted/services.js'))).toBe(false)
    expect(run('embed', 'bare.json', '--dialect', 'none.json')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/no file none/)
    })
  })
})
