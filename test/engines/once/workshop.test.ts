import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { startPresetServer } from '../../../stand-ins/presets.ts'
import { axeFindings } from '../../support/axe.ts'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'
import { choose, openTab, openWorkshop, untilOpen, zones } from '../../support/workshop.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const TABS = ['Preset', 'Layout', 'Look', 'Conduct', 'Take away']

describe('the workshop, for everyone', () => {
  beforeEach(() => openWorkshop(person))

  it.each(TABS)('%s: axe finds nothing, dark and light, in both directions', async title => {
    await openTab(person, title)
    expect(await axeFindings(person.page)).toEqual([])
    await person.page.run(() => {
      for (const box of document.querySelectorAll<HTMLInputElement>('.tools [type="checkbox"]')) box.click()
      for (const group of document.querySelectorAll('details')) group.open = true
    })
    await person.until('the other side', () => document.documentElement.matches('.day[dir="rtl"]'))
    expect(await axeFindings(person.page)).toEqual([])
  })

  it('fits into 320 px, as 1280 px at 400 % are', async () => {
    await person.page.goto(
      person.server.page(
        '/narrow',
        '<!doctype html><title>Narrow</title><iframe width="320" height="640" style="border:0" src="/workshop/index.html"></iframe>'
      )
    )
    await person.until('the page', () =>
      document.querySelector('iframe')?.contentDocument?.querySelector('.panel .field')
    )
    const wider = await person.page.run(async (titles: readonly string[]) => {
      const inside = document.querySelector('iframe')?.contentDocument as Document
      const found: string[] = []
      for (const title of titles) {
        const tab = [...inside.querySelectorAll<HTMLElement>('[role="tab"]')].find(each => each.textContent === title)
        tab?.click()
        while (tab?.ariaSelected !== 'true') await new Promise(requestAnimationFrame)
        for (const group of inside.querySelectorAll('details')) group.open = true
        if (inside.documentElement.scrollWidth > 320) found.push(title)
      }
      return found
    }, TABS)
    expect(wider).toEqual([])
  })
})

