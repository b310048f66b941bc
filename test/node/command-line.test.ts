import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const run = (...args: string[]): { code: number | null; out: string; err: string } => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [main, ...args], { encoding: 'utf8' })
  return { code: status, out: stdout, err: stderr }
}

describe('yokewright', () => {
  it.each([[[]], [['--help']], [['demo', '--help']]])('%j says what there is', args => {
    const { code, out, err } = run(...args)
    expect(code).toBe(0)
    expect(out).toMatch(/demo/)
    expect(err).toBe('')
  })

  it.each<[string[], RegExp]>([
    [['dmeo'], /“dmeo” — did you mean demo\?/],
    [['paint'], /“paint” — there are demo/],
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
