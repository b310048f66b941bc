import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person, readFrameNumber, TESTING } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

const button = (id: string, command: string, value = '', more = ''): string =>
  `<button type="button" id="${id}" command="--${command}" ${value && `value="${value}"`} ${more}>${id}</button>`
const mount = async (controls: string, attributes = '', media = CLIP): Promise<void> => {
  await person.mount(`<yoke-player id="p" ${attributes}>${media}<div>${controls}</div></yoke-player>`)
  await person.until('data', () => (document.querySelector('video')?.readyState ?? 0) >= 2)
}
const mountSimulated = (controls: string, options: string): Promise<void> =>
  person
    .mount(`<div id="w">${controls}</div>`, { head: TESTING })
    .then(() => person.until('the kit', () => 'testing' in globalThis))
    .then(() =>
      person.page.run((given: string) => {
        const { createSimulatedMedia, createVirtualClock } = globalThis.testing
        const clock = createVirtualClock()
        const media = createSimulatedMedia({ clock, ...new Function(`return ${given}`)() })
        const yoke = globalThis.yokewright.createYoke(media)
        yoke.bind(document.querySelector('#w') as Element)
        globalThis.kept = { clock, media, yoke }
        clock.advance(0.1)
      }, options)
    )
const states = (): Promise<string[]> =>
  person.page.run(() => {
    const all = document.querySelector('yoke-player')?.yoke.states ?? {}
    return Object.entries(all).flatMap(([name, holds]) => (holds ? [name] : []))
  })
const play = async (): Promise<void> => {
  await person.page.run(() => void document.querySelector('yoke-player')?.play())
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
}
const faults = async (): Promise<string[]> => (await person.page.run(() => globalThis.notes)).faults

describe('full screen', () => {
  const FACES = '<span data-yoke-when="!fullscreen">Fill</span><span data-yoke-when="fullscreen" hidden>Back</span>'
  const TOGGLE = `<button type="button" id="full" command="--toggle-fullscreen" aria-pressed="false">${FACES}</button>`

  it('is of the whole player, and every face follows whoever leaves it', async () => {
    await mount(TOGGLE + button('out', 'exit-fullscreen'), 'style="width: 300px; border-radius: 20px"')
    for (const leave of ['#out', '#full', 'script']) {
      await person.click('#full')
      await person.until('full screen', () => document.fullscreenElement?.id === 'p')
      await person.until('the face', () => document.querySelector<HTMLElement>('#full')?.innerText.trim() === 'Back')
      expect(
        await person.page.run(() => {
          const player = document.querySelector('yoke-player') as HTMLElement
          return [
            player.matches(':state(fullscreen)'),
            getComputedStyle(player).borderTopLeftRadius,
            Math.abs(player.getBoundingClientRect().width - innerWidth) < 1,
            document.querySelector('#full')?.ariaPressed
          ]
        })
      ).toEqual([true, '0px', true, 'true'])
      if (leave === 'script') await person.page.run(() => document.exitFullscreen())
      else await person.click(leave)
      await person.until(
        'the page again',
        () => document.querySelector<HTMLElement>('#full')?.innerText.trim() === 'Fill'
      )
      expect(await person.page.run(() => document.fullscreenElement)).toBeNull()
    }
    expect(await faults()).toEqual([])
  })

  it('that is refused is a fault, and the face stays', async () => {
    await mount(TOGGLE)
    const result = await person.page.run(() => {
      Element.prototype.requestFullscreen = () => Promise.reject(new TypeError('not from here'))
      return document.querySelector('yoke-player')?.yoke.run('toggle-fullscreen')
    })
    expect(result).toMatchObject({ ok: false, fault: { code: 'fullscreen-refused' } })
    expect(await person.text('#full')).toBe('Fill')
  })

  it('where a device can only do the video, is that of the video', async () => {
    await person.mount(`<yoke-player id="p">${CLIP}<div>${TOGGLE}</div></yoke-player>`, {
      head: `<script>
        Object.defineProperty(Document.prototype, 'fullscreenEnabled', { get: () => false })
        const define = (name, value) => Object.defineProperty(HTMLVideoElement.prototype, name, { value, writable: true, configurable: true })
        const tell = (video, on) => { video.webkitDisplayingFullscreen = on; video.dispatchEvent(new Event(on ? 'webkitbeginfullscreen' : 'webkitendfullscreen')) }
        define('webkitSupportsFullscreen', true)
        define('webkitDisplayingFullscreen', false)
        define('webkitEnterFullscreen', function () { tell(this, true) })
        define('webkitExitFullscreen', function () { tell(this, false) })</script>`
    })
    await person.until('data', () => (document.querySelector('video')?.readyState ?? 0) >= 2)
    await person.click('#full')
    await person.until('the face', () => document.querySelector<HTMLElement>('#full')?.innerText.trim() === 'Back')
    await person.page.run(() =>
      (document.querySelector('video') as unknown as { webkitExitFullscreen(): void }).webkitExitFullscreen()
    )
    await person.until('the face', () => document.querySelector<HTMLElement>('#full')?.innerText.trim() === 'Fill')
  })

  it('cannot be had: the button is hidden, and has-fullscreen does not hold', async () => {
    await person.mount(`<yoke-player>${CLIP}<div>${TOGGLE}</div></yoke-player>`, {
      head: `<script>Object.defineProperty(Document.prototype, 'fullscreenEnabled', { get: () => false })
        delete HTMLVideoElement.prototype.webkitEnterFullscreen</script>`
    })
    await person.until('the hidden button', () => document.querySelector<HTMLElement>('#full')?.hidden)
    expect(await states()).not.toContain('hasFullscreen')
  })
})

