import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type * as scenes from '../../src/scenes/index.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person, readFrameNumber } from '../support/person.ts'

/** What the classic script of scenes brings, and what cases keep. */
interface Scenes {
  readonly yokewright: { readonly scenes: typeof scenes }
  picture: scenes.Picture
  offer: scenes.CommandOffer
  shapes: scenes.CoupledShapes
  offered: string[]
}

const engine = currentEngine()
let person: Person
beforeAll(async () => {
  person = await openPerson(engine, { graphics: true })
})
afterAll(() => person?.leave())

const HEAD = '<script src="/dist/yokewright.scenes.js" defer></script>'
const player = (inside: string, more = ''): string =>
  `<yoke-player id="p" style="display: block; inline-size: 320px"><video muted playsinline preload="auto" ${inside}></video></yoke-player>${more}`

const mount = async (html: string): Promise<void> => {
  await person.mount(html, { head: HEAD })
  await person.until('scenes', () => 'scenes' in yokewright)
}
const ready = (): Promise<void> =>
  person.until('a picture', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)

describe('the picture of a player', () => {
  /** Puts a film's frame into a texture, draws it flat, and reads the strip of squares from what was drawn. */
  const frameOnTexture = (): Promise<number | undefined> =>
    person.page.run(() => {
      const { picture, yokewright } = globalThis as unknown as Scenes
      const canvas = (document.querySelector('canvas') ??
        document.body.appendChild(document.createElement('canvas'))) as HTMLCanvasElement
      canvas.width = picture.width
      canvas.height = picture.height
      const gl = canvas.getContext('webgl2') as WebGL2RenderingContext
      const texture = gl.createTexture()
      const uploaded = yokewright.scenes.uploadPicture(gl, texture, picture)
      if (!uploaded.ok || !uploaded.value) return undefined
      // Read back from the texture itself.
      gl.bindFramebuffer(gl.FRAMEBUFFER, gl.createFramebuffer())
      gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, texture, 0)
      const read = (x: number, y: number): number => {
        const point = new Uint8Array(4)
        gl.readPixels(x, y, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, point)
        return (point[0] ?? 0) > 127 ? 1 : 0
      }
      const bits = Array.from({ length: 16 }, (_, square) => read(square * 24 + 12, picture.height - 12))
      const number = bits.slice(2, 15).reduce((sum, bit) => sum * 2 + bit, 0)
      const parity = bits.slice(2, 15).reduce((sum, bit) => sum ^ bit, 0)
      return bits[0] === 1 && bits[1] === 0 && bits[15] === parity ? number : undefined
    })

  it('is on a texture as it was sought, frame by frame, and its own time says which', async () => {
    await mount(player('width="1280" height="720" src="/media/spring-tide.webm"'))
    await ready()
    await person.page.run(() => {
      const page = globalThis as unknown as Scenes
      page.picture = page.yokewright.scenes.openPicture(document.querySelector('yoke-player') as never)
    })
    for (const frame of [75, 312, 101]) {
      await person.page.run(
        (to: number) => document.querySelector('yoke-player')?.yoke.run('seek', to),
        (frame + 0.5) / 25
      )
      const isThere = async (): Promise<boolean> => {
        const number = await frameOnTexture()
        const shown = await person.page.run(readFrameNumber, '#p video')
        return number === shown && number === frame
      }
      await expect.poll(isThere).toBe(true)
      // Some engines name the time of the frame, others the one that was sought.
      const off = async (): Promise<number> =>
        Math.abs(((await person.page.run(() => (globalThis as unknown as Scenes).picture.mediaTime)) ?? 0) * 25 - frame)
      await expect.poll(off).toBeLessThan(1)
    }
    expect(await person.page.run(() => notes.errors)).toEqual([])
  })

  it('tells of each frame while it plays, and of none while it stands', async () => {
    await mount(player('loop width="600" height="600" src="/media/tide-clock.webm"'))
    await ready()
    await person.page.run(() => {
      const page = globalThis as unknown as Scenes
      page.picture = page.yokewright.scenes.openPicture(document.querySelector('yoke-player') as never)
      document.querySelector('yoke-player')?.yoke.run('play')
    })
    await person.until('ten frames', () => (globalThis as unknown as Scenes).picture.version > 10)
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('pause'))
    await person.until('the pause', () => document.querySelector('yoke-player')?.yoke.states.paused)
    // What was on its way has come by then.
    const [before, after] = await person.page.run(async () => {
      const { picture } = globalThis as unknown as Scenes
      const frames = async (count: number): Promise<void> => {
        for (let frame = 0; frame < count; frame += 1) await new Promise(requestAnimationFrame)
      }
      await frames(10)
      const stood = picture.version
      await frames(20)
      return [stood, picture.version]
    })
    expect(after).toBe(before)
  })

  it('changes its source and size with what plays, and says why there is none', async () => {
    await mount(player('width="600" height="600" src="/media/tide-clock.webm"'))
    await ready()
    const sizes = await person.page.run(async () => {
      const page = globalThis as unknown as Scenes
      const element = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const picture = page.yokewright.scenes.openPicture(element as never)
      page.picture = picture
      const told = [`${picture.width} × ${picture.height}`]
      picture.subscribe(() => told.push(picture.fault?.code ?? `${picture.width} × ${picture.height}`))
      const video = element.querySelector('video') as HTMLVideoElement
      video.src = '/media/lock-gate.webm'
      globalThis.kept = told
      return told[0]
    })
    expect(sizes).toBe('600 × 600')
    await person.until('the other size', () => (globalThis.kept as string[]).at(-1) === '540 × 960')
    expect(await person.page.run(() => globalThis.kept)).toContain('picture-unreadable')
  })

  it('of another origin is a fault with its cure, and no exception', async () => {
    const elsewhere = person.server.address.replace('127.0.0.1', 'localhost')
    await mount(player(`src="${elsewhere}/media/tide-clock.webm"`))
    await ready()
    const told = await person.page.run(() => {
      const { openPicture, uploadPicture } = (globalThis as unknown as Scenes).yokewright.scenes
      const picture = openPicture(document.querySelector('yoke-player') as never)
      const gl = document.createElement('canvas').getContext('webgl2') as WebGL2RenderingContext
      const uploaded = uploadPicture(gl, gl.createTexture(), picture)
      return [picture.source === undefined, uploaded.ok, picture.fault?.code, picture.fault?.hint]
    })
    expect(told).toEqual([true, false, 'picture-unreadable', expect.stringContaining('crossorigin="anonymous"')])
  })
})

