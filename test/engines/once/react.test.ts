import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type * as apps from '../../react/apps.tsx'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'
import { buildReactPage } from '../../support/react-app.ts'

type Page = typeof apps & {
  createElement(type: unknown, props?: object): unknown
  createRoot(root: Element): { render(element: unknown): void; unmount(): void }
  flushSync(act: () => void): void
  StrictMode: unknown
  root: { render(element: unknown): void; unmount(): void }
  setThere(isThere: boolean): void
  beat(): void
}
type Props = Parameters<Page['page']['give']>[0]

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
  const script = await buildReactPage('19')
  person.server.answer('/react.js', response =>
    response.writeHead(200, { 'content-type': 'text/javascript' }).end(script)
  )
})
afterAll(() => person?.leave())

const open = async (): Promise<void> => {
  person.server.page(
    '/react',
    '<!doctype html><html lang="en" data-yoke-checks="off"><meta charset="utf-8"><title>React</title><script>globalThis.notes = { faults: [], errors: [], commands: [], events: [], seen: [] }; for (const type of ["loadstart", "emptied"]) document.addEventListener(type, event => event.target.localName === "video" && notes.seen.push(type), true); addEventListener("error", event => notes.errors.push(event.message)); addEventListener("unhandledrejection", event => notes.errors.push(String(event.reason)))</script><body><button type="button" id="press">Press</button><div id="root"></div><script src="/react.js"></script>'
  )
  await person.page.goto(`${person.server.address}/react`)
}
const errors = (): Promise<readonly string[]> => person.page.run(() => globalThis.notes.errors)

/** Draws the page that holds, in strict mode. */
const hold = async (first: Props, follows = true): Promise<void> => {
  await open()
  await person.page.run(
    (props: Props, isFollowing: boolean) => {
      const page = globalThis as unknown as Page
      page.root = page.createRoot(document.querySelector('#root') as Element)
      const app = page.createElement(page.apps.Held, { first: props, follows: isFollowing })
      page.root.render(page.createElement(page.StrictMode, { children: app }))
    },
    first as never,
    follows
  )
  await person.until('what it is ready for', () => (globalThis as unknown as Page).told.includes('ready undefined'))
}
const give = (props: Props): Promise<void> =>
  person.page.run((next: Props) => (globalThis as unknown as Page).page.give(next), props as never)
const told = (): Promise<readonly string[]> => person.page.run(() => [...(globalThis as unknown as Page).told])
const untilTold = (what: string): Promise<void> =>
  person.until(what, (wanted: string) => (globalThis as unknown as Page).told.includes(wanted), what)
const player = <Value>(read: (player: HTMLElementTagNameMap['yoke-player']) => Value): Promise<Value> =>
  person.page.run(
    (source: string) =>
      new Function('player', `return (${source})(player)`)((globalThis as unknown as Page).page.player) as Value,
    String(read)
  )

const SRC = '/media/tide-clock.webm'