it('picture in picture is offered only where it exists, and its refusal is a fault', async () => {
  await mount(button('pip', 'toggle-picture-in-picture'))
  const exists = await person.page.run(
    () => 'requestPictureInPicture' in HTMLVideoElement.prototype && document.pictureInPictureEnabled
  )
  expect(await person.page.run(() => document.querySelector<HTMLElement>('#pip')?.hidden)).toBe(!exists)
  const result = await person.page.run(() => {
    HTMLVideoElement.prototype.requestPictureInPicture = () => Promise.reject(new TypeError('not from here'))
    return document.querySelector('yoke-player')?.yoke.run('request-picture-in-picture')
  })
  expect(result).toMatchObject({
    ok: false,
    fault: { code: exists ? 'picture-in-picture-refused' : 'command-unsupported' }
  })
})

describe('volume', () => {
  const SLIDER = '<input type="range" id="v" data-yoke-value="volume" aria-label="Volume">'
  const heard = (): Promise<[number, boolean]> =>
    person.page.run(() => [
      document.querySelector('yoke-player')?.volume ?? -1,
      document.querySelector('video')?.muted ?? false
    ])

  it('goes by steps, and sound comes back at the last volume that was heard', async () => {
    await mount(SLIDER + button('up', 'change-volume', '10%') + button('mute', 'toggle-muted'))
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('set-volume', 0.6))
    await person.click('#up')
    expect(await heard()).toEqual([0.7, false])
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('set-volume', 0))
    expect(await states()).toContain('silent')
    await person.click('#mute')
    expect(await heard()).toEqual([0.7, false])
    await person.click('#mute')
    expect(await person.page.run(() => document.querySelector<HTMLInputElement>('#v')?.value)).toBe('0')
    await person.click('#up')
    expect(await heard()).toEqual([0.1, false])
  })

  it('goes by the wheel while the slider has focus; without, the page scrolls', async () => {
    await mount(`${SLIDER}<p style="height: 3000px"></p>`)
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('set-volume', 0.5))
    const { x, y, width, height } = await person.box('#v')
    await person.page.run(() => document.querySelector<HTMLElement>('#v')?.focus())
    // WebKit looks for who hears of the wheel when it draws.
    await person.page.run(
      () => new Promise<void>(resolve => requestAnimationFrame(() => requestAnimationFrame(() => resolve())))
    )
    await person.page.wheel(x + width / 2, y + height / 2, -100)
    await person.until('a louder volume', () => (document.querySelector('yoke-player')?.volume ?? 0) > 0.5)
    expect(await person.page.run(() => scrollY)).toBe(0)
    await person.page.run(() => document.querySelector<HTMLElement>('#v')?.blur())
    const before = await heard()
    await person.page.wheel(x + width / 2, y + height / 2, 100)
    await person.until('the page’s scroll', () => scrollY > 0)
    expect(await heard()).toEqual(before)
  })

  it('stands upright where the writing mode is vertical', async () => {
    await mount(
      `<div class="up" style="writing-mode: vertical-lr; direction: rtl; width: 20px; height: 100px"><i data-yoke-fill="volume" style="background: #c60"></i>
       <i data-yoke-along="volume" id="h" style="width: 20px; height: 10px"></i><input type="range" data-yoke-value="volume" style="width: 20px; height: 100px; margin: 0" aria-label="Volume"></div>`
    )
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('set-volume', 0.25))
    await person.until('the handle', () => {
      const track = document.querySelector('.up')?.getBoundingClientRect() ?? new DOMRect()
      const handle = document.querySelector('#h')?.getBoundingClientRect() ?? new DOMRect()
      return Math.abs((track.bottom - (handle.y + handle.height / 2)) / track.height - 0.25) < 0.02
    })
    await person.page.run(() => document.querySelector<HTMLElement>('.up input')?.focus())
    await person.page.press('ArrowUp')
    expect((await heard())[0]).toBeCloseTo(0.3)
    await person.page.press('ArrowRight')
    expect((await heard())[0]).toBeCloseTo(0.35)
    const { x, y, width, height } = await person.box('.up')
    await person.page.move(x + width / 2, y + height * 0.25)
    await person.page.down()
    await person.page.up()
    expect(Math.abs((await heard())[0] - 0.75)).toBeLessThan(0.1)
  })

  it('of a device that leaves it to its own buttons is not offered', async () => {
    await mountSimulated(
      SLIDER + button('up', 'change-volume', '10%') + button('mute', 'toggle-muted'),
      '{ volume: false }'
    )
    expect(
      await person.page.run(() => ['#up', '#mute'].map(id => document.querySelector<HTMLElement>(id)?.hidden))
    ).toEqual([true, false])
  })
})

