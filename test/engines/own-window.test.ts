import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { YokePlayer } from '../../src/player/index.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

declare global {
  /** The player of the page, wherever it is. */
  var player: YokePlayer
}

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const VIDEO =
  '<video muted playsinline loop preload="auto" width="480" height="480" src="/media/tide-clock.webm"><track kind="captions" srclang="en" label="English" default src="/media/spring-tide.en.vtt"></video>'
const GO =
  '<button type="button" id="go" commandfor="p" command="--toggle-picture-in-picture">Window</button><b id="clock" data-yoke-for="p" data-yoke-value="current-time"></b>'
const PAGE = (attributes = 'controls', inside = VIDEO): string =>
  `<style>#around .own { color: rgb(1, 2, 3) }</style><section id="around" style="--brand: rgb(4, 5, 6)"><yoke-player id="p" picture-in-picture="player" ${attributes} style="display: block; inline-size: 480px">${inside}</yoke-player></section>${GO}<p id="below">Below</p>`

const mount = async (page = PAGE()): Promise<void> => {
  await person.mount(page)
  await person.until('the data', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)
  await person.page.run(() => {
    globalThis.player = document.querySelector<YokePlayer>('#p') as YokePlayer
    globalThis.kept = []
    for (const type of ['emptied', 'pause', 'loadstart'])
      player.addEventListener(type, () => (globalThis.kept as string[]).push(type))
  })
}
const play = async (): Promise<void> => {
  await person.page.run(() => void player.yoke.run('play'))
  await person.until('playback', () => player.yoke.states.playing)
}
const open = async (): Promise<void> => {
  await person.until('its window to be offered', () => player.yoke.ownWindow?.available)
  await person.click('#go')
  await person.until('it to be away', () => player.ownerDocument !== document && player.yoke.states.pictureInPicture)
}
const isBack = (): Promise<void> =>
  person.until('it to be back', () => document.contains(player) && !document.querySelector('[data-yoke-place]'))
const happened = (): Promise<unknown> => person.page.run(() => globalThis.kept)

