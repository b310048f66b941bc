import { mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { type ProgressServer, startProgressServer } from '../../stand-ins/progress.ts'

let open: ProgressServer[] = []
afterEach(async () => {
  await Promise.all(open.map(server => server.close()))
  open = []
})
const start = async (folder?: string): Promise<ProgressServer> => {
  const server = await startProgressServer(folder)
  open.push(server)
  return server
}

const REPORT = {
  clip: '/tide.webm',
  title: 'Tide <b>board</b>',
  visit: 'one',
  number: 1,
  duration: 100,
  position: 40,
  stretches: [[0, 40]],
  seconds: 40,
  ends: 0
}
const post = async ({ address }: ProgressServer, body: unknown): Promise<number> =>
  (
    await fetch(`${address}/reports`, {
      method: 'POST',
      body: typeof body === 'string' ? body : JSON.stringify(body)
    })
  ).status

describe('the receiver of reports', () => {
  it('holds of each visit the report with the highest number, in whatever order they come', async () => {
    const server = await start()
    expect(await post(server, { ...REPORT, number: 3, seconds: 60, stretches: [[0, 50]], position: 50, ends: 1 })).toBe(
      204
    )
    expect(await post(server, REPORT)).toBe(204)
    expect(await post(server, { ...REPORT, visit: 'two', stretches: [[0, 10.5]], position: 10.5 })).toBe(204)
    const [sums] = server.sums()
    expect(sums).toMatchObject({ visits: 2, seconds: 100, ends: 1, duration: 100 })
    expect([0, 10, 11, 49, 50].map(part => sums?.watched[part])).toEqual([2, 2, 1, 1, 0])
    expect([sums?.left[10], sums?.left[50]]).toEqual([1, 1])
  })

  it('draws them, and what a report says cannot leave its place', async () => {
    const server = await start()
    await post(server, REPORT)
    const page = await (await fetch(`${server.address}/`)).text()
    expect(page).toContain('Tide &lt;b&gt;board&lt;/b&gt;')
    expect(page).not.toContain('<b>board')
    expect(page).toContain('1 visit<')
  })

  it('keeps them in a file: another run has them too', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'progress-'))
    await post(await start(folder), REPORT)
    expect((await start(folder)).sums()).toMatchObject([{ visits: 1 }])
  })

  it.each([
    ['no JSON', '{', 400],
    ['no report', { clip: 1 }, 400],
    ['stretches that are none', { ...REPORT, stretches: [[0, 'x']] }, 400],
    ['too much', 'x'.repeat(70_000), 413]
  ])('%s is refused', async (_, body, status) => {
    const server = await start()
    expect(await post(server, body)).toBe(status)
    expect(server.sums()).toEqual([])
  })

  it('answers any page, and nothing else', async () => {
    const { address } = await start()
    const asked = await fetch(`${address}/reports`, { method: 'OPTIONS' })
    expect([asked.status, asked.headers.get('access-control-allow-origin')]).toEqual([204, '*'])
    expect((await fetch(`${address}/reports`)).status).toBe(405)
    expect((await fetch(`${address}/nothing`)).status).toBe(404)
  })
})