describe('the clock of a scene', () => {
  it('runs evenly with what plays, in each frame, and stands with it', async () => {
    await mount(player('width="600" height="600" src="/media/tide-clock.webm"'))
    await ready()
    const read = await person.page.run(async () => {
      const element = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const clock = (globalThis as unknown as Scenes).yokewright.scenes.clockOf(element as never)
      await element.yoke.run('play')
      const times: number[] = []
      for (let frame = 0; frame < 60; frame += 1) {
        const at = await new Promise<number>(requestAnimationFrame)
        times.push(clock(at))
      }
      await element.yoke.run('pause')
      const stands = [clock(), clock()]
      return { times, stands, media: element.currentTime }
    })
    const steps = read.times.slice(20).map((time, index) => time - (read.times[index + 19] ?? 0))
    expect(Math.min(...steps)).toBeGreaterThanOrEqual(0)
    // An engine that steps its own clock reads the same for most frames: 59 % in Firefox.
    expect(steps.filter(step => step === 0).length).toBeLessThan(steps.length / 4)
    expect(read.stands).toEqual([read.media, read.media])
  })
})

describe('an offer', () => {
  beforeEach(async () => {
    await mount(player('width="600" height="600" src="/media/tide-clock.webm"', '<div id="layer"></div>'))
    await ready()
    await person.page.run(() => {
      const page = globalThis as unknown as Scenes
      const layer = document.querySelector('#layer') as HTMLElement
      page.offered = []
      page.offer = page.yokewright.scenes.offerCommand(document.querySelector('yoke-player') as never, 'play-pause', {
        layer
      })
      page.offer.subscribe(() => page.offered.push(`${page.offer.label} ${page.offer.isOn} ${page.offer.isFocused}`))
    })
  })

  it('says what its command would do, presses it, and tells of changes', async () => {
    const { page } = person
    expect(
      await page.run(() => {
        const { offer } = globalThis as unknown as Scenes
        return [offer.label, offer.isOn, offer.availability, offer.button.textContent]
      })
    ).toEqual(['Play', false, 'now', 'Play'])
    await page.run(() => (globalThis as unknown as Scenes).offer.press())
    await person.until('playing', () => document.querySelector('yoke-player')?.yoke.states.playing)
    await person.until('the label', () => (globalThis as unknown as Scenes).offer.button.textContent === 'Pause')
    expect(await page.run(() => (globalThis as unknown as Scenes).offered)).toContain('Pause true false')
  })

  it('is reached by Tab and pressed by keys, with its ring where it is drawn', async () => {
    const { page } = person
    await page.run(() => (globalThis as unknown as Scenes).offer.place({ x: 300, y: 200, width: 80, height: 40 }))
    const box = await person.box('#layer button')
    expect([box.width, box.height]).toEqual([80, 40])
    await page.run(() => (globalThis as unknown as Scenes).offer.button.focus())
    await page.press('Enter')
    await person.until('playing', () => document.querySelector('yoke-player')?.yoke.states.playing)
    expect(await page.run(() => (globalThis as unknown as Scenes).offer.isFocused)).toBe(true)
  })

  it('leaves nothing when it is closed', async () => {
    expect(
      await person.page.run(() => {
        const { offer } = globalThis as unknown as Scenes
        offer.close()
        offer.close()
        return document.querySelectorAll('#layer *').length
      })
    ).toBe(0)
  })
})

