import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const PAGE = (attributes: string, id = 'p'): string =>
  `<yoke-player id="${id}" dock-when="scrolled-away" ${attributes} style="display: block; inline-size: 480px; margin: 20px"><video muted playsinline loop preload="auto" width="480" height="480" src="/media/tide-clock.webm"></video></yoke-player>`
const mount = async (attributes = 'controls', more = ''): Promise<void> => {
  await person.mount(
    `${PAGE(attributes)}${more}<p id="below">Below</p><div style="block-size: 3000px"></div><label id="far">Name <input></label>`
  )
  await person.until('the dock', () => document.querySelector('yoke-player')?.yoke.commands.has('undock'))
  await person.until('the data', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)
}
const play = async (): Promise<void> => {
  await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('play'))
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
}
const scrollTo = (y: number): Promise<void> => person.page.run((to: number) => globalThis.scrollTo(0, to), y)
const isDocked = (): Promise<void> =>
  person.until('it to dock', () => document.querySelector('yoke-player:popover-open')?.getAnimations().length === 0)
/** The engine has told its observers that the player is in view: a busy one may scroll there and back unseen. */
const isSeen = (): Promise<void> =>
  person.page.run(
    () =>
      new Promise<void>(resolve => {
        const observer = new IntersectionObserver(entries => {
          if (!entries.at(-1)?.isIntersecting) return
          observer.disconnect()
          resolve()
        })
        for (const player of document.querySelectorAll('yoke-player')) observer.observe(player)
      })
  )
const isBack = (): Promise<void> =>
  person.until('it to be back', () => !document.querySelector('yoke-player[popover], [data-yoke-place]'))

describe('a player that docks', () => {
  it('goes to a corner while it plays and is scrolled away: nothing moves, nothing loads, and it comes back', async () => {
    await mount()
    await play()
    const before = await person.page.run(() => {
      globalThis.kept = []
      const player = document.querySelector('yoke-player')
      for (const type of ['emptied', 'pause', 'loadstart'])
        player?.addEventListener(type, () => (globalThis.kept as string[]).push(type))
      return [document.querySelector<HTMLElement>('#below')?.offsetTop, document.documentElement.scrollHeight]
    })
    await scrollTo(1500)
    await isDocked()
    await person.until('the state', () => document.querySelector('yoke-player:state(docked)'))
    const seen = await person.page.run(() => {
      const { right, bottom, width } = document.querySelector('yoke-player')?.getBoundingClientRect() ?? new DOMRect()
      return {
        corner: [document.documentElement.clientWidth - right, innerHeight - bottom].map(Math.round),
        width: Math.round(width),
        page: [document.querySelector<HTMLElement>('#below')?.offsetTop, document.documentElement.scrollHeight],
        scroll: scrollY
      }
    })
    expect(seen).toMatchObject({ corner: [16, 16], width: 340, page: before, scroll: 1500 })
    await scrollTo(0)
    await isBack()
    expect(await person.page.run(() => [globalThis.kept, document.querySelector('yoke-player')?.paused])).toEqual([
      [],
      false
    ])
  })

  it('stays where it is while it is paused, and returns by its button', async () => {
    await mount()
    await scrollTo(1500)
    await play()
    await isDocked()
    await person.page.run(() => document.querySelector('yoke-player')?.pause())
    await person.click('yoke-player >>> [part~="undock"]')
    await isBack()
    await person.until('the page to be there', () => scrollY < 300)
  })

  it('closes by a button and by Escape, which pause it, and docks again after it was seen', async () => {
    await mount()
    await play()
    await scrollTo(1500)
    await isDocked()
    await person.click('yoke-player >>> [part~="close-docked"]')
    await isBack()
    expect(await person.page.run(() => [document.querySelector('yoke-player')?.paused, scrollY])).toEqual([true, 1500])
    await play()
    expect(await person.page.run(() => document.querySelector('yoke-player')?.matches(':popover-open'))).toBe(false)
    await scrollTo(0)
    await isSeen()
    await scrollTo(1500)
    await isDocked()
    await person.page.run(() =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('[part~="undock"]')?.focus()
    )
    await person.page.press('Escape')
    await isBack()
  })

  it('covers nothing that has focus: it goes to another corner', async () => {
    await mount('controls', '<input id="field" style="position: fixed; right: 40px; bottom: 40px">')
    await play()
    await scrollTo(1500)
    await isDocked()
    await person.page.run(() => document.querySelector<HTMLElement>('#field')?.focus())
    await person.until('the other corner', () => document.querySelector('yoke-player[data-yoke-corner="top-end"]'))
    await person.page.run(() => document.querySelector<HTMLElement>('#field')?.blur())
    await scrollTo(1501)
    await person.until('its own corner', () => document.querySelector('yoke-player[data-yoke-corner="bottom-end"]'))
  })

  it('one at a time: another takes its place', async () => {
    await mount('controls', PAGE('controls', 'q'))
    await play()
    await person.page.run(
      () => void document.querySelector<HTMLElementTagNameMap['yoke-player']>('#q')?.yoke.run('play')
    )
    await person.until('both', () =>
      [...document.querySelectorAll('yoke-player')].every(player => player.yoke.states.playing)
    )
    await scrollTo(2200)
    await isDocked()
    await person.until('one', () => document.querySelectorAll('yoke-player:popover-open').length === 1)
    expect(await person.page.run(() => document.querySelectorAll('[data-yoke-place]').length)).toBe(1)
  })

  it('comes back also where it is taller than its page', async () => {
    await mount()
    await person.page.run(() =>
      document
        .querySelector('yoke-player')
        ?.setAttribute('style', 'display: block; inline-size: 480px; block-size: 2400px')
    )
    await play()
    await scrollTo(4000)
    await isDocked()
    await scrollTo(600)
    await isBack()
  })

  it('with controls of one’s own, by their commands and the state', async () => {
    await mount(
      '',
      '<button type="button" commandfor="p" command="--undock" id="back" style="position: fixed; inset: auto auto 10px 10px">back</button>'
    )
    expect(await person.page.run(() => document.querySelector('#back')?.getAttribute('aria-disabled'))).toBe('true')
    await play()
    await scrollTo(1500)
    await isDocked()
    await person.until('the button', () => !document.querySelector('#back[aria-disabled="true"]'))
    await person.click('#back')
    await isBack()
  })
})
