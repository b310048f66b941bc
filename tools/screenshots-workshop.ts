import type { Page } from 'playwright-core'
import { VIEWPORT } from '../test/support/engine-page.ts'

type Shoot = (name: string) => Promise<unknown>

const READY =
  '[...document.querySelectorAll(".samples yoke-player")].every(each => each.shadowRoot?.querySelector(".bar .cell"))'

/** The workshop: a control on its way to another place, a look with its contrasts, and both on a narrow page. */
export const workshop = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}workshop/index.html`)
  await page.waitForSelector('.samples')
  await page.waitForFunction(READY)
  await page.getByRole('tab', { name: 'Layout' }).click()
  await page.locator('.map [data-kind="clock"]').click()
  const chip = await page.locator('.map [data-kind="clock"]').boundingBox()
  const place = await page.locator('[data-zone="top-end"]').boundingBox()
  if (!chip || !place) throw new Error('the map is not there')
  await page.mouse.move(chip.x + 10, chip.y + 10)
  await page.mouse.down()
  await page.mouse.move(chip.x + 16, chip.y + 4)
  await page.mouse.move(place.x + 20, place.y + 12, { steps: 4 })
  await page.waitForSelector('[data-zone="top-end"][data-drop-target]')
  await shoot('workshop')
  await page.mouse.up()
  await page.waitForSelector('[data-zone="top-end"] [data-kind="clock"]')

  await page.getByRole('tab', { name: 'Look' }).click()
  await page.getByLabel('Accent', { exact: true }).fill('#c2185b')
  await page.keyboard.press('Enter')
  await page.getByLabel('Ground', { exact: true }).selectOption('light')
  await page.getByText('light ground: everything can be read').click()
  await page.getByLabel('Light page').check()
  await page.waitForFunction(
    `[...document.querySelectorAll('.samples yoke-player')].every(each => getComputedStyle(each).colorScheme === 'light')`
  )
  await shoot('workshop-look')

  await page.setViewportSize({ width: 320, height: 1500 })
  await page.reload()
  await page.waitForFunction(READY)
  await page.getByRole('tab', { name: 'Layout' }).click()
  await page.waitForSelector('.map .chip')
  await shoot('workshop-narrow')
  await page.setViewportSize(VIEWPORT)
}

/** The instrument on its way, with its prints. */
export const brassGauge = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}brass-gauge/index.html`)
  await page.waitForFunction('document.querySelector("yoke-player").readyState === 4')
  await page.check('#prints')
  await page.evaluate(
    'document.querySelector("yoke-player").muted = true; document.querySelector("yoke-player").currentTime = 12; document.querySelector("yoke-player").play()'
  )
  await page.waitForFunction('document.querySelector("yoke-player").currentTime > 13')
  const plate = await page.locator('#plate').boundingBox()
  if (!plate) throw new Error('the plate is not there')
  const [x, y] = [plate.x + 40, plate.y + 10]
  await page.mouse.move(x, y)
  await page.mouse.down()
  // As fast as a hand: a move for each frame.
  for (let step = 1; step <= 30; step++) {
    await page.mouse.move(x + step * 14, y - 30 + 60 * Math.cos(step / 5))
    await page.evaluate('new Promise(requestAnimationFrame)')
  }
  await shoot('brass-gauge')
  await page.mouse.up()
}

/** The page in layers, at its three widths beside one another. */
export const layers = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}index.html`)
  await page.setViewportSize({ width: 2400, height: 860 })
  const frame = (width: number): string => `<iframe src="layers/index.html" width="${width}" height="860"></iframe>`
  await page.setContent(
    `<!doctype html><base href="${address}"><style>body { display: flex; gap: 20px; margin: 0; background: #fff } iframe { border: 0 }</style>${[1220, 780, 360].map(frame).join('')}`
  )
  await page.waitForFunction(
    '[...document.querySelectorAll("iframe")].every(each => each.contentDocument?.querySelectorAll(".stops button").length === 3 && each.contentDocument.querySelector("yoke-player").readyState > 1)'
  )
  await page.evaluate(
    'Promise.all([...document.querySelectorAll("iframe")].map(each => each.contentDocument.querySelector("yoke-player").yoke.run("seek", 22)))'
  )
  for (const index of [0, 1, 2]) {
    await page.frameLocator('iframe').nth(index).locator('.press button').click()
    await page.frameLocator('iframe').nth(index).locator('.stops button').nth(1).hover()
  }
  await page.waitForFunction(
    '[...document.querySelectorAll("iframe")].every(each => each.contentDocument.querySelector("yoke-player").currentTime > 22.4)'
  )
  await shoot('layers')
  await page.setViewportSize(VIEWPORT)
}