describe('what a page holds', () => {
  it('goes in, and what viewers do comes out: once each, also in strict mode', async () => {
    await hold({ src: SRC, muted: true, volume: 0.4, playbackRate: 1.5, loop: true })
    expect(await player(({ muted, volume, playbackRate, loop }) => [muted, volume, playbackRate, loop])).toEqual([
      true,
      0.4,
      1.5,
      true
    ])
    await give({ playing: true })
    await untilTold('start undefined')
    // WebKit plays on by itself where it is paused before it has truly begun.
    await person.until('time', () => ((globalThis as unknown as Page).page.player?.currentTime ?? 0) > 0.3)
    await player(it => it.pause())
    await untilTold('pause undefined')
    await player(it => Object.assign(it, { volume: 0.9 }))
    await untilTold('volume 0.9')
    await give({ playing: true })
    await person.until(
      'another start',
      () => (globalThis as unknown as Page).told.filter(line => line === 'start undefined').length === 2
    )
    const heard = await told()
    expect(heard.filter(line => line === 'ready undefined')).toHaveLength(1)
    // WebKit may need more than one try before it truly begins.
    expect(heard.slice(heard.indexOf('start undefined'))).toEqual([
      'start undefined',
      'playing false',
      'pause undefined',
      'volume 0.9',
      'start undefined'
    ])
    expect(await errors()).toEqual([])
  })

  it('is put back where the page does not follow', async () => {
    await hold({ src: SRC, muted: true, volume: 0.4, playing: false }, false)
    await player(it => Object.assign(it, { volume: 0.9, muted: false }))
    await person.until('what was held', () => {
      const { player: it } = (globalThis as unknown as Page).page
      return it?.volume === 0.4 && it.muted
    })
    expect(await told()).toEqual(expect.arrayContaining(['volume 0.9', 'muted false']))
    await player(it => void it.play().catch(() => undefined))
    await untilTold('playing true')
    await person.until('a pause', () => (globalThis as unknown as Page).page.player?.paused)
  })

  it('begins by defaults, and is the viewer’s from then on', async () => {
    await hold({ src: SRC, defaultMuted: true, defaultVolume: 0.3, defaultPlaying: true })
    await untilTold('start undefined')
    await player(it => Object.assign(it, { volume: 0.8 }))
    await untilTold('volume 0.8')
    await give({ width: 250 })
    expect(await player(({ volume, muted, paused }) => [volume, muted, paused])).toEqual([0.8, true, false])
  })

  it('a start that is refused is told, and is not tried for ever', async () => {
    await hold({ src: '/media/none.webm', playing: true })
    await untilTold('playing false')
    await person.until('the fault', () => (globalThis as unknown as Page).told.some(line => line.startsWith('fault ')))
    const before = (await told()).filter(line => line === 'playing false').length
    await give({ width: 260 })
    expect((await told()).filter(line => line === 'playing false').length).toBe(before)
    expect(await player(({ paused }) => paused)).toBe(true)
    expect(await errors()).toEqual([])
  })

  it('another src goes on playing, at the same rate', async () => {
    await hold({ src: SRC, muted: true, playing: true, playbackRate: 2 })
    await untilTold('start undefined')
    await give({ src: '/media/tide-board.webm' })
    await person.until('the other film', () => {
      const { player: it } = (globalThis as unknown as Page).page
      return it?.currentSrc.endsWith('tide-board.webm') && !it.paused && it.currentTime > 0.1
    })
    expect(await player(({ playbackRate, muted }) => [playbackRate, muted])).toEqual([2, true])
  })

  it('captions by their language, once they are there', async () => {
    const tracks = [{ src: '/media/spring-tide.en.vtt', srclang: 'en', label: 'English' }]
    await hold({ clip: { sources: ['/media/spring-tide.webm'], tracks }, captions: 'en' })
    await person.until('captions', () => (globalThis as unknown as Page).page.player?.yoke.values.captions === 'en')
    await give({ captions: 'off' })
    await person.until('none', () => (globalThis as unknown as Page).page.player?.yoke.values.captions === 'off')
  })

  it('a clip that is a record is loaded once', async () => {
    const clip = { title: 'Tide clock', sources: [SRC, '/media/tide-clock.mp4'], poster: '/media/tide-clock.jpg' }
    await hold({ clip, muted: true, playing: true })
    await untilTold('start undefined')
    const { seen } = await person.page.run(() => globalThis.notes as unknown as { readonly seen: readonly string[] })
    expect(seen).toEqual(['loadstart'])
    expect(await player(it => it.yoke.values.title)).toBe('Tide clock')
    await give({ clip: { ...clip, title: 'Board', sources: ['/media/tide-board.webm'] } })
    await person.until('the other film', () => {
      const { player: it } = (globalThis as unknown as Page).page
      return it?.currentSrc.endsWith('tide-board.webm') && !it.paused && it.yoke.values.title === 'Board'
    })
  })

  it('what is no file is among the sources, too', async () => {
    await hold({ sources: ['/media/none', SRC], muted: true })
    const list = await player(it => it.yoke.sources.map(({ src }) => new URL(src).pathname))
    expect(list).toEqual(['/media/none', SRC])
  })

  it('a player of which nothing is held or heard may rest', async () => {
    await open()
    const awake = await person.page.run(async () => {
      const page = globalThis as unknown as Page
      page.root = page.createRoot(document.querySelector('#root') as Element)
      page.root.render(page.createElement(page.apps.Far))
      while (!document.querySelector('#heard:state(paused)')) await new Promise(resolve => setTimeout(resolve, 15))
      for (let frame = 0; frame < 4; frame += 1) await new Promise(resolve => requestAnimationFrame(resolve))
      return [...document.querySelectorAll('yoke-player:state(paused)')].map(({ id }) => id)
    })
    expect(awake).toEqual(['heard'])
  })

  it('what is drawn again does nothing to the player', async () => {
    await hold({ src: SRC, muted: true, playing: true, settings: { playbackRates: [1, 2] } })
    await untilTold('start undefined')
    const seen = await person.page.run(async () => {
      const { page, flushSync } = globalThis as unknown as Page
      const records: string[] = []
      const observer = new MutationObserver(list =>
        records.push(...list.map(({ attributeName }) => String(attributeName)))
      )
      observer.observe(document.querySelector('#root') as Element, { attributes: true, childList: true, subtree: true })
      const changes = page.player?.yoke.changes
      const before = page.draws
      for (let beat = 0; beat < 120; beat += 1) flushSync(() => page.give({ settings: { playbackRates: [1, 2] } }))
      await new Promise(resolve => setTimeout(resolve))
      observer.disconnect()
      return [records, page.player?.yoke.changes === changes, page.draws - before >= 120]
    })
    expect(seen).toEqual([[], true, true])
  })
})

