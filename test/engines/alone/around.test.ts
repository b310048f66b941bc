import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { placeOfRay, rayAt } from '../../../src/core/around/view.ts'
import { currentEngine } from '../../support/engines.ts'
import { lightsIn } from '../../support/lights.ts'
import { openPerson, type Person } from '../../support/person.ts'

const ROOM = '/media/lamp-room.webm'
const PANE = { width: 800, height: 400 }

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { graphics: true })
})
afterAll(() => person?.leave())

const isAround = (): Promise<void> =>
  person.until('the view', () => document.querySelector('yoke-player')?.matches(':state(around)'))

/** The direction of a spot of the view, in degrees. */
const directionAt = (spot: { x: number; y: number }, heading: number, pitch: number, fieldOfView = 75) => {
  const { x, y } = placeOfRay(rayAt(spot, PANE, { heading, pitch, fieldOfView }))
  return { heading: (x - 0.5) * 360, pitch: (0.5 - y) * 180 }
}

const read = (name: string): Promise<unknown> =>
  person.page.run((wanted: string) => {
    const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    return player.yoke.authorValues.get(wanted)?.read(player.yoke)
  }, name)

const player = (attributes: string, inside = ''): string =>
  `<yoke-player muted view="around" ${attributes} style="width: 800px; height: 400px">${inside}</yoke-player>`

const REMEMBERING = player(
  `controls resume-position="at-once" resume-after-start="1" resume-before-end="1" src="${ROOM}"`
)

/** Drags over the picture, in CSS pixels from its corner. */
const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
  const { page } = person
  const { x, y } = await person.box('yoke-player')
  await page.move(x + from[0], y + from[1])
  await page.down()
  for (const share of [0.25, 0.5, 0.75, 1])
    await page.move(x + from[0] + (to[0] - from[0]) * share, y + from[1] + (to[1] - from[1]) * share)
  // Held still for longer than a throw looks back.
  await page.run(() => new Promise(resolve => setTimeout(resolve, 150)))
  await page.up()
}

/** Throws the view to the right, as fast as a hand does, however slow machine and driver are. */
const swipe = (): Promise<void> =>
  person.page.run(() => {
    const video = document.querySelector('yoke-player')?.shadowRoot?.querySelector('video') as HTMLVideoElement
    const { left, top } = video.getBoundingClientRect()
    // The engine knows nothing of a hand of the script's.
    video.setPointerCapture = () => undefined
    const send = (type: string, x: number, timeStamp: number): void => {
      const event = new PointerEvent(type, { pointerId: 9, clientX: left + x, clientY: top + 200, bubbles: true })
      video.dispatchEvent(Object.defineProperty(event, 'timeStamp', { value: timeStamp }))
    }
    send('pointerdown', 600, 1000)
    for (let step = 1; step <= 5; step += 1) send('pointermove', 600 - 40 * step, 1000 + 16 * step)
    send('pointerup', 400, 1085)
  })

