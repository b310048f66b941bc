import type { Page } from 'playwright-core'

/** Takes a picture by its name. */
type Shoot = (name: string) => Promise<unknown>

const show = async (page: Page, id: string, language: string, seconds: number): Promise<void> => {
  await page.evaluate(`document.querySelector('#${id}').yoke.run('set-captions', '${language}')`)
  await page.evaluate(`document.querySelector('#${id}').yoke.run('seek', ${seconds})`)
  await page.waitForFunction(
    `(() => { const player = document.querySelector('#${id}'); return !player.seeking && player.yoke.values.captionText !== '' && player.shadowRoot.querySelector('.yoke-cue') })()`
  )
  // What was drawn is placed, and the list has come to rest: it stands still from one look to the next.
  await page.waitForFunction(
    `(() => { const list = document.querySelector('#${id}-cues'); const before = globalThis.restedAt; globalThis.restedAt = list.scrollTop; return list.querySelector('[aria-current]') && before === list.scrollTop })()`,
    undefined,
    { polling: 100 }
  )
}

export const captionsDesk = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}captions-desk/index.html`)
  await page.waitForSelector('#tide [part~="play-pause"]')
  await page.waitForFunction('document.querySelectorAll("#tide-cues li").length === 8')
  await show(page, 'tide', 'en', 22)
  await shoot('captions-desk')
}
