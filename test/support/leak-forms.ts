import type { EnginePage } from './engine-page.ts'
import { CLIP } from './person.ts'

const OWN = `<button type="button" command="--play-pause">Play</button><b data-yoke-value="current-time"></b><div><i data-yoke-fill="position"></i><input type="range" data-yoke-value="current-time"></div>`
const player = (attributes: string, inside = CLIP): string => `<yoke-player ${attributes}>${inside}</yoke-player>`
const SRC = 'src="/media/tide-clock.webm" muted'

/** What the script of a page does with a player that has just come. */
type AfterMount = 'clip' | 'tracks' | 'command' | undefined

/** Markup, and what is then done with its player. */
export type Form = readonly [html: string, then?: AfterMount]

/** Forms of players, attributes that begin something of their own, and couplings of every kind. */
export const LEAK_FORMS: Readonly<Record<string, Form>> = {
  wired: [player('', CLIP + OWN)],
  'ready-made': [player('controls')],
  made: [player(`controls ${SRC}`)],
  sound: [player('controls src="/media/harbour-radio.mp3"', '')],
  backdrop: [player('backdrop')],
  debug: [player('debug', CLIP + OWN)],
  'debug, ready-made': [player('debug controls')],
  'start-when="in-view"': [player('start-when="in-view"')],
  'start-when="at-once"': [player('start-when="at-once" start-sound="off"')],
  'start-at': [player('start-at="3"')],
  autoplay: [player('autoplay muted')],
  'poster-at': [player('poster-at="2"')],
  'loading="lazy"': [player('loading="lazy"')],
  solo: [player('solo')],
  'drop-files': [player('drop-files')],
  measures: [player('measures')],
  moments: [player(`controls settings='{"moments":[{"at":1,"label":"One"}]}'`)],
  'lists of moments': [
    player(
      `settings='{"moments":[{"at":1,"label":"One"}]}'`,
      `${CLIP}<ol data-yoke-moments></ol><ul data-yoke-moments="own"><li data-yoke-at="2">Two</li></ul><div><i data-yoke-marks></i><i data-yoke-preview></i></div>`
    )
  ],
  playlist: [player(`controls muted playlist='["/media/tide-clock.webm"]'`, '<ol data-yoke-playlist></ol>')],
  'from and until': [player('from="2" until="4"')],
  memory: [player('controls resume-position="offered" resume-settings')],
  reports: [player('report-to="/media/nowhere"')],
  'all round': [player('controls view="around" src="/media/lamp-room.webm" muted', '')],
  docking: [player('controls dock-when="scrolled-away"')],
  'a window of its own': [player('controls picture-in-picture="player"')],
  'clip by script': [player('controls', ''), 'clip'],
  'a track without end': [player('', CLIP), 'tracks'],
  'a command without end': [player('', CLIP), 'command'],
  transcript: [player('', `${CLIP}<ol data-yoke-transcript></ol><div data-yoke-captions></div>`)],
  'controls elsewhere': [
    `${player('id="far"')}<p data-yoke-for="far"><button type="button" command="--play" commandfor="far">Play</button><b data-yoke-for="far" data-yoke-value="duration"></b></p>`
  ],
  'in one another': [player('', CLIP + player('controls', CLIP))]
}

/**
 * Puts forms into the page's `<main>` for a few frames and takes them out again, many times.
 * @param endless an address whose answer never ends.
 */
export const comeAndGo = (page: EnginePage, forms: readonly Form[], times: number, endless: string): Promise<void> =>
  page.run(
    async (all: readonly Form[], count: number, address: string) => {
      const main = document.querySelector('main') as Element
      const frame = (): Promise<unknown> => new Promise(resolve => requestAnimationFrame(resolve))
      const use = (place: Element, after: AfterMount, time: number): void => {
        const one = place.querySelector('yoke-player')
        if (one && after === 'clip') one.clip = { sources: ['/media/tide-clock.webm'], title: 'Clock' }
        if (one && after === 'tracks') {
          one.yoke.configure({ tracks: [{ src: `${address}?${time}`, srclang: 'en' }] })
          one.yoke.run('set-captions', 'en')
        }
        if (one && after === 'command') {
          one.yoke.defineCommand('wait', () => new Promise<void>(() => undefined))
          one.yoke.run('wait')
        }
      }
      for (let time = 0; time < count; time += 1) {
        for (const [html, after] of all) {
          const place = main.appendChild(document.createElement('div'))
          place.innerHTML = html
          use(place, after, time)
        }
        // Long enough for what comes after the first frame.
        for (let frames = 0; frames < 4; frames += 1) await frame()
        const media = [...main.querySelectorAll<HTMLMediaElement>('video, audio')]
        main.replaceChildren()
        // A page holds only so many decoders.
        for (const element of media) {
          element.removeAttribute('src')
          element.load()
        }
        await frame()
      }
    },
    forms,
    times,
    endless
  )