describe('shapes', () => {
  const couple = (): Promise<string[]> =>
    person.page.run(() => {
      const page = globalThis as unknown as Scenes
      const shape = (name: string, ...children: scenes.Shape[]): scenes.Shape => ({ name, children })
      const glyph = shape('triangle')
      const screen = shape('screen', shape('--play-pause', glyph), shape('--skip_10'), shape('--plya'), shape('frame'))
      globalThis.kept = { screen, glyph }
      page.shapes = page.yokewright.scenes.coupleShapes(screen, document.querySelector('yoke-player') as never, {
        labels: { '--skip_10': 'On by ten seconds' }
      })
      return [...page.shapes.offers.values()].map(({ label }) => label)
    })

  it('are controls by their names, with what is nested in them; a wrong name is told', async () => {
    await mount(player('width="600" height="600" src="/media/tide-clock.webm"'))
    await ready()
    expect(await couple()).toEqual(['Play', 'On by ten seconds', 'Plya'])
    await person.until('the fault', () => notes.faults.some(told => told.startsWith('command-unknown')))
    expect(await person.page.run(() => notes.faults)).toEqual([expect.stringMatching(/^command-unknown: .*play/)])
    const pressed = await person.page.run(() => {
      const { shapes } = globalThis as unknown as Scenes
      const { screen, glyph } = globalThis.kept as { screen: scenes.Shape; glyph: scenes.Shape }
      return [shapes.press(glyph), shapes.press(screen), shapes.press(screen.children[3] as scenes.Shape)]
    })
    expect(pressed).toEqual([true, false, false])
    await person.until('playing', () => document.querySelector('yoke-player')?.yoke.states.playing)
  })

  it('come and go with the scene', async () => {
    await mount(player('width="600" height="600" src="/media/tide-clock.webm"'))
    await couple()
    const counts = await person.page.run(() => {
      const { shapes } = globalThis as unknown as Scenes
      const { screen } = globalThis.kept as { screen: { children: scenes.Shape[] } }
      const buttons = (): number => document.querySelectorAll('[command]').length
      const all = [buttons()]
      screen.children = [screen.children[0] as scenes.Shape, { name: '--restart', children: [] }]
      shapes.refresh()
      all.push(buttons())
      shapes.close()
      return [...all, buttons()]
    })
    expect(counts).toEqual([3, 2, 0])
  })
})