describe.runIf(currentEngine() !== 'webkit')('a player in a window of its own', () => {
  it('goes there with its controls and plays on: nothing loads, and nothing on the page moves', async () => {
    await mount()
    await play()
    const top = (): Promise<unknown> => person.page.run(() => document.querySelector<HTMLElement>('#below')?.offsetTop)
    const before = await top()
    await open()
    await person.until('its controls', () => player.shadowRoot?.querySelector('[part~="play-pause"]'))
    expect(
      await person.page.run(() => {
        const { width, height } = player.getBoundingClientRect()
        const view = player.ownerDocument.defaultView as Window
        const bar = player.shadowRoot?.querySelector('.bar') as Element
        return {
          fills: [width === view.innerWidth, height === view.innerHeight],
          isStyled: view.getComputedStyle(bar).display,
          focus: player.ownerDocument.activeElement === player,
          fullscreen: player.yoke.states.hasFullscreen,
          place: document.querySelector('#p')?.textContent
        }
      })
    ).toEqual({
      fills: [true, true],
      isStyled: 'flex',
      focus: true,
      fullscreen: false,
      place: 'Plays in a window of its ownBack to its place'
    })
    expect(await top()).toBe(before)
    await person.until('a caption', () => player.shadowRoot?.textContent?.includes('Welcome to Tern Quay'))
    await person.page.run(() => player.shadowRoot?.querySelector<HTMLElement>('[part~="play-pause"]')?.click())
    await person.until('a pause', () => player.paused)
    await person.page.run(() => player.shadowRoot?.querySelector<HTMLElement>('[part~="play-pause"]')?.click())
    await person.until('playback', () => player.yoke.states.playing)
    await person.click('[data-yoke-place] button')
    await isBack()
    await person.until('its controls', () => player.yoke.states.hasFullscreen)
    expect(await happened()).toEqual(['pause'])
  })

  it('is coupled to what names it on the page, meanwhile', async () => {
    await mount()
    await open()
    await person.page.run(() => {
      player.currentTime = 5
    })
    await person.until('the clock', () => document.querySelector('#clock')?.textContent === '0:05')
    await person.click('#go')
    await isBack()
  })

  it.each([
    ['its viewer closes the window', () => player.ownerDocument.defaultView?.close()],
    ['the command', () => void player.yoke.run('exit-picture-in-picture')],
    [
      'the page opens another window',
      () => {
        const { documentPictureInPicture: maker } = globalThis as unknown as {
          documentPictureInPicture: { requestWindow(): Promise<Window> }
        }
        document.querySelector('#below')?.addEventListener('click', () => void maker.requestWindow())
      }
    ]
  ])('comes back when %s', async (what, act) => {
    await mount()
    await play()
    await open()
    await person.page.run(act)
    if (what.startsWith('the page')) await person.click('#below')
    await isBack()
    await person.until('the state', () => !player.yoke.states.pictureInPicture && player.yoke.states.playing)
    expect(await happened()).toEqual([])
    await person.click('#go')
    await person.until('it to be away', () => player.ownerDocument !== document)
    await person.click('#go')
    await isBack()
  })

  it('goes when its place goes', async () => {
    await mount()
    await open()
    await person.page.run(() => document.querySelector('section')?.remove())
    await person.until('no player', () => !player.isConnected && player.yoke.media === undefined)
    expect(await person.page.run(() => player.yoke.states.pictureInPicture)).toBe(false)
  })

  it.each([
    ['taken out of its window', () => player.remove(), false],
    ['put elsewhere', () => document.querySelector('#below')?.before(player), true],
    ['without its place', () => document.querySelector('[data-yoke-place]')?.remove(), false]
  ])('leaves neither window nor place behind: %s by the page', async (_, act, stays) => {
    await mount()
    await open()
    await person.page.run(() => {
      globalThis.kept = player.ownerDocument.defaultView
    })
    await person.page.run(act)
    // A window says that it is closed before its document is told to go.
    await person.until(
      'the end',
      () =>
        (globalThis.kept as Window).closed &&
        !document.querySelector('[data-yoke-place]') &&
        !player.yoke.states.pictureInPicture
    )
    expect(await person.page.run(() => player.isConnected)).toBe(stays)
  })

  it('with controls of one’s own: the page’s rules, its custom properties and sheets of other elements hold there', async () => {
    await mount(
      PAGE(
        '',
        `${VIDEO}<p class="own"><button type="button" command="--play-pause">Play</button></p><div id="shadow"></div>`
      )
    )
    await person.page.run(() => {
      const root = document.querySelector('#shadow')?.attachShadow({ mode: 'open' })
      const [inside, page] = [new CSSStyleSheet(), new CSSStyleSheet()]
      inside.replaceSync('i { color: rgb(7, 8, 9) }')
      page.replaceSync('.own { background: rgb(10, 11, 12) }')
      document.adoptedStyleSheets.push(page)
      if (root) Object.assign(root, { innerHTML: '<i>here</i>', adoptedStyleSheets: [inside] })
    })
    const colours = (): Promise<unknown> =>
      person.page.run(() => {
        const view = player.ownerDocument.defaultView as Window
        const own = view.getComputedStyle(player.querySelector('.own') as Element)
        const inside = player.querySelector('#shadow')?.shadowRoot?.querySelector('i') as Element
        return [own.color, own.backgroundColor, own.getPropertyValue('--brand'), view.getComputedStyle(inside).color]
      })
    const wanted = ['rgb(1, 2, 3)', 'rgb(10, 11, 12)', 'rgb(4, 5, 6)', 'rgb(7, 8, 9)']
    expect(await colours()).toEqual(wanted)
    await open()
    expect(await colours()).toEqual(wanted)
    await person.click('#go')
    await isBack()
    expect(await colours()).toEqual(wanted)
  })

  it('is styled the same after five times', async () => {
    await mount()
    const sheets = (): Promise<unknown> => person.page.run(() => player.shadowRoot?.adoptedStyleSheets.length)
    await person.until('its controls', () => player.shadowRoot?.querySelector('[part~="play-pause"]'))
    await open()
    await person.click('#go')
    await isBack()
    const before = await sheets()
    for (let round = 0; round < 5; round += 1) {
      await open()
      await person.click('#go')
      await isBack()
    }
    expect(await sheets()).toBe(before)
  })

  it('under a strict policy', async () => {
    const policy = "default-src 'self'; require-trusted-types-for 'script'; trusted-types yokewright"
    person.server.page(
      '/strict.js',
      'globalThis.violations = []; document.addEventListener("securitypolicyviolation", event => violations.push(event.violatedDirective))',
      { 'content-type': 'text/javascript' }
    )
    const page = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Strict</title><script src="/strict.js"></script><script src="/dist/yokewright.js" defer></script><body><yoke-player id="p" controls muted picture-in-picture="player" src="/media/tide-clock.webm"></yoke-player>${GO}`
    await person.page.goto(person.server.page('/strict', page, { 'content-security-policy': policy }))
    // Without `until`, which makes functions of text: the policy forbids that too.
    await person.page.run(async () => {
      globalThis.player = document.querySelector<YokePlayer>('#p') as YokePlayer
      document.documentElement.style.setProperty('--brand', 'red')
      while (!player.yoke?.ownWindow?.available) await new Promise(resolve => setTimeout(resolve, 10))
    })
    await person.click('#go')
    const said = await person.page.run(async () => {
      while (player.ownerDocument === document) await new Promise(resolve => setTimeout(resolve, 10))
      const view = player.ownerDocument.defaultView as Window
      const heard: string[] = []
      player.ownerDocument.addEventListener('securitypolicyviolation', event => heard.push(event.violatedDirective))
      await new Promise(resolve => view.requestAnimationFrame(resolve))
      return [Reflect.get(globalThis, 'violations'), heard, view.getComputedStyle(player).getPropertyValue('--brand')]
    })
    expect(said).toEqual([[], [], 'red'])
    await person.click('#go')
  })

  it('from its corner, where it is docked', async () => {
    await mount(`${PAGE('controls dock-when="scrolled-away"')}<div style="block-size: 3000px"></div>`)
    await play()
    await person.page.run(() => globalThis.scrollTo(0, 2000))
    await person.until('it to dock', () => player.matches(':popover-open'))
    await person.page.run(() => document.querySelector('#go')?.setAttribute('style', 'position: fixed; top: 0'))
    await open()
    expect(
      await person.page.run(() => [
        document.querySelectorAll('[data-yoke-place]').length,
        player.matches(':state(docked)')
      ])
    ).toEqual([1, false])
    await person.click('#go')
    await person.until('it to be back', () => document.contains(player))
  })

  it('its picture alone, where the setting says so from now on', async () => {
    await mount()
    await person.until('its window to be offered', () => player.yoke.ownWindow)
    await person.page.run(() => player.setAttribute('picture-in-picture', 'media'))
    await person.until('no window', () => !player.yoke.ownWindow)
    await person.click('#go')
    await person.until('the picture’s window', () => document.pictureInPictureElement)
    await person.page.run(() => document.exitPictureInPicture())
  })
})

describe.runIf(currentEngine() === 'webkit')('a browser without such windows', () => {
  it('shows the picture alone in one, as far as it can', async () => {
    await mount()
    await person.until('its controls', () => player.shadowRoot?.querySelector('[part~="play-pause"]'))
    await play()
    expect(
      await person.page.run(() => [
        player.yoke.ownWindow === undefined,
        player.yoke.states.hasPictureInPicture === (document.pictureInPictureEnabled === true)
      ])
    ).toEqual([true, true])
  })
})
