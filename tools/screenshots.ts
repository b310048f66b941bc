/** Takes the pictures in docs/screenshots, from the built examples and the real command line. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { fileURLToPath } from 'node:url'
import type { Page } from 'playwright-core'
import { launchChromium, VIEWPORT } from '../test/support/engines.ts'

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
  await page.screenshot({ path: picture('index'), fullPage: true })
}

/** A terminal, drawn as a page: what was typed, and what came back. */
const terminal = async (page: Page, name: string, typed: string, printed: string): Promise<void> => {
  await page.setViewportSize({ width: 900, height: 130 })
  await page.setContent(
    '<body style="margin:0;background:#0b1d2c;color:#e9f3ee;font:16px/1.5 monospace"><pre style="padding:24px;margin:0"></pre>'
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
const page = await browser.newPage({ viewport: VIEWPORT })
await firstLight(page, address)
await index(page, address)
await terminal(page, 'demo', 'npx yokewright demo', lines.join('\n'))
await browser.close()
server.kill()
await once(server, 'exit')
