import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { graphics: true })
})
afterAll(() => person?.leave())

const button = (label: string): Promise<{ x: number; y: number; width: number; height: number }> =>
  person.page.run((wanted: string) => {
    const found = [...document.querySelectorAll('#controls button')].find(({ textContent }) => textContent === wanted)
    const { x, y, width, height } = (found as Element).getBoundingClientRect()
    return { x, y, width, height }
  }, label)
/** Until its unseen button stands where it is drawn. */
const isDrawn = (label: string): Promise<void> =>
  person.until(
    label,
    (wanted: string) =>
      [...document.querySelectorAll<HTMLElement>('#controls button')].some(
        ({ textContent, style }) => textContent === wanted && Number.parseFloat(style.width) > 10
      ),
    label
  )
const isPlaying = (id: string): Promise<void> =>
  person.until(
    `${id} to play`,
    (wanted: string) => document.querySelector<HTMLElementTagNameMap['yoke-player']>(`#${wanted}`)?.yoke.states.playing,
    id
  )

describe('the quay in the round', () => {
  beforeEach(async () => {
    await person.page.goto(`${person.server.address}/quay-in-the-round/index.html`)
    await isDrawn('Play the film')
    await person.until('the film', () => (document.querySelector<HTMLVideoElement>('#tide video')?.readyState ?? 0) > 2)
  })

  it('its shapes are pressed where they are drawn, and bar and shapes say the same', async () => {
    const { page } = person
    const { x, y, width, height } = await button('Play the film')
    await page.move(x + width / 2, y + height / 2)
    await page.down()
    await page.up()
    await isPlaying('tide')
    await isDrawn('Pause the film')
    // Two screens show one clip.
    await isDrawn('Pause the film in the porthole')
    expect(
      await page.run(() => document.querySelector<HTMLElementTagNameMap['yoke-player']>('#clock')?.yoke.states.playing)
    ).toBe(false)
    await page.run(() => document.querySelector<HTMLElementTagNameMap['yoke-player']>('#tide')?.yoke.run('pause'))
    await isDrawn('Play the film')
  })

  it('a drag looks about and presses nothing; what is behind the viewer is drawn nowhere', async () => {
    const { page } = person
    const { x, y } = await button('Play the film')
    await page.move(x, y)
    await page.down()
    for (const step of [100, 200, 300]) await page.move(x - step, y)
    await page.up()
    await person.until('another heading', () => Number(document.querySelector('#heading')?.textContent) > 20)
    expect(
      await page.run(() => document.querySelector<HTMLElementTagNameMap['yoke-player']>('#tide')?.yoke.states.started)
    ).toBe(false)
    await page.run(() => document.querySelector<HTMLElement>('#view')?.focus())
    for (let turn = 0; turn < 24; turn += 1) await page.press('ArrowRight')
    await person.until('nothing of the film', () =>
      [...document.querySelectorAll<HTMLElement>('#controls button')].some(
        ({ textContent, style }) => textContent === 'Play the film' && style.width === '1px'
      )
    )
  })

  it('is worked by keys alone, in the order of its shapes', async () => {
    const { page } = person
    await page.run(() => document.querySelector<HTMLElement>('#view')?.focus())
    const order: string[] = []
    for (let tab = 0; tab < 4; tab += 1) {
      await page.press('Tab')
      order.push(await page.run(() => document.activeElement?.textContent ?? ''))
    }
    expect(order).toEqual([
      'Play the film in the porthole',
      'Back by ten seconds',
      'Play the film',
      'On by ten seconds'
    ])
    await page.press('Enter')
    await person.until('ten seconds', () => document.querySelector<HTMLVideoElement>('#tide video')?.currentTime === 10)
  })
})
