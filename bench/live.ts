import { setTimeout as wait } from 'node:timers/promises'
import type { Browser } from 'playwright-core'
import { startOrigin } from '../test/support/origin.ts'
import type { TestServer } from '../test/support/server.ts'

type Table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]) => void

/** For how long a live channel is played, and how often it is looked at, in seconds of a real clock. */
const LENGTH = 600
const EVERY = 60

/** What is looked at. */
interface Seen {
  /** Seconds in store, behind the playhead and ahead of it. */
  readonly store: number
  /** Seconds from what is seen to now, by the clock of the day that the manifest tells. */
  readonly late: number
  /** How often playback has waited since it began. */
  readonly waits: number
}

const look = `(() => {
  const { yoke } = document.querySelector('yoke-player')
  const { buffered } = yoke.snapshot
  return {
    store: buffered.reduce((sum, { start, end }) => sum + end - start, 0),
    late: (Date.now() - yoke.values.timeOfDay) / 1000,
    waits: globalThis.waits
  }
})()`

/**
 * Ten real minutes of a live channel: what is kept of it, how far behind it is, and what the page holds. Chromium alone: it says
 * what it holds.
 */
export const benchLive = async (browser: Browser, server: TestServer, table: Table): Promise<void> => {
  const origin = await startOrigin()
  const page = await browser.newPage()
  const devTools = await page.context().newCDPSession(page)
  await devTools.send('Performance.enable')
  const metrics = async (): Promise<Readonly<Record<string, number>>> => {
    await devTools.send('HeapProfiler.collectGarbage')
    const { metrics: all } = await devTools.send('Performance.getMetrics')
    return Object.fromEntries(all.map(({ name, value }) => [name, value]))
  }
  await page.goto(
    server.page(
      '/live',
      `<!doctype html><script src="/dist/yokewright.js"></script><yoke-player controls muted src="${origin.address}/live/main.m3u8"></yoke-player>`
    )
  )
  await page.waitForFunction(`document.querySelector('yoke-player').readyState > 2`)
  await page.evaluate(
    `globalThis.waits = 0; document.querySelector('yoke-player').addEventListener('waiting', () => { globalThis.waits += 1 }); document.querySelector('yoke-player').play()`
  )
  console.log(`${LENGTH / 60} minutes of a live channel (Chromium, on a real clock)`)
  const rows: (string | number)[][] = []
  for (let at = 0; at <= LENGTH; at += EVERY) {
    await wait((at === 0 ? 20 : EVERY) * 1000)
    const { store, late, waits } = (await page.evaluate(look)) as Seen
    const { JSHeapUsedSize = 0, Nodes = 0, JSEventListeners = 0 } = await metrics()
    rows.push([
      `${at / 60} min`,
      store,
      late,
      String(waits),
      JSHeapUsedSize / 1e6,
      String(Nodes),
      String(JSEventListeners)
    ])
  }
  table(['', 'in store s', 'behind s', 'waits', 'heap MB', 'nodes', 'listeners'], rows)
  await page.close()
  await origin.close()
}
