/** `npm run bench [loads] [mount] [playing] [drag] [playhead] [captions] [blocking] [leaks] [many] [presets] [react] [scenes] [streams] [hosted] [gaps] [kit] [attack]`: each beside its baseline, in one run. */
import { readFile } from 'node:fs/promises'
import type { Browser, Page } from 'playwright-core'
import { availableEngines, type EngineName } from '../test/support/engine-list.ts'
import { VIEWPORT } from '../test/support/engine-page.ts'
import { endBrowsers, launchChromium, openEngine } from '../test/support/engines.ts'
import { startServer, type TestServer } from '../test/support/server.ts'
import { benchAttack } from './attack.ts'
import { benchBlocking, benchCaptions } from './captions.ts'
import { benchDrag } from './drag.ts'
import { benchGaps } from './gaps.ts'
import { benchHosted } from './hosted.ts'
import { benchHostedMounts } from './hosted-mounts.ts'
import { benchKit } from './kit.ts'
import { benchLeaks } from './leaks.ts'
import { benchLive } from './live.ts'
import { benchLoads } from './loads.ts'
import { benchMany } from './many.ts'
import { type Kind, mountPage, playingPage } from './pages.ts'
import { measurePlayhead } from './playhead.ts'
import { benchPresets } from './presets.ts'
import { benchReact } from './react.ts'
import { benchScenes } from './scenes.ts'
import { benchStreams } from './streams.ts'

const KINDS: readonly Kind[] = ['bare', 'native', 'by hand', 'wired', 'ready-made']
const MEASURED_SECONDS = 8
const MOUNT_ROUNDS = 21

const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? Number.NaN

const metricsOf = async (page: Page): Promise<() => Promise<Record<string, number>>> => {
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  return async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return Object.fromEntries(metrics.map(({ name, value }) => [name, value]))
  }
}

interface Playing {
  readonly main: number
  readonly layouts: number
  readonly styles: number
}

/** Main-thread milliseconds, layouts and style recalculations per second of playback. */
const measurePlaying = async (browser: Browser, server: TestServer, kind: Kind): Promise<Playing> => {
  const page = await browser.newPage({ viewport: VIEWPORT })
  await page.goto(server.page(`/play-${kind.replace(' ', '-')}`, playingPage(kind)))
  await page.waitForFunction('globalThis.isSetUp && document.querySelector("video").readyState === 4')
  await page.evaluate('document.querySelector("video").play()')
  // The browser hides its own controls unless a pointer rests on them: what is hidden costs nothing, and tells nothing.
  await page.mouse.move(300, 345)
  await page.waitForFunction('document.querySelector("video").currentTime > 3')
  const read = await metricsOf(page)
  const from = await read()
  await page.waitForFunction(`document.querySelector("video").currentTime > ${3 + MEASURED_SECONDS}`, undefined, {
    polling: 500
  })
  const to = await read()
  await page.close()
  const seconds = (to.Timestamp ?? 0) - (from.Timestamp ?? 0)
  const perSecond = (name: string): number => ((to[name] ?? 0) - (from[name] ?? 0)) / seconds
  return {
    main: perSecond('TaskDuration') * 1000,
    layouts: perSecond('LayoutCount'),
    styles: perSecond('RecalcStyleCount')
  }
}

interface Mounting {
  readonly milliseconds: number
  readonly listeners: number
  /** Main-thread milliseconds until nothing more follows: what comes with later frames counts too. */
  readonly settled: number
}

const measureMount = async (browser: Browser, server: TestServer, kind: Kind): Promise<Mounting> => {
  const page = await browser.newPage({ viewport: VIEWPORT })
  await page.goto(server.page(`/mount-${kind.replace(' ', '-')}`, mountPage(kind)))
  await page.waitForFunction('globalThis.isSetUp')
  const read = await metricsOf(page)
  const from = await read()
  const mounted = (await page.evaluate('mount()')) as Mounting
  // Two idle periods in a row: nothing is left to do.
  await page.evaluate(
    'new Promise(done => requestIdleCallback(() => setTimeout(() => requestIdleCallback(done), 100)))'
  )
  const to = await read()
  await page.close()
  return { ...mounted, settled: ((to.TaskDuration ?? 0) - (from.TaskDuration ?? 0)) * 1000 }
}

