import type { Page } from 'playwright-core'

type Shoot = (name: string) => Promise<unknown>

/** Puts players and their presets onto a page of classic scripts. */
const putPlayers = async (
  page: Page,
  address: string,
  style: string,
  players: string,
  presets: readonly object[]
): Promise<void> => {
  await page.goto(`${address}index.html`)
  await page.setContent(
    `<!doctype html><html lang="en" data-yoke-checks="off"><link rel="stylesheet" href="yokewright.css"><style>${style}</style><script type="application/json" data-yoke-presets>${JSON.stringify(presets)}</script><script src="yokewright.js"></script><script src="yokewright.presets.js"></script><script src="yokewright.hosted.js"></script>${players}`
  )
}

const seekAll = async (page: Page, seconds: number): Promise<void> => {
  await page.evaluate(
    `Promise.all([...document.querySelectorAll('yoke-player')].map(player => player.yoke.run('seek', ${seconds})))`
  )
  await page.waitForFunction(`[...document.querySelectorAll('yoke-player')].every(player => !player.seeking)`)
}

const ACCENTS = ['#c2185b', '#0b6e4f', '#f0b944']
const LOOKS = ['quiet', 'bold', 'light']

/** Three house looks from three accents, on a dark and on a light page. */
export const houseLooks = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  const grounds = [
    { page: '#0d1520', text: '#dde6e6', ground: 'dark' },
    { page: '#f4f1ea', text: '#1c2a30', ground: 'light' }
  ]
  const presets = grounds.flatMap(({ ground }) =>
    LOOKS.flatMap(look =>
      ACCENTS.map((accent, index) => ({
        name: `${look}-${index}-${ground}`,
        extends: ['house:standard@1', `house:${look}@1`],
        look: { accent, ...(look !== 'light' && { ground }) }
      }))
    )
  )
  const row = (ground: string): string =>
    presets
      .filter(({ name }) => name.endsWith(ground))
      .map(
        ({ name }) =>
          `<yoke-player preset="${name}" clip-title="The harbour at dusk" muted width="1280" height="720" src="media/harbour-dusk.webm" poster="media/harbour-dusk.jpg"></yoke-player>`
      )
      .join('')
  const sections = grounds.map(
    each => `<section style="background:${each.page};color:${each.text}">${row(each.ground)}</section>`
  )
  await page.setViewportSize({ width: 1280, height: 1520 })
  const style = 'body{margin:0}section{display:grid;grid-template-columns:repeat(3,1fr);gap:16px;padding:20px}'
  await putPlayers(page, address, style, sections.join(''), presets)
  await page.waitForFunction(
    `[...document.querySelectorAll('yoke-player')].every(player => player.shadowRoot?.querySelector('.bar') && player.readyState >= 1 && getComputedStyle(player).getPropertyValue('--yoke-accent'))`
  )
  await seekAll(page, 3)
  await shoot('looks')
}
