import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

const HERO = (attributes = ''): string => `<style>body { margin: 0 } yoke-player { height: 400px }</style>
  <yoke-player id="p" backdrop ${attributes}><video width="1280" height="720">
    <source src="/media/harbour-dusk.webm" type="video/webm"><source src="/media/harbour-dusk.mp4" type="video/mp4">
  </video><h1>Dusk</h1><a href="#below">Below</a></yoke-player><div id="below" style="height: 3000px"></div>`
const STILL = 'yoke-player >>> .still'

const plays = (): Promise<void> =>
  person.until('it to play', () => {
    const video = document.querySelector('video')
    return video && !video.paused && video.currentTime > 0.2
  })
const isPaused = (): Promise<void> => person.until('it to pause', () => document.querySelector('video')?.paused)

describe('a picture behind a heading', () => {
  it('is silent, turns without an end, covers its player, and lies behind what stands in it', async () => {
    await person.mount(HERO())
    await plays()
    const seen = await person.page.run(() => {
      const video = document.querySelector('video') as HTMLVideoElement
      const player = document.querySelector('yoke-player') as HTMLElement
      const { width, height } = video.getBoundingClientRect()
      const link = document.querySelector('a')?.getBoundingClientRect() as DOMRect
      return {
        muted: video.muted,
        loop: video.loop,
        controls: video.controls,
        covers: Math.abs(width - player.clientWidth) < 1 && Math.abs(height - player.clientHeight) < 1,
        fit: getComputedStyle(video).objectFit,
        hidden: video.getAttribute('aria-hidden'),
        front: document.elementFromPoint(link.x + 4, link.y + 4)?.localName,
        faults: globalThis.notes.faults,
        errors: globalThis.notes.errors
      }
    })
    expect(seen).toEqual({
      muted: true,
      loop: true,
      controls: false,
      covers: true,
      fit: 'cover',
      hidden: 'true',
      front: 'a',
      faults: [],
      errors: []
    })
  })

  it('stops by a button that keys reach, and stays stopped', async () => {
    await person.mount(HERO())
    await plays()
    const focused = () =>
      person.page.run(() => {
        const button = document.querySelector('yoke-player')?.shadowRoot?.activeElement
        return { command: button?.getAttribute('command'), size: button?.getBoundingClientRect().height }
      })
    // How many stops come before it is the engine's affair.
    for (let stops = 0; stops < 4 && !(await focused()).command; stops += 1) await person.page.press('Tab')
    expect(await focused()).toEqual({ command: '--play-pause', size: 44 })
    await person.page.press(' ')
    await isPaused()
    await person.page.run(() => scrollTo(0, 2000))
    await person.page.run(
      () => new Promise<void>(resolve => requestAnimationFrame(() => requestAnimationFrame(() => resolve())))
    )
    await person.page.run(() => scrollTo(0, 0))
    await person.page.run(
      () => new Promise<void>(resolve => requestAnimationFrame(() => requestAnimationFrame(() => resolve())))
    )
    expect(await person.page.run(() => document.querySelector('video')?.paused)).toBe(true)
    await person.click(STILL)
    await plays()
  })

  it('stops while it is out of view, and goes on when it is back', async () => {
    await person.mount(HERO())
    await plays()
    await person.page.run(() => scrollTo(0, 2000))
    await isPaused()
    await person.page.run(() => scrollTo(0, 0))
    await plays()
  })

  it('a click on the picture means nothing, and neither do keys', async () => {
    await person.mount(HERO())
    await plays()
    await person.page.move(600, 200)
    await person.page.down()
    await person.page.up()
    await person.page.press('k')
    await person.page.press(' ')
    expect(await person.page.run(() => globalThis.notes.commands)).toEqual([])
  })

  it('what its other attributes say holds, and nobody is told twice', async () => {
    await person.mount(HERO('start-when="pressed"'))
    await person.until('the button', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.still'))
    const outcome = await person.page.run(() => document.querySelector('yoke-player')?.yoke.startOutcome)
    expect([outcome, (await person.page.run(() => globalThis.notes)).faults]).toEqual(['waiting', []])
    expect(await person.page.run(() => document.querySelector('video')?.paused)).toBe(true)
  })

  it('without the attribute it is a player again', async () => {
    await person.mount(HERO('controls'))
    await plays()
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('backdrop'))
    await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar'))
    expect(
      await person.page.run(() => [
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('.still') ?? null,
        document.querySelector('yoke-player')?.yoke.settings.gestures
      ])
    ).toEqual([null, true])
  })
})

describe('the examples of starting', () => {
  it('Dusk backdrop: plays behind its heading', async () => {
    await person.page.goto(`${person.server.address}/dusk-backdrop/index.html`)
    await plays()
    await person.click(STILL)
    await isPaused()
  })

  it.each([
    ['at-once', 'off', '50%', 'plays without sound', 29],
    ['in-view', 'wanted', '', /^plays|^waits/, 0],
    ['pressed', 'required', '', 'waiting for its moment', 0]
  ])('Before the first frame: %s, sound %s, at “%s”', async (when, sound, at, outcome, from) => {
    await person.page.goto(`${person.server.address}/before-the-first-frame/index.html`)
    await person.until('the player', () => document.querySelector('#stage yoke-player')?.shadowRoot)
    await person.page.run(
      (choices: Record<string, string>) => {
        for (const [name, value] of Object.entries(choices)) {
          const input = document.querySelector<HTMLInputElement>(`input[name="${name}"][value="${value}"]`)
          input?.click()
        }
      },
      { when, sound, at }
    )
    const told = (): Promise<string> => person.page.run(() => document.getElementById('outcome')?.textContent ?? '')
    await expect.poll(told).toMatch(outcome)
    if (from > 0)
      await person.until(
        'its place',
        (least: number) => (document.querySelector<HTMLVideoElement>('#stage video')?.currentTime ?? 0) >= least,
        from
      )
    expect(await person.text('#markup')).toContain(
      when === 'pressed' ? '<yoke-player controls' : `start-when="${when}"`
    )
  })
})
