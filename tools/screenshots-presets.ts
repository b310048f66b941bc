import type { Page } from 'playwright-core'
import { contrastOf } from '../src/core/theme/contrast.ts'
import type { Srgb } from '../src/core/theme/oklch.ts'
import { derivePalette, type Ground } from '../src/core/theme/palette.ts'

type Shoot = (name: string) => Promise<unknown>

/** One preset, many players: the house look for light pages, worn while one plays. */
export const onePreset = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}one-preset/index.html`)
  await page.setViewportSize({ width: 1280, height: 1010 })
  await page.waitForFunction(`document.querySelector('#says').textContent.includes('5')`)
  await page.evaluate(`document.querySelector('.main').yoke.run('seek', 22)`)
  await page.click('.main [part~="play-pause"]')
  await page.waitForFunction(`document.querySelector('.main').currentTime > 22.5`)
  await page.click('[data-look="house:light@1"]')
  await page.waitForFunction(`getComputedStyle(document.querySelector('.main')).colorScheme === 'light'`)
  await page.mouse.move(700, 400)
  await shoot('one-preset')
}

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

const COUNT = 10_000
/** A generator of numbers from 0 to 1 that gives the same ones each time (mulberry32). */
const random = (seed: number) => (): number => {
  seed = (seed + 0x6d2b79f5) | 0
  let mixed = Math.imul(seed ^ (seed >>> 15), 1 | seed)
  mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
  return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
}

/** How often a pair of a palette has how much more contrast than it needs: least, in steps of a tenth. */
const margins = (ground: Ground): { readonly bars: readonly number[]; readonly least: number } => {
  const next = random(18)
  const bars = Array.from({ length: 30 }, () => 0)
  let least = Number.POSITIVE_INFINITY
  for (let index = 0; index < COUNT; index += 1) {
    const accent: Srgb = [next(), next(), next()]
    for (const { contrast, needed } of derivePalette(accent, ground).pairs) {
      const margin = contrast / needed
      least = Math.min(least, margin)
      const at = Math.min(bars.length - 1, Math.floor((margin - 1) * 10))
      bars[at] = (bars[at] ?? 0) + 1
    }
  }
  return { bars, least }
}

/** How far the pairs of palettes from 10,000 random accents are above what they need. */
export const contrasts = async (page: Page, shoot: Shoot): Promise<void> => {
  const drawn = (['dark', 'light'] as const).map(ground => {
    const { bars, least } = margins(ground)
    const most = Math.max(...bars)
    const columns = bars
      .map((count, index) => {
        const label = index % 5 === 0 ? `${(1 + index / 10).toFixed(1)}×` : ''
        return `<i><b style="height:${((count / most) * 190).toFixed(1)}px"></b><small>${label}</small></i>`
      })
      .join('')
    return `<h2>On ${ground} ground <span>least: ${least.toFixed(3)} times what is needed</span></h2><div>${columns}</div>`
  })
  // The picture says what it measures by the same function.
  const own = contrastOf([0.05, 0.13, 0.19], [0.95, 0.97, 0.96]).toFixed(1)
  await page.setViewportSize({ width: 1280, height: 720 })
  await page.setContent(
    `<style>body{margin:0;padding:28px 40px;background:#0b1d2c;color:#e9f3ee;font:15px/1.5 system-ui}h1{margin:0;font-size:24px}p{margin:4px 0 18px;color:#a9c1c6}h2{margin:14px 0 6px;font-size:17px}h2 span{font-weight:400;color:#e0ac4f;margin-inline-start:12px}div{display:flex;gap:3px;border-block-start:0}i{flex:1;display:flex;flex-direction:column;justify-content:flex-end;block-size:216px;font-style:normal}b{background:#e0ac4f;border-radius:2px 2px 0 0;min-block-size:1px}small{block-size:24px;color:#a9c1c6;white-space:nowrap}</style><h1>Palettes from ${COUNT.toLocaleString('en')} random accents</h1><p>Each of 12 pairs, by how many times the contrast that it needs it has (4.5 for text, 3 for controls and focus). The last column is all above 3.9×; text on the library's own surface has ${own}.</p>${drawn.join('')}`
  )
  await shoot('contrasts')
}
