/** Takes the pictures in docs/screenshots, from the built examples and the real command line. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import type { Page } from 'playwright-core'
import { VIEWPORT } from '../test/support/engine-page.ts'
import { launchChromium } from '../test/support/engines.ts'
import { captionsDesk, checkedCaptions } from './screenshots-captions.ts'
import { twoHosts } from './screenshots-hosted.ts'
import { boatsOfTheDay, harbourSounds, readingTable, watchOn } from './screenshots-lists.ts'
import { contrasts, houseLooks, onePreset } from './screenshots-presets.ts'
import { beforeTheFirstFrame, duskBackdrop, threeFormats } from './screenshots-sources.ts'

const at = (path: string): string => fileURLToPath(new URL(`../${path}`, import.meta.url))
const picture = (name: string): string => at(`docs/screenshots/${name}.png`)
const MOMENT = 22

const firstLight = async (page: Page, address: string): Promise<void> => {
  await page.goto(`${address}first-light/index.html`)
  await page.waitForFunction('document.querySelector("video").readyState >= 2')
  await page.evaluate(`document.querySelector('yoke-player').yoke.run('seek', ${MOMENT})`)
  await page.click('.primary')
  await page.waitForFunction(`document.querySelector('video').currentTime > ${MOMENT} + 0.5`)
  await page.hover('nav li:nth-child(2) button')
  await page.screenshot({ path: picture('first-light') })
}

const index = async (page: Page, address: string): Promise<void> => {
  await page.goto(`${address}index.html`)
  await page.waitForFunction('customElements.get("yoke-player")')
  // The clips at the foot are coupled once a visitor comes near them.
  await page.evaluate('scrollTo(0, document.body.scrollHeight)')
  await page.waitForFunction('!document.querySelector("video[controls]")')
  await page.evaluate('scrollTo(0, 0)')
  await page.screenshot({ path: picture('index'), fullPage: true })
}

const PART = (id: string, name: string): string => `#${id} [part~="${name}"]`

const readyMade = async (page: Page, address: string): Promise<void> => {
  await page.goto(`${address}ready-made/index.html`)
  // All in view at once: what is far from it is not drawn.
  await page.setViewportSize({ ...VIEWPORT, height: 1540 })
  await page.waitForSelector(PART('arabic', 'play-pause'))
  for (const id of ['sound', 'dial', 'arabic', 'wide'])
    await page.evaluate(`document.querySelector('#${id}').yoke.run('seek', '37%')`)
  await page.click(PART('wide', 'play-pause'))
  await page.waitForFunction(`document.querySelector('#wide').currentTime > ${MOMENT} + 0.5`)
  const bar = await page.locator(PART('wide', 'seek-bar')).boundingBox()
  if (bar) await page.mouse.move(bar.x + bar.width * 0.6, bar.y + bar.height / 2)
  await page.screenshot({ path: picture('ready-made') })
  await page.setViewportSize(VIEWPORT)
}

/** What a viewer sees where nothing plays. */
const readyMadeFault = async (page: Page, address: string): Promise<void> => {
  await page.goto(`${address}ready-made/index.html`)
  await page.waitForSelector(PART('wide', 'play-pause'))
  await page.evaluate(
    `(() => { const gone = document.querySelector('#wide video'); gone.querySelectorAll('source').forEach(source => source.remove()); gone.src = '../media/gone.webm' })()`
  )
  await page.waitForSelector(PART('wide', 'way-on'))
  await page.screenshot({ path: picture('ready-made-fault') })
}

const ownBridge = async (page: Page, address: string): Promise<void> => {
  await page.goto(`${address}own-bridge/index.html`)
  await page.waitForFunction('[...document.querySelectorAll("yoke-player")].every(player => player.readyState >= 1)')
  await page.evaluate(
    `Promise.all([...document.querySelectorAll('yoke-player')].map(player => player.yoke.run('seek', ${MOMENT})))`
  )
  await page.waitForFunction('[...document.querySelectorAll("yoke-player")].every(player => !player.seeking)')
  // All in view at once: what is not seen does not move.
  await page.setViewportSize({ ...VIEWPORT, height: 2210 })
  await page.waitForFunction('document.querySelector("#panel .needle").getAnimations().length > 0')
  await page.waitForFunction('document.querySelector("#plain .tick").getAnimations().length > 0')
  await page.screenshot({ path: picture('own-bridge') })
  await page.setViewportSize(VIEWPORT)
}

/** A terminal, drawn as a page: what was typed, and what came back. */
const terminal = async (
  page: Page,
  name: string,
  typed: string,
  printed: string,
  size = { width: 900, height: 130 }
): Promise<void> => {
  await page.setViewportSize(size)
  await page.setContent(
    '<body style="margin:0;background:#0b1d2c;color:#e9f3ee;font:16px/1.5 monospace"><pre style="padding:24px;margin:0;white-space:pre-wrap"></pre>'
  )
  await page.locator('pre').evaluate((pre, text) => {
    pre.textContent = text
  }, `$ ${typed}\n${printed}`)
  await page.screenshot({ path: picture(name) })
}

const server = spawn(process.execPath, [at('dist/cli/main.js'), 'demo'], { stdio: ['ignore', 'pipe', 'inherit'] })
const lines: string[] = []
for await (const line of createInterface(server.stdout)) {
  lines.push(line)
  if (line.startsWith('http')) break
}
const address = lines.at(-1) ?? ''
const browser = await launchChromium()
try {
  const page = await browser.newPage({ viewport: VIEWPORT })
  await firstLight(page, address)
  await index(page, address)
  await ownBridge(page, address)
  await readyMade(page, address)
  await readyMadeFault(page, address)
  await captionsDesk(page, address, name => page.screenshot({ path: picture(name) }))
  await threeFormats(page, address, name => page.screenshot({ path: picture(name), fullPage: true }))
  await beforeTheFirstFrame(page, address, name => page.screenshot({ path: picture(name), fullPage: true }))
  await duskBackdrop(page, address, name => page.screenshot({ path: picture(name) }))
  await twoHosts(page, address, name => page.screenshot({ path: picture(name) }))
  await onePreset(page, address, name => page.screenshot({ path: picture(name) }))
  await harbourSounds(page, address, name => page.screenshot({ path: picture(name) }))
  await readingTable(page, address, name => page.screenshot({ path: picture(name), fullPage: true }))
  await boatsOfTheDay(page, address, name => page.screenshot({ path: picture(name), fullPage: true }))
  await watchOn(page, address, name => page.screenshot({ path: picture(name) }))
  await houseLooks(page, address, name => page.screenshot({ path: picture(name) }))
  await contrasts(page, name => page.screenshot({ path: picture(name) }))
  const { typed, printed } = checkedCaptions(at('dist/cli/main.js'))
  await terminal(page, 'captions-cli', typed, printed, { width: 1280, height: 640 })
} finally {
  await browser.close()
  server.kill()
}
await once(server, 'exit')