describe('a picture that goes all round', () => {
  beforeEach(async () => {
    await person.mount(player(`controls src="${ROOM}"`))
    await isAround()
  })

  it.each([
    [0, 0],
    [10, 12],
    [-20, -15]
  ])('shows at heading %d and pitch %d what lies there, within a degree', async (heading, pitch) => {
    const seen = await lightsIn(person, `${heading} ${pitch}`)
    for (const [name, at] of [
      ['red', -25],
      ['green', 25]
    ] as const) {
      const spot = seen[name]
      if (!spot) throw new Error(`no ${name} light: ${JSON.stringify(seen)}`)
      const found = directionAt(spot, heading, pitch)
      expect(Math.abs(found.heading - at)).toBeLessThan(1)
      expect(Math.abs(found.pitch - 1)).toBeLessThan(1)
    }
  })

  it('keeps under the pointer what it has taken hold of, and a drag is no click', async () => {
    const before = await lightsIn(person, '0 0')
    const { x = 0, y = 0 } = before.green ?? {}
    await drag([x, y], [x - 260, y + 60])
    const after = (await lightsIn(person, '')).green
    expect(Math.abs((after?.x ?? 0) - (x - 260))).toBeLessThan(4)
    expect(Math.abs((after?.y ?? 0) - (y + 60))).toBeLessThan(4)
    expect(await read('heading')).toBeGreaterThan(15)
    expect(await person.page.run(() => notes.commands.filter(name => name.startsWith('play')))).toEqual([])
    // What does not move far is one.
    await drag([300, 80], [301, 81])
    await person.until('the click', () => notes.commands.includes('play-pause'))
  })

  it('turns on for a moment when it is thrown', async () => {
    await swipe()
    const heading = Number(await read('heading'))
    await person.until(
      'more',
      (before: number) => {
        const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
        return Number(yoke.authorValues.get('heading')?.read(yoke)) > before + 1
      },
      heading
    )
  })

  it('stands where it was let go of for a viewer who wants less motion', async () => {
    await person.page.run(() => {
      const { matchMedia } = globalThis
      const reduced = (query: string): MediaQueryList =>
        query.includes('reduced-motion') ? ({ matches: true } as MediaQueryList) : matchMedia.call(globalThis, query)
      globalThis.matchMedia = reduced
    })
    await swipe()
    const heading = await read('heading')
    expect(heading).toBeGreaterThan(10)
    await person.page.run(async () => {
      for (let frame = 0; frame < 20; frame += 1) await new Promise(requestAnimationFrame)
    })
    expect(await read('heading')).toBe(heading)
  })

  it('zooms by two fingers, and goes on turning by the one that stays', async () => {
    await person.page.run(() => {
      const video = document.querySelector('yoke-player')?.shadowRoot?.querySelector('video') as HTMLVideoElement
      const { left, top } = video.getBoundingClientRect()
      // No driver has two fingers: the engine knows nothing of these.
      video.setPointerCapture = () => undefined
      const finger = (type: string, pointerId: number, x: number, y: number): void =>
        void video.dispatchEvent(
          new PointerEvent(type, {
            pointerId,
            pointerType: 'touch',
            clientX: left + x,
            clientY: top + y,
            bubbles: true
          })
        )
      finger('pointerdown', 11, 350, 200)
      finger('pointerdown', 12, 450, 200)
      finger('pointermove', 11, 325, 200)
      finger('pointermove', 12, 475, 200)
      globalThis.kept = finger
    })
    expect(await read('field-of-view')).toBe(50)
    await person.page.run(() => {
      const finger = globalThis.kept as (type: string, pointerId: number, x: number, y: number) => void
      finger('pointerup', 12, 475, 200)
      finger('pointermove', 11, 225, 200)
      finger('pointerup', 11, 225, 200)
    })
    expect(await read('field-of-view')).toBe(50)
    expect(await read('heading')).toBeGreaterThan(5)
  })

  it('turns by keys while it has the focus, and what plays does not seek', async () => {
    const { page } = person
    await page.run(() => document.querySelector('yoke-player')?.shadowRoot?.querySelector('canvas')?.focus())
    for (const key of ['ArrowRight', 'ArrowRight', 'ArrowUp', '+']) await page.press(key)
    expect(await read('look-at')).toBe('10 5 70')
    await page.press('Home')
    expect(await read('look-at')).toBe('0 0 75')
    await page.press('ArrowLeft')
    expect(await read('heading')).toBe(355)
    expect(await page.run(() => document.querySelector('yoke-player')?.currentTime)).toBe(0)
    expect(await page.run(() => notes.commands)).toEqual([])
    await page.press(' ')
    await person.until('playing', () => notes.commands.includes('play-pause'))
  })

  it.each([2.02, 7.5])('draws the frame that stands at %d s, point by point', async seconds => {
    await person.page.run(async (to: number) => {
      const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      await yoke.run('seek', to)
      await yoke.run('look-at', '30 5')
    }, seconds)
    await person.until('the seek', () => {
      const { media } = (document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']).yoke
      return media && !media.seeking && media.readyState > 2
    })
    const spots = Array.from({ length: 63 }, (_, at) => ({ x: 50 + (at % 9) * 87, y: 30 + Math.floor(at / 9) * 55 }))
    const places = spots.map(spot => placeOfRay(rayAt(spot, PANE, { heading: 30, pitch: 5, fieldOfView: 75 })))
    /** How many of the points differ between the view and the film. */
    const count = (): Promise<number> =>
      person.page.run(
        async (seen: typeof spots, filmed: typeof places) => {
          const root = (document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']).shadowRoot
          const canvas = root?.querySelector('canvas') as HTMLCanvasElement
          const video = root?.querySelector('video') as HTMLVideoElement
          const penOf = (picture: CanvasImageSource, width: number, height: number): CanvasRenderingContext2D => {
            const pen = Object.assign(document.createElement('canvas'), { width, height }).getContext('2d')
            pen?.drawImage(picture, 0, 0, width, height)
            return pen as CanvasRenderingContext2D
          }
          const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
          await yoke.run('turn', '0')
          await new Promise(requestAnimationFrame)
          const view = penOf(canvas, canvas.clientWidth, canvas.clientHeight)
          const film = penOf(video, video.videoWidth, video.videoHeight)
          return seen.filter(({ x, y }, at) => {
            const { x: u, y: v } = filmed[at] as { x: number; y: number }
            const a = view.getImageData(Math.floor(x), Math.floor(y), 1, 1).data
            const b = film.getImageData(
              Math.floor((u % 1) * video.videoWidth),
              Math.floor(v * video.videoHeight),
              1,
              1
            ).data
            return [0, 1, 2].some(part => Math.abs((a[part] ?? 0) - (b[part] ?? 0)) > 26)
          }).length
        },
        spots,
        places
      )
    // At an edge of something a hair makes a difference.
    await expect.poll(count).toBeLessThan(4)
  })

  it('has buttons that turn it, and one that looks ahead', async () => {
    await person.click('yoke-player >>> .compass [data-at=right]')
    await person.click('yoke-player >>> .compass [data-at=up]')
    expect(await read('look-at')).toBe('15 15 75')
    await person.click('yoke-player >>> .compass [data-at=home]')
    expect(await read('look-at')).toBe('0 0 75')
  })

  it('zooms with Control and the wheel, and leaves the wheel alone to the page', async () => {
    const { page } = person
    const { x, y } = await person.box('yoke-player')
    await page.run(() => {
      globalThis.kept = []
      addEventListener('wheel', event => (globalThis.kept as boolean[]).push(event.defaultPrevented))
    })
    await page.wheel(x + 200, y + 200, 40)
    await person.until('the wheel', () => (globalThis.kept as boolean[]).length > 0)
    expect(await page.run(() => globalThis.kept)).toEqual([false])
    expect(await read('field-of-view')).toBe(75)
    await page.run(() => {
      const video = document.querySelector('yoke-player')?.shadowRoot?.querySelector('video')
      video?.dispatchEvent(new WheelEvent('wheel', { deltaY: -200, ctrlKey: true, bubbles: true, cancelable: true }))
    })
    expect(await read('field-of-view')).toBe(65)
  })

  it('comes back when its graphics were lost, and shows the flat picture meanwhile', async () => {
    const { page } = person
    await page.run(() => {
      const canvas = document.querySelector('yoke-player')?.shadowRoot?.querySelector('canvas')
      const lose = canvas?.getContext('webgl2')?.getExtension('WEBGL_lose_context')
      globalThis.kept = lose
      lose?.loseContext()
    })
    await person.until('the flat picture', () => !document.querySelector('yoke-player')?.matches(':state(around)'))
    await page.run(() => (globalThis.kept as WEBGL_lose_context).restoreContext())
    await isAround()
    expect((await lightsIn(person, '0 0')).green).toBeDefined()
    expect(await page.run(() => notes)).toMatchObject({ faults: [], errors: [] })
  })

  it('is flat again when that is said, and leaves nothing', async () => {
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('view', 'flat'))
    await person.until('flat', () => !document.querySelector('yoke-player')?.matches(':state(around)'))
    expect(
      await person.page.run(
        () => document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll('canvas, .compass').length
      )
    ).toBe(0)
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('view', 'around'))
    await isAround()
  })
})

