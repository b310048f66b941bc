import type { Page } from 'playwright-core'

/** Takes a picture by its name. */
type Shoot = (name: string) => Promise<unknown>

/** The harbour at its brightest, held still. */
export const duskBackdrop = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}dusk-backdrop/index.html`)
  await page.waitForFunction('document.querySelector("video").currentTime > 0.2')
  await page.click('#dusk [part~="play-pause"]')
  await page.evaluate('document.querySelector("#dusk").currentTime = 3.6')
  await page.waitForFunction('!document.querySelector("video").seeking')
  await shoot('dusk-backdrop')
}
