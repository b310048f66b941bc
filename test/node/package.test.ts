import { execFileSync } from 'node:child_process'
import { readFileSync, statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const home = fileURLToPath(new URL('../../', import.meta.url))
const manifest = JSON.parse(readFileSync(`${home}package.json`, 'utf8')) as {
  exports: Record<string, string | { types: string }>
  sideEffects: string[]
}
const entries = Object.keys(manifest.exports).filter(entry => !/\.(css|js|json)$|jsx$|jsx\//.test(entry))
const node = (script: string): string =>
  execFileSync(process.execPath, ['--input-type=module', '-e', script], { cwd: home, encoding: 'utf8' })

describe('the package', () => {
  it.each(entries)('%s is imported in Node, without a document', entry => {
    const name = entry.replace('.', 'yokewright')
    expect(Number(node(`console.log(Object.keys(await import('${name}')).length)`))).toBeGreaterThan(0)
  })

  it.each([
    'yokewright.js',
    'yokewright.hosted.js',
    'yokewright.presets.js',
    'yokewright.effects.js',
    'yokewright.scenes.js'
  ])('%s is read as a module too', file => {
    const script = `await import('./dist/${file}'); console.log(Object.keys(globalThis.yokewright).length)`
    expect(Number(node(script))).toBeGreaterThan(0)
  })

  it('runs the core in Node', () => {
    expect(
      node(
        `import { formatClock, parseTimeAddress } from 'yokewright/core'; console.log(formatClock(parseTimeAddress('1:01:30').seconds))`
      ).trim()
    ).toBe('1:01:30')
  })

  it('names what has an effect when imported', () => {
    expect(manifest.sideEffects).toEqual([
      manifest.exports['./player'],
      manifest.exports['./ready-made'],
      manifest.exports['./presets'],
      // What that one brings along.
      './dist/parts/bar.js',
      './dist/parts/controls.js',
      manifest.exports['./yokewright.js'],
      manifest.exports['./yokewright.css'],
      manifest.exports['./yokewright.controls.css']
    ])
  })

  it('ships what it needs and no more: no tests, at most 2 MB of media, everything that the pages name', () => {
    const [packed] = JSON.parse(
      execFileSync('npm', ['pack', '--dry-run', '--json', '--loglevel=error'], { cwd: home, encoding: 'utf8' })
    ) as { files: { path: string; size: number }[] }[]
    const files = new Map(packed?.files.map(({ path, size }) => [path, size]))
    expect([...files.keys()].filter(path => /\.test\.|^(test|tools|bench)\//.test(path))).toEqual([])
    const media = [...files].filter(([path]) => path.startsWith('dist/site/media/'))
    expect(media.reduce((sum, [, size]) => sum + size, 0)).toBeLessThanOrEqual(2_000_000)
    for (const path of [
      'dist/yokewright.js',
      'dist/cli/main.js',
      'dist/site/index.html',
      'dist/site/first-light/index.html',
      'dist/site/media/spring-tide.webm',
      'README.md'
    ]) {
      expect(files.has(path), path).toBe(true)
    }
  })

  it('keeps the demo media under 12 MB', () => {
    const folder = `${home}examples/public/media/`
    const files = execFileSync('ls', [folder], { encoding: 'utf8' }).trim().split('\n')
    expect(files.reduce((sum, file) => sum + statSync(folder + file).size, 0)).toBeLessThan(12_000_000)
  })
})