describe('the workshop', () => {
  beforeEach(() => openWorkshop(person))

  /** Drags as a hand does: a little at first, then there. */
  const drag = async (from: string, to: string): Promise<void> => {
    const { page } = person
    // Both have to be in view before either is measured.
    await person.box(to)
    const [start, end] = [await person.box(from), await person.box(to)]
    await page.move(start.x + 10, start.y + 10)
    await page.down()
    for (const [x, y] of [
      [start.x + 16, start.y + 6],
      [end.x + 8, end.y + 8],
      [end.x + 6, end.y + 10],
      [end.x + 4, end.y + 10]
    ] as const)
      await page.move(x, y)
    await page.up()
  }

  it('takes controls to where they are dragged', async () => {
    await openTab(person, 'Layout')
    await drag('.map [data-kind="clock"]', '[data-zone="top-end"]')
    await person.until('the clock', () => document.querySelector('[data-zone="top-end"] [data-kind="clock"]'))
    await drag('.spare [data-kind="stop"]', '.map [data-kind="gap"]')
    await person.until('the new one', () => document.querySelector('.map [data-kind="stop"]'))
    await drag('.map [data-kind="captions"]', '[data-zone="nowhere"]')
    await person.until('the one that is out', () => document.querySelector('.spare [data-kind="captions"]'))
    const found = await zones(person)
    expect({ end: found['top-end'], row: found['row 1'] }).toEqual({
      end: ['clock'],
      row: ['play-pause', 'volume', 'seek-live', 'stop', 'gap', 'settings', 'fullscreen']
    })
    await person.until('the same in the player', () =>
      document.querySelector('#sample-wide yoke-player')?.shadowRoot?.querySelector('[part~="top-end"] [part~="clock"]')
    )
  })

  it('exports a page with the same player', async () => {
    await choose(person, 'with the look of', 'house:bold@1')
    await openTab(person, 'Look')
    await choose(person, 'Under the controls', '1')
    await openTab(person, 'Take away')
    const html = await person.page.run(() => document.querySelector<HTMLTextAreaElement>('.text textarea')?.value ?? '')
    expect(html).toContain('"backing": "veil"')
    for (const file of ['spring-tide.webm', 'spring-tide.jpg', 'spring-tide.en.vtt'])
      person.server.alias(`/${file}`, `/media/${file}`)
    // The same place on both pages: what is compared is the player. How much is loaded is the line's matter.
    const stand = (): void => {
      const sheet = new CSSStyleSheet()
      sheet.replaceSync('yoke-player::part(loaded) { visibility: hidden }')
      document.adoptedStyleSheets = [sheet]
      const player = document.querySelector('yoke-player') as HTMLElement
      player.style.cssText = 'position: fixed; inset: 0 auto auto 0; inline-size: 800px; z-index: 9'
    }
    const shoot = async (): Promise<string> => {
      await person.page.move(1270, 790)
      await person.page.run(stand)
      await person.until('its picture', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)
      return `data:image/png;base64,${(await person.page.screenshot()).toString('base64')}`
    }
    /** How many pixels of the players differ, in both shots. */
    const differing = (one: string, other: string): Promise<number> =>
      person.page.run(
        async (...shots: string[]) => {
          const [first = [], second = []] = await Promise.all(
            shots.map(async shot => {
              const image = new Image()
              image.src = shot
              await image.decode()
              const canvas = new OffscreenCanvas(800, 450)
              const pen = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D
              pen.drawImage(image, 0, 0)
              return [...pen.getImageData(0, 0, 800, 450).data]
            })
          )
          return first.filter((value, index) => Math.abs(value - (second[index] ?? 0)) > 2).length
        },
        one,
        other
      )
    const [here] = [await shoot()]
    await person.page.goto(person.server.page('/taken.html', html))
    await person.until('its bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
    await expect.poll(async () => differing(here, await shoot())).toBe(0)
  })

  it('brings in what it exports, and says what it cannot read', async () => {
    await openTab(person, 'Take away')
    const bringIn = async (text: string): Promise<void> => {
      await person.page.run(() => document.querySelector<HTMLElement>('#bring-in')?.focus())
      await person.page.type(text)
      await person.page.run(() =>
        [...document.querySelectorAll('button')].find(each => each.textContent === 'Bring in')?.click()
      )
    }
    await bringIn('{ "nam": "x" }')
    await person.until('the reason', () =>
      document.querySelector('.panel [role="alert"]')?.textContent?.includes('"name"')
    )
    await person.page.run(() => document.querySelector<HTMLTextAreaElement>('#bring-in')?.select())
    await bringIn('{ "name": "brought", "extends": "house:quiet@1", "hideAfter": 7 }')
    await person.until(
      'the preset',
      () => document.querySelector<HTMLSelectElement>('.picker select')?.value === 'brought'
    )
    const json = await person.page.run(() => document.querySelectorAll<HTMLTextAreaElement>('.text textarea')[1]?.value)
    expect(JSON.parse(json ?? '')).toEqual({ name: 'brought', extends: 'house:quiet@1', hideAfter: 7 })
  })
})

describe('the workshop with a server', () => {
  let server: Awaited<ReturnType<typeof startPresetServer>>
  beforeEach(async () => {
    server = await startPresetServer()
    const { address } = server
    person.server.answer('/services.json', response =>
      response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify({ presets: address }))
    )
    await openWorkshop(person)
  })
  afterEach(() => server?.close())

  const save = (): Promise<void> => person.page.press('s', 'Control')
  const kept = async (): Promise<unknown> => (await fetch(`${server.address}/my-player.json`)).json()
  const saveElsewhere = async (preset: object): Promise<void> =>
    void (await fetch(`${server.address}/my-player.json`, { method: 'PUT', body: JSON.stringify(preset) }))
  const said = (words: string): Promise<void> =>
    person.until(words, (wanted: string) => document.body.textContent?.includes(wanted), words)

  it('saves, takes what others save, and asks where both have changed the same', async () => {
    await save()
    await said('Saved on the server of the demo')
    expect(await kept()).toMatchObject({ name: 'my-player', extends: 'house:standard@1' })
    await saveElsewhere({ name: 'my-player', label: 'Theirs', extends: 'house:bold@1' })
    await choose(person, 'Begins with', 'house:lesson@1')
    await save()
    await said('Someone else has changed my-player as well.')
    expect(await kept()).toMatchObject({ label: 'Theirs' })
    await person.page.run(() =>
      [...document.querySelectorAll('button')].find(each => each.textContent?.startsWith('Take theirs, keep'))?.click()
    )
    await said('My player, a copy'.replace('My player', 'my-player'))
    await save()
    await person.until('both saved', () => !document.querySelector('.conflict'))
    await expect.poll(async () => (await fetch(`${server.address}/`)).json()).toEqual(['my-player', 'my-player-a-copy'])
    expect(await kept()).toMatchObject({ label: 'Theirs', extends: 'house:bold@1' })
  })

  it('loses nothing when the server is gone', async () => {
    await server.close()
    await choose(person, 'Begins with', 'house:lesson@1')
    await save()
    await said('cannot be reached')
    await person.page.goto(`${person.server.address}/workshop/index.html`)
    await untilOpen(person)
    expect(await choose(person, 'Begins with')).toBe('house:lesson@1')
    await said('1 preset not saved, kept in this browser meanwhile')
  })
})