/** Puts controls that name a player elsewhere in and out, many times, beside a player that stays. */
export const controlsComeAndGo = (page: EnginePage, count: number): Promise<void> =>
  page.run(async (times: number) => {
    const main = document.querySelector('main') as Element
    if (!document.querySelector('#stays'))
      main.innerHTML = '<yoke-player id="stays"><video muted></video></yoke-player><p></p>'
    const place = main.querySelector('p') as Element
    for (let time = 0; time < times; time += 10) {
      place.innerHTML =
        '<button type="button" command="--play" commandfor="stays">Play</button><b data-yoke-for="stays" data-yoke-value="duration"></b>'.repeat(
          5
        )
      await new Promise(resolve => setTimeout(resolve))
      place.replaceChildren()
      await new Promise(resolve => setTimeout(resolve))
    }
    // The last records of what has changed are let go with the next frames.
    for (let frames = 0; frames < 3; frames += 1) await new Promise(resolve => requestAnimationFrame(resolve))
  }, count)

interface ReactPage {
  readonly apps: Readonly<Record<string, unknown>>
  createElement(app: unknown): unknown
  createRoot(root: Element): { render(app: unknown): void }
  flushSync(act: () => void): void
  setThere(isThere: boolean): void
}

/** Draws, on a page with the script of {@link buildReactPage}, a player that comes and goes and hooks that stay, in strict mode. */
export const drawReactPlayer = (page: EnginePage): Promise<void> =>
  page.run(async () => {
    const { createRoot, createElement, apps } = globalThis as unknown as ReactPage
    createRoot(document.querySelector('#root') as Element).render(createElement(apps.Hooked))
    while (!document.querySelector('yoke-player')) await new Promise(resolve => requestAnimationFrame(resolve))
  })

/** Lets it go while it plays, so many times. */
export const reactPlayerComesAndGoes = (page: EnginePage, count: number): Promise<void> =>
  page.run(async (times: number) => {
    const { flushSync, setThere } = globalThis as unknown as ReactPage
    for (let time = 0; time < times; time += 1) {
      flushSync(() => setThere(true))
      await document.querySelector('yoke-player')?.play()
      flushSync(() => setThere(false))
      await new Promise(resolve => requestAnimationFrame(resolve))
    }
  }, count)

/**
 * Draws a player by other means while it plays, and takes it away: its picture on a texture, captions, offers, shapes, sound
 * from a place. Needs the classic script of scenes.
 */
export const scenesComeAndGo = (page: EnginePage, times: number): Promise<void> =>
  page.run(async (cycles: number) => {
    const { scenes } = (globalThis as unknown as { yokewright: { scenes: typeof import('../../src/scenes/index.ts') } })
      .yokewright
    const main = document.querySelector('main') as HTMLElement
    const gl = document.createElement('canvas').getContext('webgl2') as WebGL2RenderingContext
    const pen = document.createElement('canvas').getContext('2d') as CanvasRenderingContext2D
    const texture = gl.createTexture()
    // Chromium holds what has sounded through a context for as long as the context lives.
    const context = new AudioContext()
    for (let cycle = 0; cycle < cycles; cycle += 1) {
      main.innerHTML = '<yoke-player muted loop src="/media/tide-clock.webm"></yoke-player>'
      const player = main.firstElementChild as HTMLElementTagNameMap['yoke-player']
      const life = new AbortController()
      const { signal } = life
      const picture = scenes.openPicture(player, { signal })
      const clock = scenes.clockOf(player)
      const shape = { name: 'screen', children: [{ name: '--play-pause', children: [] }] }
      const shapes = scenes.coupleShapes(shape, player, { signal })
      const offer = scenes.offerCommand(player, 'toggle-muted', { layer: main, signal })
      for (const listen of [picture.subscribe, picture.follow, offer.subscribe]) listen.call(picture, () => undefined)
      await player.yoke.run('play')
      scenes.placeSound(player, { context, signal })
      for (let frame = 0; frame < 3; frame += 1) {
        clock(await new Promise(requestAnimationFrame))
        scenes.uploadPicture(gl, texture, picture)
        scenes.paintCaptions(pen, player)
      }
      // One ends its scene first, the next goes with its player alone.
      if (cycle % 2 === 0) life.abort()
      shapes.refresh()
      main.replaceChildren()
      if (cycle % 2 === 1) life.abort()
      // A player lets its media go once it knows that it was not merely moved.
      await new Promise(resolve => setTimeout(resolve))
    }
    gl.getExtension('WEBGL_lose_context')?.loseContext()
    await context.close()
  }, times)
