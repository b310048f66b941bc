import type { Page } from 'playwright-core'

/** Two hosts, one bridge: the same moment from both services, after a file. */
export const twoHosts = async (
  page: Page,
  address: string,
  shoot: (name: string) => Promise<unknown>
): Promise<void> => {
  await page.goto(`${address}two-hosts/index.html`)
  await page.waitForSelector('[value="lantern"]:enabled')
  await page.evaluate(`document.querySelector('#tide').yoke.run('seek', 22)`)
  await page.click('[command="--toggle-muted"]')
  await page.click('.go')
  const runs = (from: string): Promise<unknown> =>
    page.waitForFunction(
      `document.querySelector('#tide').currentSrc.includes('${from}') && document.querySelector('#tide').yoke.states.playing`
    )
  await runs('webm')
  await page.check('[value=skerry]')
  await runs('/see/')
  await page.check('[value=lantern]')
  await runs('/watch/')
  await page.waitForFunction(`document.querySelector('#tide').currentTime > 24`)
  await page.setViewportSize({ width: 1280, height: 1180 })
  await page.evaluate('scrollTo(0, 0)')
  await shoot('two-hosts')
}
