/** Takes the pictures in docs/screenshots, from the built examples and the real command line. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import type { Page } from 'playwright-core'
import { VIEWPORT } from '../test/support/engine-page.ts'
import { launchChromium } from '../test/support/engines.ts'
import { captionsDesk } from './screenshots-captions.ts'
import { liveGauge, twoHosts } from './screenshots-hosted.ts'
import { dashboard, harbourSounds, quay, watchOn } from './screenshots-lists.ts'
import { houseLooks } from './screenshots-presets.ts'
import { duskBackdrop } from './screenshots-sources.ts'
import { brassGauge, layers, workshop } from './screenshots-workshop.ts'

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
  await readyMade(page, address)
  await captionsDesk(page, address, name => page.screenshot({ path: picture(name) }))
  await duskBackdrop(page, address, name => page.screenshot({ path: picture(name) }))
  await twoHosts(page, address, name => page.screenshot({ path: picture(name) }))
  await liveGauge(page, address, name => page.screenshot({ path: picture(name) }))
  await page.setViewportSize(VIEWPORT)
  await workshop(page, address, name => page.screenshot({ path: picture(name) }))
  await brassGauge(page, address, name => page.screenshot({ path: picture(name) }))
  await layers(page, address, name => page.screenshot({ path: picture(name) }))
  await dashboard(page, address, name => page.screenshot({ path: picture(name) }))
  await quay(page, address, name => page.screenshot({ path: picture(name) }))
  await harbourSounds(page, address, name => page.screenshot({ path: picture(name) }))
  await watchOn(page, address, name => page.screenshot({ path: picture(name) }))
  await houseLooks(page, address, name => page.screenshot({ path: picture(name) }))
} finally {
  await browser.close()
  server.kill()
}
await once(server, 'exit')