describe('hooks', () => {
  beforeEach(async () => {
    await open()
    await person.page.run(() => {
      const page = globalThis as unknown as Page
      page.root = page.createRoot(document.querySelector('#root') as Element)
      page.root.render(page.createElement(page.apps.Hooked))
    })
    await person.until('the player', () => document.querySelector('#named')?.textContent === 'yoke-player')
  })
  const text = (selector: string): Promise<string> => person.text(selector)

  it('inside and outside a player, by place and by id', async () => {
    await person.until('a state', () => document.querySelector('#far[aria-disabled="false"][aria-pressed="true"]'))
    await person.click('#far')
    await person.until('both buttons', () => document.querySelectorAll('[aria-pressed="false"]').length === 2)
    await person.click('#near')
    await person.until('both buttons', () => document.querySelectorAll('[aria-pressed="true"]').length === 2)
    expect(await text('#clock')).toBe('0 true')
    await person.page.run(() => void document.querySelector('yoke-player')?.play())
    await person.until('the clock', () => document.querySelector('#clock')?.textContent === '1 false')
  })

  it('a player that goes, and one that comes', async () => {
    await person.page.run(() => (globalThis as unknown as Page).setThere(false))
    await person.until('none', () => document.querySelector('#named')?.textContent === 'none')
    expect(await person.page.run(() => document.querySelector('#far')?.ariaDisabled)).toBe('true')
    await person.page.run(() => (globalThis as unknown as Page).setThere(true))
    await person.until('it', () => document.querySelector('#named')?.textContent === 'yoke-player')
    await person.until('its button', () => document.querySelector('#far[aria-disabled="false"]'))
    expect(await errors()).toEqual([])
  })

  it('what is drawn again and again is drawn for its own sake alone', async () => {
    const drawn = await person.page.run(async () => {
      const { draws, flushSync, beat } = globalThis as unknown as Page
      const before = draws.clock ?? 0
      for (let count = 0; count < 60; count += 1) flushSync(beat)
      await new Promise(resolve => setTimeout(resolve))
      return (draws.clock ?? 0) - before
    })
    // Strict mode draws twice.
    expect(drawn).toBeLessThanOrEqual(120)
  })
})
