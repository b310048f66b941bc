import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person, TESTING } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const LABEL = '<span data-yoke-when="paused">Play</span><span data-yoke-when="!paused" hidden>Pause</span>'
const PLAY = `<button type="button" id="play" command="--play-pause">${LABEL}</button>`
const playerWith = (controls: string, attributes = 'id="p"', media = CLIP): string =>
  `<yoke-player ${attributes}>${media}${controls}</yoke-player>`
const notes = (): Promise<typeof globalThis.notes> => person.page.run(() => globalThis.notes)
const ready = (): Promise<void> =>
  person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)

describe('a button', () => {
  it('plays and pauses, and its label says what the media does', async () => {
    await person.mount(playerWith(PLAY))
    expect(await person.text('#play')).toBe('Play')
    await person.click('#play')
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.1)
    expect(await person.text('#play')).toBe('Pause')
    await person.click('#play')
    await person.until('pause', () => document.querySelector('video')?.paused)
    expect(await person.text('#play')).toBe('Play')
    expect((await notes()).commands).toEqual(['play-pause', 'play-pause'])
  })

  it('follows a pause and an end that came from elsewhere', async () => {
    await person.mount(playerWith(PLAY))
    await person.click('#play')
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.1)
    await person.page.run(() => document.querySelector('video')?.pause())
    await person.until('the label', () => document.querySelector<HTMLElement>('#play')?.innerText.trim() === 'Play')
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('play'))
    await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('seek', 11.5))
    await person.until('the end', () => document.querySelector('video')?.ended)
    await person.until('the label', () => document.querySelector<HTMLElement>('#play')?.innerText.trim() === 'Play')
  })

  it('by Enter and Space, once each', async () => {
    await person.mount(playerWith(PLAY))
    await person.page.run(() => document.querySelector<HTMLElement>('#play')?.focus())
    await person.page.press('Enter')
    await person.until('play', () => !document.querySelector('video')?.paused)
    await person.page.press(' ')
    await person.until('pause', () => document.querySelector('video')?.paused)
    expect((await notes()).commands).toEqual(['play-pause', 'play-pause'])
  })

  it.each<[string, string]>([
    [
      'anywhere on the page, by id',
      `${playerWith('')}<button id="b" commandfor="p" command="--seek" value="0:05">x</button>`
    ],
    [
      'in a form, without a type, and does not submit',
      `${playerWith('')}<form action="/gone"><button id="b" commandfor="p" command="--seek" value="0:05">x</button></form>`
    ],
    [
      'under a layer that stops clicks on their way up',
      playerWith('<div onclick="event.stopPropagation()"><button id="b" command="--seek" value="0:05">x</button></div>')
    ],
    [
      'pressed on something inside it',
      playerWith('<button type="button" command="--seek" value="0:05"><b id="b">x</b></button>')
    ],
    [
      'by the id of the media itself',
      `<yoke-player>${CLIP.replace('<video', '<video id="v"')}</yoke-player><button id="b" commandfor="v" command="--seek" value="0:05">x</button>`
    ],
    [
      'in a wrapper that was bound by script',
      `<div id="w">${CLIP}<button id="b" command="--seek" value="0:05">x</button></div>`
    ]
  ])('runs its command once: %s', async (_, html) => {
    await person.mount(html)
    await person.page.run(() => {
      const wrapper = document.querySelector('#w')
      const video = document.querySelector('video')
      if (wrapper && video) globalThis.yokewright.createYoke(video).bind(wrapper)
    })
    await person.until('data', () => (document.querySelector('video')?.readyState ?? 0) >= 2)
    await person.click('#b')
    await person.until('the place', () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 5) < 0.1)
    expect(await notes()).toMatchObject({ commands: ['seek 0:05'], faults: [], errors: [] })
    expect(await person.page.run(() => location.pathname.startsWith('/trial'))).toBe(true)
  })

  it.each<[string, string]>([
    [
      'the author prevented the click',
      playerWith('<button type="button" id="b" onclick="event.preventDefault()" command="--play">x</button>')
    ],
    [
      'the page prevented the command',
      playerWith(
        '<button type="button" id="b" command="--play">x</button><script>addEventListener("yoke-command", event => event.preventDefault())</script>'
      )
    ],
    ['the author disabled it', playerWith('<button type="button" id="b" disabled command="--play">x</button>')],
    [
      'the author disabled it for screen readers',
      playerWith('<button type="button" id="b" aria-disabled="true" command="--play">x</button>')
    ]
  ])('does nothing when %s', async (_, html) => {
    await person.mount(html)
    await ready()
    // The library may not make usable what its author made unusable.
    const isUsable = !/ (?:aria-)?disabled/.test(html)
    await person.click('#b')
    expect(
      await person.page.run(() => [document.querySelector('video')?.paused, globalThis.notes.errors.length])
    ).toEqual([true, 0])
    expect(
      await person.page.run(() => document.querySelector('#b')?.matches(':not(:disabled, [aria-disabled=true])'))
    ).toBe(isUsable)
  })

  it('leaves alone what is not ours: other commands, an id that is not there', async () => {
    await person.mount(`${playerWith('<button type="button" id="a" command="--open-menu">x</button>')}
      <button id="b" type="button" commandfor="nobody" command="--play">x</button>`)
    await person.click('#a')
    await person.click('#b')
    expect(await notes()).toMatchObject({ commands: [], faults: [], errors: [] })
  })

  it('is coupled when its player comes later', async () => {
    await person.mount('<button id="b" type="button" commandfor="late" command="--play">x</button><main></main>')
    await person.page.run(
      (clip: string) =>
        document.querySelector('main')?.insertAdjacentHTML('beforeend', `<yoke-player id="late">${clip}</yoke-player>`),
      CLIP
    )
    await ready()
    await person.click('#b')
    await person.until('play', () => !document.querySelector('video')?.paused)
  })

  it('is grey while its command cannot run, and gone where it never can', async () => {
    await person.mount(
      '<div id="w"><button id="half" type="button" command="--seek" value="50%">x</button><button id="louder" type="button" command="--set-volume" value="1">x</button></div>',
      { script: TESTING }
    )
    const look = (): Promise<unknown> =>
      person.page.run(() => [
        document.querySelector('#half')?.getAttribute('aria-disabled'),
        document.querySelector<HTMLElement>('#louder')?.hidden
      ])
    await person.until('the kit', () => globalThis.testing)
    await person.page.run(() => {
      const { createSimulatedMedia, createSystemClock } = globalThis.testing
      const media = createSimulatedMedia({ clock: createSystemClock(), lazy: true, volume: false })
      globalThis.kept = media
      globalThis.yokewright.createYoke(media).bind(document.querySelector('#w') as Element)
    })
    expect(await look()).toEqual(['true', true])
    await person.page.run(() => (globalThis.kept as { load(): void }).load())
    await person.until('the length', () => !document.querySelector('#half')?.hasAttribute('aria-disabled'))
    expect(await look()).toEqual([null, true])
  })

  it('hands its focus to the one that takes its place', async () => {
    await person.mount(
      playerWith(
        '<button id="a" type="button" command="--play" data-yoke-when="paused">Play</button><button id="b" type="button" command="--pause" data-yoke-when="!paused" hidden>Pause</button>'
      )
    )
    await ready()
    await person.page.run(() => document.querySelector<HTMLElement>('#a')?.focus())
    await person.page.press('Enter')
    await person.until('focus', () => document.activeElement?.id === 'b')
    await person.page.press('Enter')
    await person.until('focus', () => document.activeElement?.id === 'a')
  })
})

