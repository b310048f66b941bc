/** The pictures of sources that fail: the example with its files broken, and the command line that looks into files. */
import { spawnSync } from 'node:child_process'
import type { Page } from 'playwright-core'

/** Takes a picture by its name. */
type Shoot = (name: string) => Promise<unknown>

export const threeFormats = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}three-formats/index.html`)
  await page.waitForSelector('#tide [part~="play-pause"]')
  await page.click('#files li:nth-child(1) .ways button:nth-child(2)')
  await page.click('#files li:nth-child(3) .ways button:nth-child(4)')
  await page.click('#tide [part~="big-play"]')
  await page.waitForSelector('#files li:nth-child(2)[data-state=chosen]')
  await page.waitForFunction('document.querySelector("#tide").currentTime > 1')
  await page.click('#tide [part~="play-pause"]')
  await shoot('three-formats')
}

/** What the command line says of the main clip's files. */
export const probedFiles = (main: string, folder: string): { readonly typed: string; readonly printed: string } => {
  const files = ['spring-tide.webm', 'spring-tide.mp4', 'spring-tide.ogv', 'tide-board.webm']
  const { stdout, stderr } = spawnSync(process.execPath, [main, 'probe', ...files], { cwd: folder, encoding: 'utf8' })
  return { typed: `npx yokewright probe ${files.join(' ')}`, printed: `${stdout}${stderr}` }
}