describe('rate', () => {
  it('by list, select, and one button for each; pitch is kept', async () => {
    await mount(
      `<select id="s" data-yoke-value="playback-rate" aria-label="Speed"></select>
       ${button('fast', 'set-playback-rate', '2', 'aria-pressed="false"')}${button('next', 'change-playback-rate', '1')}`,
      'playback-rates="2 0.5 1"'
    )
    const seen = (): Promise<unknown[]> =>
      person.page.run(() => [
        document.querySelector<HTMLSelectElement>('#s')?.value,
        document.querySelector('#fast')?.ariaPressed,
        document.querySelector('video')?.playbackRate,
        document.querySelector('video')?.preservesPitch
      ])
    expect(await person.page.run(() => [...document.querySelectorAll('option')].map(option => option.label))).toEqual([
      '0.5×',
      '1×',
      '2×'
    ])
    expect(await seen()).toEqual(['1', 'false', 1, true])
    await person.click('#next')
    await person.until('the choice', () => document.querySelector<HTMLSelectElement>('#s')?.value === '2')
    expect(await seen()).toEqual(['2', 'true', 2, true])
    await person.page.run(() => {
      const select = document.querySelector('#s') as HTMLSelectElement
      select.value = '0.5'
      select.dispatchEvent(new Event('change', { bubbles: true }))
    })
    await person.until('the rate', () => document.querySelector('#fast')?.ariaPressed === 'false')
    expect(await seen()).toEqual(['0.5', 'false', 0.5, true])
  })
})

describe('the picture', () => {
  it('a click acts at once; a double click fills the screen and leaves playback as it was', async () => {
    await mount('')
    await person.click('video')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    // A new page, so that the first click is not counted with the two that follow.
    await mount('')
    await play()
    await person.doubleClick('video')
    await person.until('full screen', () => document.fullscreenElement?.id === 'p')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    const { commands } = await person.page.run(() => globalThis.notes)
    expect(commands).toEqual(['play-pause', 'play-pause', 'toggle-fullscreen'])
  })

  it.each<[string, string, string, string, string[]]>([
    ['off', 'gestures="off"', '', 'video', []],
    [
      'a control upon it',
      '',
      `<div style="position: absolute; top: 40px; left: 40px">${button('c', 'skip', '2')}</div>`,
      '#c',
      ['skip 2']
    ],
    [
      'a layer over a control',
      '',
      `<div style="position: absolute; inset: 0"></div><div style="position: absolute; top: 40px; left: 40px; z-index: -1">${button('c', 'skip', '2')}</div>`,
      '#c',
      ['skip 2']
    ],
    [
      'a layer of the author’s with a use of its own',
      '',
      `<button type="button" style="position: absolute; inset: 0; opacity: .5">mine</button><div style="position: absolute; top: 40px; left: 40px; z-index: -1">${button('c', 'skip', '2')}</div>`,
      '#c',
      []
    ],
    ['a click that the page has used', 'onclick="event.preventDefault()"', '', 'video', ['play-pause']]
  ])('%s', async (name, attributes, controls, target, wanted) => {
    await mount(controls, `style="isolation: isolate" ${attributes}`)
    if (name.startsWith('a click'))
      await person.page.run(() =>
        document.querySelector('video')?.addEventListener('click', event => event.stopPropagation(), { once: true })
      )
    await person.click(target)
    if (name.startsWith('a click'))
      await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('play-pause'))
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(wanted)
  })

  it('a page that plays at a click by itself keeps its own way', async () => {
    await mount('', '', CLIP.replace('<video', '<video onclick="this.paused ? this.play() : this.pause()"'))
    await person.click('video')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual([])
  })

  it('a tap shows or hides; two on a side skip; the first one of all begins', async () => {
    await mount('', 'hide-after="never"')
    await person.tap('video')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    await person.tap('video')
    await person.until('idle', () => document.querySelector('yoke-player')?.yoke.states.idle)
    await person.tap('video')
    await person.until('awake', () => document.querySelector('yoke-player')?.yoke.states.idle === false)
    await person.tap('video', 0.9)
    await person.tap('video', 0.9)
    await person.until('the skip', () => globalThis.notes.commands.includes('skip 10'))
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(['play', 'skip 10'])
  })
})

