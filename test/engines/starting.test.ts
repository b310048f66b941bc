import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { EnginePage } from '../support/engine-page.ts'
import { currentEngine, openEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { PATIENCE } from '../support/patience.ts'
import { openPerson, type Person } from '../support/person.ts'
import { startServer, type TestServer } from '../support/server.ts'

const SOURCE = 'src="/media/tide-board.webm"'

/** What each policy promises where the browser blocks sound. */
const PROMISES = [
  ['wanted', `<yoke-player id="wanted" start-when="at-once"><video ${SOURCE}></video></yoke-player>`, 'without-sound'],
  [
    'required',
    `<yoke-player id="required" start-when="at-once" start-sound="required"><video ${SOURCE}></video></yoke-player>`,
    'press-needed'
  ],
  [
    'off',
    `<yoke-player id="off" start-when="at-once" start-sound="off"><video ${SOURCE}></video></yoke-player>`,
    'without-sound'
  ],
  [
    'in view',
    `<yoke-player id="in-view" start-when="in-view"><video ${SOURCE} width="200"></video></yoke-player>`,
    'without-sound'
  ],
  ['made from src', `<yoke-player id="made" start-when="at-once" ${SOURCE}></yoke-player>`, 'without-sound'],
  [
    'autoplay',
    `<yoke-player id="autoplay"><video autoplay preload="auto" ${SOURCE}></video></yoke-player>`,
    'press-needed'
  ],
  [
    'autoplay muted',
    `<yoke-player id="autoplay-muted"><video autoplay muted playsinline preload="auto" ${SOURCE}></video></yoke-player>`,
    'without-sound'
  ]
] as const

/**
 * Outcomes are told to the server, by the page itself: to ask a page from outside counts as a press in two engines. What is
 * told is the outcome, whether it plays, and whether it is muted.
 */
const PAGE = `<!doctype html><title>Starting</title><style>yoke-player { inline-size: 200px }</style>
<script>addEventListener('yoke-start', ({ target, outcome }) => fetch('/outcome/' + [target.id, outcome, target.paused ? 'paused' : 'playing', target.muted ? 'muted' : 'sounding'].join('/')))</script>
<script src="/dist/yokewright.js" defer></script>
<body style="display:flex; flex-wrap:wrap">`

describe('where the browser blocks sound', () => {
  let server: TestServer
  let page: EnginePage
  beforeAll(async () => {
    server = await startServer()
    page = await openEngine(currentEngine())
  })
  afterAll(async () => {
    await page.close()
    await server.close()
  })

  const told = async (path: string): Promise<void> => {
    const deadline = Date.now() + PATIENCE
    while (server.asked(path) === 0) {
      if (Date.now() > deadline) throw new Error(`gave up waiting for ${path}`)
      await new Promise(resolve => setTimeout(resolve, 20))
    }
  }

  it.each(PROMISES)('%s ends in the state that it promises', async (name, html, outcome) => {
    const id = /id="([^"]+)"/.exec(html)?.[1]
    await page.goto(server.page(`/starting-${name.replaceAll(' ', '-')}`, PAGE + html))
    const playing = outcome === 'without-sound'
    const sound = playing ? 'muted' : 'sounding'
    await told(`/outcome/${id}/${outcome}/${playing ? 'playing' : 'paused'}/${sound}`)
  })
})

describe('starting', () => {
  let person: Person
  beforeAll(async () => {
    person = await openPerson(currentEngine())
  })
  afterAll(() => person?.leave())

  it('begins where and as loud as it is told', async () => {
    await person.mount(
      '<yoke-player start-at="50%" start-volume="0.4"><video muted preload="auto" width="200" src="/media/tide-clock.webm"></video></yoke-player>'
    )
    await person.until('the place', () => {
      const player = document.querySelector('yoke-player')
      return player && player.readyState >= 2 && !player.seeking && Math.abs(player.currentTime - 6) < 0.1
    })
    expect(await person.page.run(() => document.querySelector('yoke-player')?.volume)).toBe(0.4)
  })

  it('in view begins when it comes into view, stops while it is out of it, and never undoes a pause of the viewer', async () => {
    await person.mount(
      '<div style="height:2000px"></div><yoke-player start-when="in-view" start-sound="off"><video preload="auto" width="200" height="200" src="/media/tide-clock.webm"></video></yoke-player><div style="height:2000px"></div>'
    )
    const playing = (): boolean => document.querySelector('yoke-player')?.yoke.states.playing === true
    const scrollTo = (where: 'in' | 'out'): Promise<void> =>
      person.page.run((wanted: string) => {
        if (wanted === 'out') globalThis.scrollTo(0, 0)
        else document.querySelector('yoke-player')?.scrollIntoView({ block: 'center' })
      }, where)
    expect(await person.page.run(playing)).toBe(false)
    await scrollTo('in')
    await person.until('playback', playing)
    await scrollTo('out')
    await person.until('pause', () => document.querySelector('yoke-player')?.paused)
    await scrollTo('in')
    await person.until('playback again', playing)
    await person.page.run(() => document.querySelector('yoke-player')?.pause())
    await scrollTo('out')
    await scrollTo('in')
    await person.page.run(
      () => new Promise<void>(resolve => requestAnimationFrame(() => requestAnimationFrame(() => resolve())))
    )
    expect(await person.page.run(() => document.querySelector('yoke-player')?.paused)).toBe(true)
  })

  it('says a word that is misspelt, and which of two settings wins', async () => {
    await person.mount(
      '<yoke-player start-when="atonce"><video muted width="200"></video></yoke-player><yoke-player start-when="pressed"><video muted autoplay width="200" src="/media/tide-clock.webm"></video></yoke-player>'
    )
    await person.until('both faults', () => notes.faults.length === 2)
    expect((await person.page.run(() => notes.faults)).sort()).toEqual([
      'setting-twice: take autoplay off: start-when says more',
      'setting-unreadable: did you mean at-once?'
    ])
    expect(await person.page.run(() => document.querySelectorAll('video')[1]?.paused)).toBe(true)
  })

  it('lazy: nothing is fetched before it is near or pressed', async () => {
    await person.mount(
      '<div style="height:6000px"></div><yoke-player loading="lazy" controls src="/media/lock-gate.webm?lazy" style="inline-size:300px"></yoke-player>'
    )
    expect(person.server.asked('/media/lock-gate.webm')).toBe(0)
    await person.page.run(() => document.querySelector('yoke-player')?.scrollIntoView())
    await person.until('metadata', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 1)
  })

  it('solo: when one begins to sound, the others pause', async () => {
    await person.mount(
      ['a', 'b', 'c']
        .map(
          id =>
            `<yoke-player id="${id}" ${id === 'c' ? '' : 'solo'}><video muted preload="auto" width="200" src="/media/tide-clock.webm"></video><button type="button" command="--toggle-muted">Sound</button></yoke-player>`
        )
        .join('')
    )
    await person.page.run(() => {
      for (const player of document.querySelectorAll('yoke-player')) player.play().catch(() => undefined)
    })
    await person.until('all', () =>
      [...document.querySelectorAll('yoke-player')].every(player => player.yoke.states.playing)
    )
    await person.click('#a button')
    await person.click('#c button')
    await person.until(
      'their sound',
      () => [...document.querySelectorAll('yoke-player')].filter(player => !player.muted).length === 2
    )
    await person.click('#b button')
    await person.until('silence of the first', () => document.querySelector<HTMLVideoElement>('#a video')?.paused)
    expect(
      await person.page.run(() => [...document.querySelectorAll('yoke-player')].map(player => player.paused))
    ).toEqual([true, false, false])
  })
})
