import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { WatchReport } from '../../src/core/watched/report.ts'
import { type ProgressServer, startProgressServer } from '../../stand-ins/progress.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
let receiver: ProgressServer
beforeAll(async () => {
  person = await openPerson(currentEngine())
  receiver = await startProgressServer()
})
afterAll(async () => {
  await receiver?.close()
  await person?.leave()
})

const mount = async (attributes: string, src = '/media/tide-board.webm'): Promise<void> => {
  await person.mount(
    `<yoke-player id="p" ${attributes} style="inline-size: 640px; block-size: 360px"><video muted playsinline preload="auto" width="640" height="360" src="${src}"></video></yoke-player>`
  )
  await person.until('the data', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)
}
const run = (command: string, value?: string | number): Promise<unknown> =>
  person.page.run(
    async (name: string, of: string | number | undefined) => document.querySelector('yoke-player')?.yoke.run(name, of),
    command,
    value
  )
const passes = (seconds: number): Promise<void> =>
  person.until(
    `${seconds} s`,
    (to: number) => {
      const { currentTime = 0, seeking } = document.querySelector('yoke-player') ?? {}
      return !seeking && currentTime >= to
    },
    seconds
  )
/** Reports to a function, kept in the page. */
const listen = (): Promise<void> =>
  person.page.run(() => {
    const reports: unknown[] = []
    globalThis.kept = reports
    document
      .querySelector('yoke-player')
      ?.yoke.configure({ report: { to: report => void reports.push(report), every: 1 } })
  })
const reports = (): Promise<readonly WatchReport[]> => person.page.run(() => globalThis.kept as WatchReport[])
const whys = async (): Promise<readonly string[]> => (await reports()).map(({ why }) => why)

describe('reports to a function', () => {
  it('say what was truly watched: not what was skipped, and not what was loaded', async () => {
    await mount('clip-title="The tide board"')
    await listen()
    await run('play')
    await passes(1.5)
    await run('seek', 20)
    await passes(21)
    await run('pause')
    await expect.poll(whys).toContain('paused')
    const last = (await reports()).at(-1)
    const stood = await person.page.run(() => document.querySelector('yoke-player')?.currentTime ?? 0)
    expect(last).toMatchObject({ title: 'The tide board', why: 'paused', starts: 1, ends: 0 })
    const [[start = -1, end = -1] = [], [again = -1, now = -1] = []] = last?.stretches ?? []
    expect(start).toBeLessThan(0.3)
    expect(end).toBeGreaterThan(1.3)
    expect(end).toBeLessThan(2.6)
    expect(Math.abs(again - 20)).toBeLessThan(0.3)
    expect(Math.abs(now - stood)).toBeLessThan(0.3)
    expect(last?.stretches).toHaveLength(2)
    expect(Math.abs((last?.seconds ?? 0) - (end - start) - (now - again))).toBeLessThan(0.1)
    expect(last?.share).toBeCloseTo((last?.seconds ?? 0) / (last?.duration ?? 1), 2)
    expect(await whys()).toEqual(expect.arrayContaining(['started', 'going']))
    expect((await reports()).map(({ number }) => number)).toEqual((await reports()).map((_, index) => index + 1))
  })

  it('tell an end, and another clip begins a visit of its own', async () => {
    await mount('')
    await listen()
    await run('seek', 29)
    await run('play')
    await expect.poll(whys, { timeout: 10_000 }).toContain('ended')
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      if (player) player.src = '/media/tide-clock.webm'
    })
    await person.until('the clock', () => {
      const player = document.querySelector('yoke-player')
      return player?.currentSrc.includes('clock') && player.readyState > 1
    })
    await run('play')
    await passes(0.3)
    const all = await reports()
    expect(all.find(({ why }) => why === 'ended')).toMatchObject({ ends: 1 })
    expect(new Set(all.map(({ visit }) => visit)).size).toBe(2)
    expect(all.at(-1)?.clip).toContain('tide-clock')
  })

  it('are none while nobody has asked, and none of what nobody has begun', async () => {
    await mount('')
    await listen()
    await run('seek', 4)
    await person.page.run(() => document.querySelector('yoke-player')?.remove())
    expect(await reports()).toEqual([])
  })

  it('are none of a clip’s choosing: a document may come from anywhere', async () => {
    await mount('')
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      const settings = { report: { to: '/account' }, 'report.to': '/account' }
      if (player) player.clip = { sources: ['/media/tide-clock.webm'], settings }
    })
    await person.until('the fault', () => globalThis.notes.faults.some(told => told.startsWith('setting-ignored')))
    expect(
      await person.page.run(() => document.querySelector('yoke-player')?.yoke.settings.report.to ?? 'nobody')
    ).toBe('nobody')
  })

  it('one that throws, or a store that refuses, is told', async () => {
    await mount('')
    await person.page.run(() =>
      document
        .querySelector('yoke-player')
        ?.yoke.configure({ report: { to: { put: () => Promise.reject(new Error('the shelf is full')) } } })
    )
    await run('play')
    await person.until('the fault', () => globalThis.notes.faults.some(told => told.startsWith('report-refused')))
  })
})

describe('reports to an address', () => {
  const visitsOf = (name: string): number => receiver.sums().find(({ clip }) => clip === name)?.visits ?? 0

  it('arrive while it plays, when it pauses, and when its page is left', async () => {
    await mount(`resume-key="left" report-every="1" report-to="${receiver.address}/reports"`)
    await run('play')
    await passes(1.2)
    await expect.poll(() => visitsOf('left')).toBe(1)
    await passes(1.6)
    const before = receiver.sums().find(({ clip }) => clip === 'left')?.seconds ?? 0
    await person.page.goto(person.server.page('/elsewhere', '<!doctype html><title>Elsewhere</title>'))
    await expect.poll(() => receiver.sums().find(({ clip }) => clip === 'left')?.seconds).toBeGreaterThan(before)
  })

  it('are kept while nobody answers, and sent again once the machine is on line', async () => {
    const other = await startProgressServer()
    await other.close()
    await mount(`resume-key="offline" report-to="${other.address}/reports"`)
    await run('play')
    await passes(0.4)
    await run('pause')
    const kept = (): Promise<number> =>
      person.page.run(() => Object.keys(JSON.parse(localStorage.getItem('yokewright.reports') ?? '{}')).length)
    await expect.poll(kept).toBe(1)
    await person.page.run((to: string) => {
      const waiting = JSON.parse(localStorage.getItem('yokewright.reports') ?? '{}')
      for (const each of Object.values(waiting)) Object.assign(each as object, { to })
      localStorage.setItem('yokewright.reports', JSON.stringify(waiting))
      dispatchEvent(new Event('online'))
    }, `${receiver.address}/reports`)
    await expect.poll(() => visitsOf('offline')).toBe(1)
    await expect.poll(kept).toBe(0)
  })

  it('one that is refused for good is told, and not sent again', async () => {
    await mount(`resume-key="refused" report-to="${receiver.address}/nowhere"`)
    await run('play')
    await person.until('the fault', () => globalThis.notes.faults.some(told => told.startsWith('report-refused')))
    expect(await person.page.run(() => localStorage.getItem('yokewright.reports'))).toBe(null)
  })
})
