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

/** The live gauge: a good minute, and a bad one behind it. */
export const liveGauge = async (
  page: Page,
  address: string,
  shoot: (name: string) => Promise<unknown>
): Promise<void> => {
  await page.setViewportSize({ width: 1280, height: 900 })
  await page.goto(`${address}live-gauge/index.html`)
  await page.waitForSelector('[name=what]:enabled')
  const holds = (condition: string): Promise<unknown> =>
    page.waitForFunction(`(({ states, values }) => ${condition})(document.querySelector('#quay').yoke)`, undefined, {
      timeout: 120_000
    })
  await holds('!states.waiting')
  await page.evaluate(`document.querySelector('#quay').yoke.run('play')`)
  const begin = (await page.evaluate(`document.querySelector('#quay').currentTime`)) as number
  await holds(`values.currentTime > ${begin + 62}`)
  await shoot('live-gauge')
  await page.check('[name=rate][value="90000"]')
  await holds(`values.currentTime > ${begin + 86}`)
  await page.check('[name=missing]')
  await page.check('[name=rate][value="8000"]')
  await holds('states.waiting')
  await page.check('[name=rate][value="160000"]')
  await holds('states.playing && !states.waiting && values.bufferedAhead > 6')
  await shoot('live-gauge-bad')
}
