import type { Browser, Frame, Page } from 'playwright-core'
import { launchChromium } from '../test/support/engines.ts'
import { startServer, type TestServer } from '../test/support/server.ts'
import { openStandIn, STAND_INS } from '../test/support/stand-ins.ts'

const SECONDS = 50

/** A place, and when it was read, in milliseconds of the machine's clock. */
type Reading = readonly [at: number, place: number]

/** Reads a place thirty times a second, in the page or in the frame, until told to end. */
const record = async (where: Page | Frame, expression: string): Promise<() => Promise<readonly Reading[]>> => {
  await where.evaluate(`globalThis.readings = []; globalThis.reading = setInterval(() => {
    readings.push([performance.timeOrigin + performance.now(), ${expression}])
  }, 33)`)
  return () => where.evaluate('clearInterval(reading), readings') as Promise<readonly Reading[]>
}

/** Where the service truly was at a moment: between two readings in its frame. */
const placeAt = (truth: readonly Reading[], at: number): number | undefined => {
  const next = truth.findIndex(([time]) => time >= at)
  const [before, after] = [truth[next - 1], truth[next]]
  if (!before || !after) return undefined
  return before[1] + ((after[1] - before[1]) * (at - before[0])) / (after[0] - before[0])
}

const share = (sorted: readonly number[], part: number): number =>
  sorted[Math.floor(sorted.length * part)] ?? Number.NaN

const measure = async (browser: Browser, server: TestServer, name: (typeof STAND_INS)[number]): Promise<void> => {
  const standIn = await openStandIn(name)
  const page = await browser.newPage()
  const body = `<yoke-player muted src="${standIn.address('st60')}"></yoke-player>`
  const head = `<script src="/dist/yokewright.hosted.js" defer></script><script src="/dist/yokewright.js" defer></script>
<script type="module">yokewright.hosted.defineDialect(${JSON.stringify(standIn.dialect)})</script>`
  await page.goto(server.page(`/clock-${name}`, `<!doctype html><html data-yoke-checks="off">${head}<body>${body}`))
  await page.waitForFunction('document.querySelector("yoke-player").yoke?.media')
  await page.evaluate('document.querySelector("yoke-player").play()')
  const frame = page.frames().find(each => each.url().startsWith(standIn.service.address))
  if (!frame) throw new Error(`${name} has no frame`)
  const endTruth = await record(frame, 'document.querySelector("video").currentTime')
  const endShown = await record(page, 'document.querySelector("yoke-player").currentTime')
  await page.waitForTimeout(SECONDS * 1000)
  const [shown, truth] = [await endShown(), await endTruth()]
  const errors = shown.flatMap(([at, place]) => {
    const true_ = placeAt(truth, at)
    return true_ === undefined ? [] : [place - true_]
  })
  const sizes = errors.map(Math.abs).sort((a, b) => a - b)
  const back = shown.filter(([, place], index) => place < (shown[index - 1]?.[1] ?? 0)).length
  const inMs = (seconds: number): string => `${(seconds * 1000).toFixed(0).padStart(5)} ms`
  console.log(
    `  ${name.padEnd(8)} median ${inMs(share(sizes, 0.5))}, 95 % ${inMs(share(sizes, 0.95))}, most ${inMs(share(sizes, 0.9999))}; went back ${back} times in ${shown.length} readings`
  )
  await page.close()
  await standIn.service.close()
}

/** How far the clock of a hosted media is from the picture in its frame, while it plays. */
export const benchHosted = async (): Promise<void> => {
  console.log(`The clock of hosted video beside the picture in its frame (Chromium, ${SECONDS} s)`)
  const browser = await launchChromium()
  const server = await startServer()
  for (const name of STAND_INS) await measure(browser, server, name)
  await server.close()
  await browser.close()
}
