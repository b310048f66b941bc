import { readFile } from 'node:fs/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const PART = '/dist/parts/controls.js'

const BAR = `<button type="button" command="--play-pause"><span data-yoke-when="paused">Play</span><span data-yoke-when="!paused" hidden>Pause</span></button>
<input type="range" data-yoke-value="current-time" aria-label="Position">`

/** A page of modules, as a package is used: each part comes by itself. */
const open = async (html: string, path = '/resting'): Promise<void> => {
  const page = `<!doctype html><meta charset="utf-8"><title>Resting</title>
<script>
globalThis.notes = { faults: [], errors: [] }
addEventListener('yoke-fault', event => { notes.faults.push(event.fault.code); event.preventDefault() })
addEventListener('unhandledrejection', event => { notes.errors.push(String(event.reason)) })
</script>
<body>${html}<script type="module">await import('/dist/player/index.js'); globalThis.isHere = true</script>`
  await person.page.goto(person.server.page(path, page))
  await person.until('the library', () => (globalThis as { isHere?: boolean }).isHere)
}

const far = (inside: string, attributes = ''): string =>
  `<div style="block-size: 500vh"></div><yoke-player id="far" ${attributes}>${inside}</yoke-player>`

/** Frames enough for an observer to have told what is near. */
const frames = (): Promise<void> =>
  person.page.run(async () => {
    for (let frame = 0; frame < 4; frame += 1) await new Promise(resolve => requestAnimationFrame(resolve))
  })

const notes = (): Promise<{ faults: string[]; errors: string[] }> =>
  person.page.run(() => (globalThis as unknown as { notes: { faults: string[]; errors: string[] } }).notes)

const hasPaused = (): Promise<boolean> =>
  person.page.run(() => document.querySelector('yoke-player')?.matches(':state(paused)') ?? false)