describe('a press that lasts', () => {
  it('repeats a skip until it ends, and its click does nothing more', async () => {
    await mount(button('on', 'skip', '1', 'data-yoke-repeat="0.1"') + button('once', 'play-pause'))
    const { x, y } = await person.box('#on')
    await person.page.move(x + 5, y + 5)
    await person.page.down()
    await person.until('three skips', () => globalThis.notes.commands.length >= 3)
    await person.page.up()
    const after = await person.page.run(() => globalThis.notes.commands.length)
    await person.click('#once')
    await person.until('the next command', () => globalThis.notes.commands.includes('play-pause'))
    const { commands } = await person.page.run(() => globalThis.notes)
    expect(commands.slice(0, after).every(command => command === 'skip 1')).toBe(true)
    expect(commands.slice(after)).toEqual(['play-pause'])
  })
})

describe('live', () => {
  it('shows no end, and goes back to the newest', async () => {
    await mountSimulated(
      `<span id="d" data-yoke-value="duration"></span><b id="edge" data-yoke-when="at-live-edge">now</b>${button('go', 'seek-live')}<input type="range" data-yoke-value="current-time" aria-label="Position">`,
      '{ duration: Infinity, window: 30 }'
    )
    expect(await person.text('#d')).toBe('Live')
    await person.page.run(async () => {
      const { clock, yoke } = globalThis.kept as {
        clock: { advance(by: number): void }
        yoke: { run(name: string): void }
      }
      yoke.run('play')
      clock.advance(40)
      yoke.run('pause')
      clock.advance(20)
    })
    await person.until('the past', () => document.querySelector<HTMLElement>('#edge')?.hidden)
    await person.click('#go')
    await person.page.run(() => (globalThis.kept as { clock: { advance(by: number): void } }).clock.advance(0.1))
    await person.until('the newest', () => document.querySelector<HTMLElement>('#edge')?.hidden === false)
  })

  it('what has an end offers no way to live', async () => {
    await mount(button('go', 'seek-live'))
    expect(await person.page.run(() => document.querySelector<HTMLElement>('#go')?.hidden)).toBe(true)
  })
})

it('a step goes by one frame, on and back', async () => {
  await mount(button('on', 'step-frame', '1') + button('back', 'step-frame', '-1'), 'frame-rate="25"')
  await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 2.02))
  const settled = (): Promise<void> =>
    person.until('the frame', async () => {
      const video = document.querySelector('video') as HTMLVideoElement
      if (video.seeking || video.readyState < 2) return false
      await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)))
      return !video.seeking
    })
  const frames: (number | undefined)[] = []
  for (const id of ['', '#on', '#on', '#back']) {
    if (id) await person.click(id)
    await settled()
    await person.until('its picture', readFrameNumber, 'video')
    frames.push(await person.page.run(readFrameNumber, 'video'))
  }
  const [first = 0] = frames
  expect(frames).toEqual([first, first + 1, first + 2, first + 1])
})

it('the time under the pointer is shown before anything is pressed', async () => {
  await mount(
    `<div style="position: relative; width: 400px; height: 40px"><i id="a" data-yoke-along="pointer" data-yoke-when="pointing" style="width: 10px; height: 10px"></i>
     <input type="range" data-yoke-value="current-time" aria-label="Position" style="position: absolute; inset: 0; width: 400px; margin: 0"></div><b id="t" data-yoke-value="pointer-time"></b>`
  )
  const { x, y, width, height } = await person.box('input')
  await person.page.move(x + width / 2, y + height / 2)
  await person.until('the time', () => document.querySelector<HTMLElement>('#t')?.innerText === '0:06')
  expect(await states()).toContain('pointing')
  await person.page.move(x + width / 2, y + height + 200)
  await person.until('nothing', () => !document.querySelector('yoke-player')?.yoke.states.pointing)
  expect(await person.text('#t')).toBe('–:––')
})
