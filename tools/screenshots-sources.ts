/** The pictures of sources that fail: the example with its files broken, and the command line that looks into files. */
import type { Page } from 'playwright-core'

/** Takes a picture by its name. */
type Shoot = (name: string) => Promise<unknown>

export const threeFormats = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}three-formats/index.html`)
  await page.waitForSelector('#tide [part~="play-pause"]')
  await page.click('#files li:nth-child(1) .ways button:nth-child(2)')
  await page.click('#files li:nth-child(3) .ways button:nth-child(4)')
  await page.click('#tide [part~="centre-play"]')
  await page.waitForSelector('#files li:nth-child(2)[data-state=chosen]')
  await page.waitForFunction('document.querySelector("#tide").currentTime > 1')
  await page.click('#tide [part~="play-pause"]')
  await shoot('three-formats')
}

/** The harbour at its brightest, held still. */
export const duskBackdrop = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}dusk-backdrop/index.html`)
  await page.waitForFunction('document.querySelector("video").currentTime > 0.2')
  await page.click('#dusk [part~="play-pause"]')
  await page.evaluate('document.querySelector("#dusk").currentTime = 3.6')
  await page.waitForFunction('!document.querySelector("video").seeking')
  await shoot('dusk-backdrop')
}