describe('a player whose controls are drawn', () => {
  const SPACE = '<div style="block-size: 900vh"></div>'
  const isDrawn = (): Promise<boolean> =>
    person.page.run(() => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar') !== null)
  const scroll = (top: number): Promise<void> => person.page.run((y: number) => scrollTo(0, y), top)
  const barComes = (): Promise<void> =>
    person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar'))
  const barGoes = (): Promise<void> =>
    person.until('no bar', () => !document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar'))

  it('rests again when it is far, and is as it was when it is back', async () => {
    await open(`<yoke-player controls id="far">${CLIP}</yoke-player>${SPACE}`)
    await barComes()
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 3))
    await scroll(1e6)
    await barGoes()
    await scroll(0)
    await barComes()
    await person.until('the place', () =>
      /0:03/.test(document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar')?.textContent ?? '')
    )
    expect(await notes()).toEqual({ faults: [], errors: [] })
  })

  it('keeps them while it plays, and while it has focus', async () => {
    await open(`<yoke-player controls id="far">${CLIP}</yoke-player>${SPACE}`)
    await barComes()
    await person.page.run(() => document.querySelector('yoke-player')?.play())
    await scroll(1e6)
    await frames()
    expect(await isDrawn()).toBe(true)
    await person.page.run(() => document.querySelector('yoke-player')?.pause())
    await barGoes()
    await scroll(0)
    await barComes()
    await person.page.run(() =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('.bar button')?.focus()
    )
    await scroll(1e6)
    await frames()
    expect(await isDrawn()).toBe(true)
  })
})

describe('a player that only waits', () => {
  it('rests while it is far, and works as soon as it is near', async () => {
    const before = person.server.asked(PART)
    await open(far(CLIP + BAR))
    await frames()
    expect([person.server.asked(PART) - before, await hasPaused()]).toEqual([0, false])
    await person.page.run(() => document.querySelector('#far')?.scrollIntoView())
    await person.until('its states', () => document.querySelector('yoke-player')?.matches(':state(paused)'))
    await person.until('its slider', () => document.querySelector('input')?.max !== '')
    await person.click('button')
    await person.until('playback', () => document.querySelector('video')?.paused === false)
    expect(person.server.asked(PART) - before).toBe(1)
    expect(await notes()).toEqual({ faults: [], errors: [] })
  })

  it.each([
    ['a property', (player: HTMLElementTagNameMap['yoke-player']) => player.volume],
    ['its yoke', (player: HTMLElementTagNameMap['yoke-player']) => player.yoke.states.paused],
    ['an attribute', (player: HTMLElementTagNameMap['yoke-player']) => player.toggleAttribute('loop', true)],
    [
      'the player of its media',
      (player: HTMLElementTagNameMap['yoke-player']) => {
        player.querySelector('video')?.play()
      }
    ]
  ])('wakes for who asks: %s', async (_, ask) => {
    await open(far(CLIP))
    await frames()
    expect(await hasPaused()).toBe(false)
    await person.page.run(
      (source: string) => void new Function(`return (${source})`)()(document.querySelector('yoke-player')),
      String(ask)
    )
    await person.until('its states', () => {
      const player = document.querySelector('yoke-player')
      return player?.matches(':state(paused)') || player?.matches(':state(playing)')
    })
  })

  it('tells all that its media tells to who listens', async () => {
    await open(far(CLIP))
    const type = await person.page.run(async () => {
      const player = document.querySelector('yoke-player')
      const told = new Promise<string>(resolve => {
        player?.addEventListener('volumechange', event => resolve(event.type))
      })
      const video = player?.querySelector('video')
      if (video) video.volume = 0.3
      return told
    })
    expect(type).toBe('volumechange')
  })

  it('is driven by controls elsewhere: those that are there, and those that come', async () => {
    await open(`<button type="button" id="one" command="--skip" value="2" commandfor="far">On</button>${far(CLIP)}`)
    await person.until('its media', () => (document.querySelector('video')?.readyState ?? 0) > 0)
    await person.click('#one')
    await person.until('the place', () => document.querySelector('video')?.currentTime === 2)
    await open(far(CLIP))
    await frames()
    await person.page.run(() =>
      document.body.insertAdjacentHTML(
        'afterbegin',
        '<button type="button" id="two" command="--toggle-muted" commandfor="far" aria-pressed="false">Mute</button>'
      )
    )
    await person.until('the coupling', () => document.querySelector('#two')?.getAttribute('aria-pressed') === 'true')
    await person.click('#two')
    await person.until('sound', () => document.querySelector('video')?.muted === false)
  })

  it('a press that comes before its answer is kept, unless the page prevented it', async () => {
    // The part itself, held back until someone opens the gate.
    const part = await readFile(new URL(`../..${PART}`, import.meta.url), 'utf8')
    person.server.page(PART, `${part}\nawait globalThis.gate`, { 'content-type': 'text/javascript' })
    await open(`<script>globalThis.gate = new Promise(resolve => { globalThis.openGate = resolve })</script>
<yoke-player>${CLIP}<button type="button" id="loop" command="--toggle-loop" aria-pressed="false">Loop</button>
</yoke-player>
<button type="button" id="loud" command="--unmute" commandfor="far">Sound</button>${far(CLIP)}`)
    for (const button of ['#loop', '#loud']) {
      await person.page.run(() => new Promise(requestAnimationFrame))
      await person.click(button)
    }
    await person.page.run(() => (globalThis as unknown as { openGate(): void }).openGate())
    await person.until(
      'the first answer',
      () => document.querySelector('#loop')?.getAttribute('aria-pressed') === 'true'
    )
    await person.until('the other', () => document.querySelector<HTMLVideoElement>('#far video')?.muted === false)
    await open(`<script>globalThis.gate = new Promise(resolve => { globalThis.openGate = resolve })</script>
<yoke-player>${CLIP}<button type="button" id="play" command="--play" onclick="event.preventDefault()">Play</button>
<button type="button" id="loop" command="--toggle-loop" aria-pressed="true">Loop</button></yoke-player>`)
    await person.page.run(() => new Promise(requestAnimationFrame))
    await person.click('#play')
    await person.page.run(() => (globalThis as unknown as { openGate(): void }).openGate())
    await person.until('the coupling', () => document.querySelector('#loop')?.getAttribute('aria-pressed') === 'false')
    expect(await person.page.run(() => document.querySelector('video')?.paused)).toBe(true)
  })

  it('a part that cannot be had is one fault, nothing throws, and the browser’s own controls serve on', async () => {
    for (const part of [PART, '/dist/parts/bar.js'])
      person.server.page(part, 'throw new Error("cut off")', { 'content-type': 'text/javascript' })
    await open(`<yoke-player controls>${CLIP.replace('<video', '<video controls')}${BAR}</yoke-player>`)
    await person.until('the fault', () =>
      (globalThis as unknown as { notes: { faults: string[] } }).notes.faults.includes('part-unreachable')
    )
    await frames()
    expect((await notes()).errors).toEqual([])
    expect(await person.page.run(() => document.querySelector('video')?.controls)).toBe(true)
  })
})