describe('captions on a canvas', () => {
  const FILE = `WEBVTT

00:00.000 --> 00:08.000
<v Keeper>High <b.loud>water</b> <00:05.000>at six.

00:00.000 --> 00:08.000 line:0 position:100% align:start
الماء مرتفع`

  it('are data for painters, and are painted where they stand', async () => {
    await mount(
      `<script type="text/vtt" id="words">${FILE}</script>${player('width="600" height="600" src="/media/tide-clock.webm"').replace('</video>', '<track default src="#words" srclang="en" label="English"></video>')}`
    )
    await ready()
    await person.until('the captions', () => document.querySelector('yoke-player')?.yoke.states.captionsShowing)
    await person.until(
      'the cues',
      () =>
        (globalThis as unknown as Scenes).yokewright.scenes.shownCues(document.querySelector('yoke-player') as never)
          .length === 2
    )
    const cues = await person.page.run(() =>
      (globalThis as unknown as Scenes).yokewright.scenes
        .shownCues(document.querySelector('yoke-player') as never)
        .map(({ text, direction, runs }) => ({
          text,
          direction,
          runs: runs.map(run => [run.text, run.tags.join(), run.classes.join(), run.voice, run.time])
        }))
    )
    expect(cues).toEqual([
      {
        text: 'High water at six.',
        direction: 'ltr',
        runs: [
          ['High ', 'v', '', 'Keeper', 'now'],
          ['water', 'v,b', 'loud', 'Keeper', 'now'],
          [' ', 'v', '', 'Keeper', 'now'],
          ['at six.', 'v', '', 'Keeper', 'future']
        ]
      },
      { text: 'الماء مرتفع', direction: 'rtl', runs: [['الماء مرتفع', '', '', '', 'now']] }
    ])
    const painted = await person.page.run(() => {
      const canvas = document.createElement('canvas')
      canvas.width = 640
      canvas.height = 360
      const pen = canvas.getContext('2d') as CanvasRenderingContext2D
      const count = (globalThis as unknown as Scenes).yokewright.scenes.paintCaptions(
        pen,
        document.querySelector('yoke-player') as never
      )
      document.body.append(canvas)
      /** Where the ground of lines lies: at the top, in the middle, at the foot. */
      const rows = [13, 180, 347].map(y => {
        const { data } = pen.getImageData(0, y, 640, 1)
        const filled = Array.from({ length: 640 }, (_, x) => (data[x * 4 + 3] ?? 0) > 100)
        return [filled.indexOf(true), filled.lastIndexOf(true)]
      })
      return { count, rows }
    })
    expect(painted.count).toBe(2)
    const [top = [], middle, foot = []] = painted.rows
    expect(middle).toEqual([-1, -1])
    // Text from right to left starts at the right; text in the middle lies evenly.
    expect(top[1]).toBeGreaterThan(620)
    expect(top[0]).toBeGreaterThan(400)
    expect(Math.abs((foot[0] ?? 0) + (foot[1] ?? 0) - 639)).toBeLessThan(6)
  })
})

describe('sound from a place', () => {
  it('is refused where no page may take it, and the film sounds as before', async () => {
    const elsewhere = person.server.address.replace('127.0.0.1', 'localhost')
    await mount(player(`src="${elsewhere}/media/tide-clock.webm"`))
    await ready()
    const told = await person.page.run(() => {
      const placed = (globalThis as unknown as Scenes).yokewright.scenes.placeSound(
        document.querySelector('yoke-player') as never
      )
      return placed.ok ? 'placed' : [placed.fault.code, placed.fault.hint]
    })
    expect(told).toEqual(['sound-unplaceable', expect.stringContaining('Access-Control-Allow-Origin')])
  })

  it('comes from where it is put, from several places at once, and from everywhere again at its end', async () => {
    await mount(player('width="600" height="600" src="/media/tide-clock.webm"'))
    await ready()
    const graph = await person.page.run(() => {
      const { listenFrom, placeSound } = (globalThis as unknown as Scenes).yokewright.scenes
      const element = document.querySelector('yoke-player') as never
      const first = placeSound(element, { at: [3, 0, 0], panner: { panningModel: 'equalpower' } })
      const second = placeSound(element, { at: [-3, 1, 0] })
      if (!first.ok || !second.ok) return undefined
      listenFrom(first.value.context, [0, 1.6, 2], [0, 0, -1])
      first.value.moveTo([5, 0, 1])
      const { positionX, positionZ, panningModel } = first.value.panner
      const shared = first.value.context === second.value.context
      first.value.close()
      first.value.close()
      second.value.close()
      const again = placeSound(element)
      return [positionX.value, positionZ.value, panningModel, shared, again.ok]
    })
    expect(graph).toEqual([5, 1, 'equalpower', true, true])
    expect(await person.page.run(() => notes)).toMatchObject({ faults: [], errors: [] })
  })
})
