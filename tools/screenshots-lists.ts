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

/** The quay in the round: three screens in the lamp room, with one of them at eight seconds. */
export const quay = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}quay-in-the-round/index.html`)
  await page.waitForFunction('document.querySelector("#tide video").readyState > 2')
  await page.evaluate('document.querySelector("#tide").yoke.run("seek", 8)')
  await page.waitForFunction('document.querySelector("#tide").yoke.snapshot.captionText !== ""')
  await page.evaluate('new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))')
  await shoot('quay-in-the-round')
}

/** The station dashboard: all pictures play from one desk. */
export const dashboard = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}dashboard/index.html`)
  await page.setViewportSize({ width: 1280, height: 1020 })
  await page.waitForFunction(
    `[...document.querySelectorAll('yoke-player')].every(player => player.readyState > 1 && player.shadowRoot?.querySelector('.bar .cell'))`
  )
  await page.click('.moments li:nth-child(2) button')
  await page.click('.tools .main')
  await page.waitForFunction(`document.querySelector('#tide').currentTime > 15`)
  await page.hover('.moments li:nth-child(3) button')
  await shoot('dashboard')
}

/** Watch on: the player goes along with its reader. */
export const watchOn = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}watch-on/index.html`)
  await page.waitForFunction(`document.querySelector('#talk').readyState > 0`)
  await page.evaluate(`document.querySelector('#talk').yoke.run('seek', 400)`)
  await page.evaluate(`document.querySelector('#talk').yoke.run('play')`)
  await page.waitForFunction(`document.querySelector('#talk').currentTime > 400.5`)
  await page.evaluate('scrollTo(0, 1100)')
  await page.waitForSelector('yoke-player:popover-open')
  await page.hover('yoke-player:popover-open')
  await page.waitForFunction(`document.querySelector('#talk').getAnimations().length === 0`)
  await shoot('watch-on')
}
