import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

const codes = (): Promise<readonly string[]> =>
  person.page.run(() => globalThis.notes.faults.map(text => text.split(':')[0] ?? ''))

const mount = async (controls: string, script = ''): Promise<void> => {
  await person.mount(
    `<yoke-player id="tide">${CLIP}${controls}</yoke-player><script>const video = document.querySelector('video'); const own = document.querySelector('#own'); ${script}</script>`
  )
  await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
}

describe('two hands on one button', () => {
  const PLAY = '<button type="button" id="own" command="--play-pause">Play</button>'
  const SKIP = '<button type="button" id="own" command="--skip" value="3">On</button>'
  const TOGGLE = 'video.paused ? video.play() : video.pause()'

  it.each<[string, string, string, () => unknown]>([
    [
      'a click',
      PLAY,
      `own.addEventListener('click', () => { ${TOGGLE} })`,
      () => !document.querySelector('video')?.paused
    ],
    ['a click that the page hears later', PLAY, `document.addEventListener('click', () => { ${TOGGLE} })`, () => true],
    [
      'a mousedown',
      PLAY,
      `own.addEventListener('mousedown', () => { ${TOGGLE} })`,
      () => !document.querySelector('video')?.paused
    ],
    [
      'a skip',
      SKIP,
      "own.addEventListener('click', () => { video.currentTime += 3 })",
      () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 3) < 0.1
    ]
  ])('by %s: is told once, and does what one would', async (_, button, script, outcome) => {
    await mount(button, script)
    await person.click('#own')
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('handled-twice')))
    await person.until('what one hand does', outcome)
    await person.click('#own')
    expect((await codes()).filter(code => code === 'handled-twice')).toHaveLength(1)
  })

  it('a key that a listener of the page answers too', async () => {
    await mount('', `document.addEventListener('keydown', event => { if (event.key === ' ') { ${TOGGLE} } }, true)`)
    await person.page.run(() => document.querySelector<HTMLElement>('yoke-player')?.focus())
    await person.page.press(' ')
    await person.until('playback', () => document.querySelector('video')?.paused === false)
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('handled-twice')))
  })

  it.each([
    ['that fills the screen with the video', 'video.requestFullscreen()'],
    ['that skips', 'video.currentTime += 5']
  ])('a double click of the page %s', async (_, own) => {
    await mount('', `video.addEventListener('dblclick', () => { ${own} })`)
    await person.doubleClick('video')
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('handled-twice')))
    if (own.includes('+=')) expect(await person.page.run(() => document.fullscreenElement === null)).toBe(true)
    else await person.page.run(() => document.exitFullscreen())
  })

  it('faces that script has overwritten', async () => {
    await mount(
      '<button type="button" id="own" command="--play-pause"><b data-yoke-when="paused">Play</b><b data-yoke-when="!paused" hidden>Pause</b></button>',
      "own.addEventListener('click', () => { own.textContent = 'Pause' })"
    )
    await person.click('#own')
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('faces-removed')))
  })

  it('nothing is told of a button with one hand', async () => {
    await mount(PLAY + SKIP.replace('own', 'other'))
    for (const id of ['#own', '#other', '#own', '#own']) await person.click(id)
    // Faster than the media's events.
    await person.page.run(() => {
      for (let press = 0; press < 4; press += 1) document.querySelector<HTMLElement>('#own')?.click()
    })
    await person.page.press(' ')
    await person.page.run(() => new Promise(resolve => setTimeout(resolve, 100)))
    expect(await codes()).toEqual([])
  })
})

describe('a layer that takes presses', () => {
  it.each([
    [
      'a slider',
      '<div style="position: relative; width: 200px"><input type="range" id="under" data-yoke-value="volume"><div id="layer" style="position: absolute; inset: 0"></div></div>'
    ],
    ['the picture', '<div id="layer" style="position: absolute; inset: 0; height: 300px; width: 300px"></div>']
  ])('over %s is told, with the cure', async (_, markup) => {
    await mount(markup)
    await person.click('#layer')
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('layer-over')))
    expect((await codes()).filter(code => code === 'layer-over')).toHaveLength(1)
  })

  it('as the picture, where it says so', async () => {
    await mount(
      '<div id="layer" data-yoke-picture style="position: absolute; inset: 0; height: 300px; width: 300px"></div>'
    )
    await person.click('#layer')
    await person.until('playback', () => document.querySelector('video')?.paused === false)
    expect(await codes()).toEqual([])
  })
})

describe('shadow roots', () => {
  it('a video that is slotted into the component around the player is its media', async () => {
    await person.mount(
      `<tide-card>${CLIP}</tide-card><script>customElements.define('tide-card', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<yoke-player><slot></slot><button type="button" command="--play-pause">Play</button></yoke-player>' } })</script>`
    )
    await person.until('the media', () => {
      const player = document.querySelector('tide-card')?.shadowRoot?.querySelector('yoke-player')
      return player?.media?.surface === document.querySelector('video')
    })
    await person.click('tide-card >>> button')
    await person.until('playback', () => document.querySelector('video')?.paused === false)
  })

  it('a control in the shadow root of a component inside is told with its cure, which works', async () => {
    await mount(
      '<tide-button></tide-button>',
      "customElements.define('tide-button', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<button type=\"button\" command=\"--play-pause\">Play</button>' } })"
    )
    await person.click('tide-button >>> button')
    await person.until('the cure', () => globalThis.notes.faults.some(text => text.includes('yoke.bind(')))
    await person.page.run(() => {
      const root = document.querySelector('tide-button')?.shadowRoot
      if (root) document.querySelector('yoke-player')?.yoke.bind(root)
    })
    await person.click('tide-button >>> button')
    await person.until('playback', () => document.querySelector('video')?.paused === false)
  })
})