describe('a misspelling', () => {
  it.each<[string, string]>([
    ['<button type="button" command="--play-puase">x</button>', 'command-unknown: did you mean play-pause?'],
    ['<span data-yoke-value="curent-time"></span>', 'value-unknown: did you mean current-time?'],
    ['<span data-yoke-when="pausd"></span>', 'state-unknown: did you mean paused?'],
    ['<i data-yoke-fill="positon"></i>', 'measure-unknown: did you mean position?'],
    ['<i data-yoke-along="bufered"></i>', 'measure-unknown: did you mean buffered?'],
    ['<span data-yoke-value="duration" data-yoke-format="second"></span>', 'format-unknown: did you mean seconds?'],
    ['<div command="--play">x</div>', 'command-not-a-button: write <button type="button"> instead']
  ])('%s is one fault that says what was meant, and the page goes on', async (markup, wanted) => {
    await person.mount(playerWith(`${markup}${PLAY}`))
    await ready()
    await person.click('#play')
    await person.until('play', () => !document.querySelector('video')?.paused)
    expect(await notes()).toMatchObject({ faults: [wanted], errors: [] })
  })
})

it('a fault that nobody handles is one line on the console, with the element', async () => {
  const listen = `<script>
    addEventListener('yoke-fault', event => event.stopImmediatePropagation(), true)
    globalThis.kept = []
    console.warn = (text, element) => kept.push(text + ' @' + element?.id)
  </script>`
  // Before the page's own listener, which would keep it off the console.
  await person.mount(`<main></main>`, { head: listen })
  await person.page.run((markup: string) => {
    const main = document.querySelector('main')
    if (main) main.innerHTML = markup
  }, playerWith('<button type="button" id="slip" command="--play-puase">x</button>'))
  await person.until('the line', () => (globalThis.kept as string[]).length)
  expect(await person.page.run(() => globalThis.kept)).toEqual([
    'yokewright command-unknown: There is no command “play-puase”. — did you mean play-pause? @slip'
  ])
})

describe('play that the browser refuses', () => {
  it('leaves the label at Play, and says why in plain words', async () => {
    const loud = CLIP.replace('muted ', '')
    await person.mount(playerWith(`${PLAY}<p id="why" data-yoke-value="fault-text"></p>`, 'id="p"', loud), {
      script: `<script type="module">const player = document.querySelector('yoke-player'); await player.ready; globalThis.kept = await player.yoke.run('play')</script>`
    })
    await person.until('the answer', () => globalThis.kept)
    expect(await person.page.run(() => (globalThis.kept as { fault?: { code: string } }).fault?.code)).toBe(
      'play-blocked'
    )
    expect(await person.text('#play')).toBe('Play')
    expect(await person.text('#why')).toMatch(/pressed something/)
    expect((await notes()).faults).toHaveLength(1)
  })
})

describe('sources that fail', () => {
  it.each<[string, string]>([
    ['a src', '<video controls src="/media/nothing-here.webm"></video>'],
    [
      'every source',
      '<video controls><source src="/media/nothing-here.webm"><source src="/media/nor-here.mp4"></video>'
    ]
  ])('%s: one fault with the address, the label stays at Play, play() settles', async (_, media) => {
    await person.mount(playerWith(PLAY, 'id="p"', media))
    await person.until('the failure', () => document.querySelector('yoke-player')?.yoke.states.failed)
    expect((await notes()).faults).toHaveLength(1)
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.fault?.message)).toMatch(
      /http.*nothing-here\.webm/
    )
    expect(
      await person.page.run(() =>
        document
          .querySelector('yoke-player')
          ?.play()
          .catch((error: Error) => error.name)
      )
    ).toBe('NotSupportedError')
    expect(await person.text('#play')).toBe('Play')
  })
})