describe('a picture that goes all round, in a page of one’s own', () => {
  it('has commands, values and a state in markup, and tells what cannot be read', async () => {
    await person.mount(
      player(
        'look-at="90 10"',
        `<video src="${ROOM}" muted></video>
        <button command="--turn" value="-30 5">Left</button> <button command="--reset-view">Ahead</button>
        <button command="--look-at" value="north" id="wrong">North</button>
        <label>Heading <input type="range" min="0" max="360" data-yoke-value="heading"></label>
        <output data-yoke-value="pitch"></output> <p data-yoke-when="around">All round</p>`
      )
    )
    await isAround()
    await person.until('where it is to begin', () => document.querySelector('output')?.textContent === '10')
    await person.click('button')
    expect(await read('look-at')).toBe('60 15 75')
    expect(await person.page.run(() => document.querySelector('input')?.value)).toBe('60')
    await person.page.run(() => {
      const input = document.querySelector('input') as HTMLInputElement
      input.value = '200'
      input.dispatchEvent(new Event('input', { bubbles: true }))
    })
    expect(await read('heading')).toBe(200)
    await person.click('button:nth-of-type(2)')
    expect(await read('look-at')).toBe('90 10 75')
    await person.click('#wrong')
    await person.until('the fault', () => notes.faults.length > 0)
    expect(await person.page.run(() => notes.faults)).toEqual(['number-unreadable: write value="120 -10"'])
    expect(await person.text('p')).toBe('All round')
  })

  it('is remembered with the place', async () => {
    await person.mount(REMEMBERING)
    await isAround()
    await person.page.run(async () => {
      const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      await yoke.run('play')
      await yoke.run('look-at', '222 -11')
      await yoke.run('seek', 5)
      await yoke.run('pause')
    })
    await person.until('it to be kept', () => localStorage.getItem('yokewright.watched')?.includes('222 -11 75'))
    // Another visit to the same site: what is kept stays.
    await person.page.run(async (html: string) => {
      document.body.innerHTML = ''
      await new Promise(resolve => setTimeout(resolve))
      document.body.innerHTML = html
    }, REMEMBERING)
    await isAround()
    await person.until('the place and the view', () => {
      const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      return yoke.authorValues.get('look-at')?.read(yoke) === '222 -11 75' && yoke.media?.currentTime === 5
    })
  })

  it.each([
    ['under the browser’s own controls', 'video controls', 'view-unavailable'],
    ['where it is sound', 'audio', 'view-unavailable']
  ])('stays flat %s, and says so', async (_, tag, code) => {
    const [name] = tag.split(' ')
    await person.mount(player('', `<${tag} src="${ROOM}" muted></${name}>`))
    await person.until('the fault', (wanted: string) => notes.faults.some(told => told.startsWith(wanted)), code)
    expect(await person.page.run(() => document.querySelector('yoke-player')?.matches(':state(around)'))).toBe(false)
    expect(await person.page.run(() => notes.errors)).toEqual([])
  })

  it('stays flat where no page may read the picture, and says what its server is to send', async () => {
    const { page, server } = person
    await person.mount(
      player('controls', `<video src="${server.address.replace('127.0.0.1', 'localhost')}${ROOM}" muted></video>`)
    )
    await person.until('the fault', () => notes.faults.length > 0)
    const told = await page.run(() => notes.faults)
    expect(told).toEqual([
      expect.stringMatching(/^picture-unreadable: let its server send Access-Control-Allow-Origin/)
    ])
    expect(await page.run(() => document.querySelector('yoke-player')?.matches(':state(around)'))).toBe(false)
    await page.run(() => document.querySelector('yoke-player')?.yoke.run('play'))
    await person.until('it to play on', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 0.5)
    expect(await page.run(() => notes.errors)).toEqual([])
  })

  it('turns with the device after a press, from where it is, and says why where it may not', async () => {
    const { page } = person
    await person.mount(
      `<script>
      Object.defineProperty(navigator, 'maxTouchPoints', { value: 5 })
      globalThis.DeviceOrientationEvent = class extends Event {
        static requestPermission = () => Promise.resolve(globalThis.answer ?? 'granted')
      }
      globalThis.hold = (alpha, beta, gamma) => dispatchEvent(Object.assign(new Event('deviceorientation'), { alpha, beta, gamma }))
      </script>${player(`controls look-at="100 0" src="${ROOM}"`)}`
    )
    await isAround()
    await person.until('the button', () => {
      const button = document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('.compass .device')
      return button && !button.hidden && button.ariaDisabled !== 'true'
    })
    await person.click('yoke-player >>> .compass .device')
    await person.until('it to be on', () =>
      document.querySelector('yoke-player')?.matches(':state(turning-with-device)')
    )
    // Held upright, then turned by 30 degrees to the right and leant back by ten.
    await page.run(() => {
      const { hold } = globalThis as unknown as { hold(alpha: number, beta: number, gamma: number): void }
      hold(200, 90, 0)
      hold(170, 100, 0)
    })
    await person.until('the turn', () => {
      const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      return yoke.authorValues.get('look-at')?.read(yoke) === '130 10 75'
    })
    await person.click('yoke-player >>> .compass .device')
    await person.until(
      'it to be off',
      () => !document.querySelector('yoke-player')?.matches(':state(turning-with-device)')
    )
    await page.run(() => void Object.assign(globalThis, { answer: 'denied' }))
    await person.click('yoke-player >>> .compass .device')
    await person.until('the fault', () => notes.faults.length > 0)
    expect(await page.run(() => notes.faults)).toEqual(['turning-refused: allow motion and orientation for this site'])
  })

  it('says that a picture has another shape', async () => {
    await person.mount(player('controls src="/media/tide-clock.webm"'))
    await isAround()
    // The words of faults are a part of their own, and come after the picture.
    await person.until('the fault', () => notes.faults.length > 0)
    expect(await person.page.run(() => notes.faults.map(told => told.split(':')[0]))).toEqual(['view-misshapen'])
  })
})

// Without a screen Firefox has none here; the others always do.
it.runIf(currentEngine() === 'firefox')('stays flat in a browser without WebGL, says so, and plays', async () => {
  const plain = await openPerson('firefox')
  await plain.mount(player(`controls src="${ROOM}"`))
  await plain.until('the fault', () => notes.faults.length > 0)
  expect(await plain.page.run(() => notes.faults)).toEqual([expect.stringMatching(/^view-unavailable: /)])
  await plain.page.run(() => document.querySelector('yoke-player')?.yoke.run('play'))
  await plain.until('it to play', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 0.3)
  expect(
    await plain.page.run(() => [notes.errors.length, document.querySelector('yoke-player')?.matches(':state(around)')])
  ).toEqual([0, false])
  await plain.leave()
})
