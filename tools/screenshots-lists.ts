import type { Page } from 'playwright-core'

type Shoot = (name: string) => Promise<unknown>

/** Harbour sounds: the second of four plays, and is repeated. */
export const harbourSounds = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}harbour-sounds/index.html`)
  await page.setViewportSize({ width: 1280, height: 860 })
  await page.waitForFunction(`document.querySelectorAll('.sounds li').length === 4`)
  await page.click('.sounds li:nth-of-type(3) button')
  await page.waitForFunction(`document.querySelector('yoke-player').currentTime > 4`)
  await page.click('[command="--cycle-repeat"]')
  await page.hover('.sounds li:nth-of-type(4) button')
  await shoot('harbour-sounds')
}