describe('once a page has settled', () => {
  const WRONG = `<yoke-player id="tide" muted><video muted plasinline contrls prelod="auto" preload="true" width="300" height="300" src="/media/tide-clock.webm"></video>
<button type="button" id="a" command="--start">x</button>
<button type="button" id="b" command="play-pause">x</button>
<button type="button" id="c" comand="--pause">x</button>
<b id="d" data-yoke-vale="current-time"></b>
<b id="e" data-yoke-value="altitude"></b>
<input id="f" type="text" data-yoke-value="volume" aria-label="x"></yoke-player>
<button type="button" id="g" commandfor="tied" command="--play">x</button>
<b id="h" data-yoke-for="#tide" data-yoke-value="duration"></b>
<button type="button" id="i" command="--pause">x</button>
<yoke-plyer id="j"></yoke-plyer>
<button type="button" id="k" commandfor="dialog" command="--own-thing">x</button><div id="dialog"></div>
<button type="button" id="l" commandfor="dialog" command="show-modal">x</button>
<yoke-player id="m" controls width="320" height="180" style="width: 320px" layouts='[{ "rows": [["play-pause", "stop", "restart", "seek-bar", "clock", "volume", "captions", "playback-rate", "loop", "fullscreen"]] }]'><video muted width="320" height="180" preload="auto" src="/media/tide-clock.webm"></video></yoke-player>
<yoke-player id="o" loop playsinline muted width="300" height="300"><video width="300" height="300" preload="auto" src="/media/tide-clock.webm"></video></yoke-player>
<yoke-player id="n" preset="lesson" width="300" height="100"><video muted width="300" height="100" preload="auto" src="/media/tide-clock.webm"></video></yoke-player>`

  it('each mistake that nothing else tells is told, once, with the nearest right name; other people’s names are left alone', async () => {
    await person.mount(
      `${WRONG}<script>document.documentElement.removeAttribute('data-yoke-checks'); globalThis.told = []; addEventListener('yoke-fault', event => told.push([event.element?.id || event.element?.localName, event.fault.code, event.fault.hint].join(' | ')))</script>`
    )
    await person.until('what is told', () => (globalThis as unknown as { told: string[] }).told.length >= 13)
    const told = await person.page.run(() => (globalThis as unknown as { told: string[] }).told)
    expect([...told].sort()).toEqual([
      expect.stringMatching(/^a \| command-unknown \| /),
      'b | command-unknown | write command="--play-pause"',
      'c | attribute-unknown | did you mean command?',
      'd | attribute-unknown | did you mean data-yoke-value?',
      expect.stringMatching(/^e \| value-unknown \| /),
      expect.stringMatching(/^f \| field-unsuited \| /),
      'g | target-missing | did you mean tide?',
      'h | target-missing | did you mean tide?',
      expect.stringMatching(/^i \| target-missing \| put it into the player/),
      'j | element-unknown | did you mean <yoke-player>?',
      expect.stringMatching(/^m \| controls-many \| \d rows would hold them/),
      expect.stringMatching(/^n \| library-absent \| add <script src="yokewright.presets.js"/),
      expect.stringMatching(/^video \| attribute-unknown \| did you mean (playsinline|controls|preload)\?/)
    ])
  })

  it('and nothing where the page wishes so', async () => {
    await person.mount(
      `${WRONG}<script>globalThis.told = []; addEventListener('yoke-fault', event => told.push(event.element?.id))</script>`
    )
    await person.page.run(() => new Promise(resolve => setTimeout(resolve, 4000)))
    expect(await person.page.run(() => (globalThis as unknown as { told: string[] }).told)).toEqual([])
  })
})

it('a seek in milliseconds is told, and goes to the end', async () => {
  await mount('')
  await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 9000))
  await person.until('the fault', () => globalThis.notes.faults.length > 0)
  expect(await codes()).toEqual(['seek-beyond-end'])
  await person.until(
    'the end',
    () => document.querySelector('video')?.currentTime === document.querySelector('video')?.duration
  )
})

it('inspect() finds each dead control, and what limits the size', async () => {
  await person.mount(
    `<main id="column" style="max-width: 400px"><yoke-player debug>${CLIP}<button type="button" id="a" command="--paly">x</button><b id="b" data-yoke-value="altitude">x</b><div style="width: 0"><i id="c" data-yoke-fill="position"></i></div><button type="button" id="d" command="--play-pause">x</button></yoke-player></main>`
  )
  const seen = await person.page.run(async () => {
    const found = await document.querySelector('yoke-player')?.yoke.inspect()
    return { size: found?.size, is: found?.controls.map(({ element, is }) => `${element.id} ${is}`) }
  })
  expect(seen.is).toEqual(['a dead', 'b dead', 'c dead', 'd works'])
  expect(seen.size).toContain('300 × 300 px: <video>')
  await person.until('the labels', () =>
    document.querySelector('#a')?.getAttribute('data-yoke-debug')?.startsWith('dead: paly')
  )
})