const table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]): void => {
  const cells = [head, ...rows].map(row => row.map(cell => (typeof cell === 'number' ? cell.toFixed(1) : cell)))
  const widths = head.map((_, column) => Math.max(...cells.map(row => row[column]?.length ?? 0)))
  for (const row of cells)
    console.log(
      row
        .map((cell, column) => (column === 0 ? cell.padEnd(widths[0] ?? 0) : cell.padStart(widths[column] ?? 0)))
        .join('  ')
    )
  console.log()
}

const benchPlaying = async (browser: Browser, server: TestServer): Promise<void> => {
  console.log(`Playing, per second of playback (Chromium, ${MEASURED_SECONDS} s, one player)`)
  const rows: (string | number)[][] = []
  for (const kind of KINDS) {
    const { main, layouts, styles } = await measurePlaying(browser, server, kind)
    rows.push([kind, main, layouts, styles])
  }
  const native = Number(rows[KINDS.indexOf('native')]?.[1])
  table(
    ['', 'main thread ms', 'layouts', 'style recalcs', '× native'],
    rows.map(row => [...row, (Number(row[1]) / native).toFixed(2)])
  )
}

const benchMount = async (browser: Browser, server: TestServer): Promise<void> => {
  console.log(
    `Mounting 100 players, to the end of the first layout (Chromium, median of ${MOUNT_ROUNDS} rounds, turn about)`
  )
  const times = new Map<Kind, number[]>(KINDS.map(kind => [kind, []]))
  const settled = new Map<Kind, number[]>(KINDS.map(kind => [kind, []]))
  const listeners = new Map<Kind, number>()
  for (let round = 0; round < MOUNT_ROUNDS; round += 1) {
    for (const kind of KINDS) {
      const mounted = await measureMount(browser, server, kind)
      times.get(kind)?.push(mounted.milliseconds)
      settled.get(kind)?.push(mounted.settled)
      listeners.set(kind, mounted.listeners)
    }
  }
  const byHand = median(times.get('by hand') ?? [])
  const settledByHand = median(settled.get('by hand') ?? [])
  table(
    ['', 'ms', '× by hand', 'until settled, ms', '× by hand', 'listeners a player'],
    KINDS.map(kind => {
      const time = median(times.get(kind) ?? [])
      const whole = median(settled.get(kind) ?? [])
      return [
        kind,
        time,
        (time / byHand).toFixed(2),
        whole,
        (whole / settledByHand).toFixed(2),
        listeners.get(kind) ?? 0
      ]
    })
  )
}

const benchPlayhead = async (engines: readonly EngineName[], server: TestServer): Promise<void> => {
  console.log('Playhead against the media’s time: play, pause, rate 2, seeks, rate 1 (milliseconds)')
  const rows: (string | number)[][] = []
  for (const engine of engines) {
    const page = await openEngine(engine)
    const { median, high, frames, still, step } = await measurePlayhead(page, server).finally(page.close)
    rows.push([engine, median, high, step, String(frames), `${(still * 100).toFixed(0)} %`])
  }
  table(
    ['', 'median', '95th percentile', 'steps of its own clock', 'frames', 'frames it stood still while playing'],
    rows
  )
}

const server = await startServer()
server.page('/bench/by-hand.js', await readFile(new URL('by-hand.js', import.meta.url), 'utf8'), {
  'content-type': 'text/javascript'
})
const wanted = process.argv.slice(2)
const wants = (name: string): boolean => wanted.length === 0 || wanted.includes(name)
const browser = await launchChromium()
if (wants('loads')) await benchLoads(browser, table, wanted.includes('modules'))
if (wants('mount')) await benchMount(browser, server)
if (wants('playing')) await benchPlaying(browser, server)
if (wants('drag')) await benchDrag(browser, server, table)
if (wants('scenes')) await benchScenes(browser, server, table)
if (wants('streams')) await benchStreams(browser, server, table)
// Ten minutes: only where it is asked for.
if (wanted.includes('live')) await benchLive(browser, server, table)
await browser.close()
if (wants('playhead')) await benchPlayhead(availableEngines(), server)
if (wants('captions')) await benchCaptions(server, availableEngines())
if (wants('blocking')) await benchBlocking(server, availableEngines())
if (wants('leaks')) await benchLeaks(server, availableEngines())
if (wants('many')) await benchMany(server)
if (wants('presets')) await benchPresets(server)
if (wants('react')) await benchReact(server)
if (wants('kit')) await benchKit()
if (wants('hosted')) {
  await benchHosted()
  await benchHostedMounts()
}
if (wants('gaps')) await benchGaps(table)
if (wants('attack')) await benchAttack()
await endBrowsers()
await server.close()
