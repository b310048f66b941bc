import type { EngineName } from './engine-list.ts'
import type { EnginePage } from './engine-page.ts'
import { openEngine, openWithGraphics } from './engines.ts'
import { PATIENCE } from './patience.ts'
import { startServer, type TestServer } from './server.ts'

interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Someone at a page: looks, points, presses, waits for something to be so. */
export interface Person {
  readonly page: EnginePage
  readonly server: TestServer
  /** Opens a page from memory with `html` in its body, and waits until the library is there. */
  mount(
    html: string,
    options?: { readonly head?: string; readonly headers?: Record<string, string>; readonly script?: string }
  ): Promise<void>
  /** As {@link mount}, with the library as modules, as a package is used: each part comes by itself. */
  mountModules(html: string, entry?: 'index' | 'ready-made'): Promise<void>
  /** Puts `html` into a page that is there already: WebKit's load event waits 3 s for a video with preload="none". */
  put(html: string): Promise<void>
  /** Where an element is, in the viewport. ` >>> ` goes into a shadow root, here and below. */
  box(selector: string): Promise<Box>
  click(selector: string): Promise<void>
  /** Presses at a share of an element's width, moves to another, and lets go unless told to hold. */
  drag(selector: string, from: number, to: number, options?: { readonly hold?: boolean }): Promise<void>
  /** Waits until a function of the page gives something truthy. */
  until<Args extends readonly unknown[]>(
    what: string,
    condition: (...args: Args) => unknown,
    ...args: Args
  ): Promise<void>
  text(selector: string): Promise<string>
  /** A finger's tap in the middle of an element, or at another share of its width. */
  tap(selector: string, share?: number): Promise<void>
  doubleClick(selector: string): Promise<void>
  leave(): Promise<void>
}

/** For pages that need a media without a picture. */
export const TESTING = `<script type="module">import * as testing from '/dist/media/kit/index.js'; globalThis.testing = testing</script>`

const LIBRARY = '<script src="/dist/yokewright.js" defer></script>'

/** What happens on a mounted page is written down, before anything else runs. */
const NOTES = `<script>
globalThis.notes = { faults: [], errors: [], commands: [], events: [] }
addEventListener('yoke-fault', event => { notes.faults.push(event.fault.code + ': ' + event.fault.hint); event.preventDefault() })
addEventListener('yoke-command', event => { notes.commands.push([event.command, event.value].filter(part => part !== undefined && typeof part !== 'object').join(' ')) })
addEventListener('error', event => { if (event.message) notes.errors.push(event.message) })
addEventListener('unhandledrejection', event => { notes.errors.push(String(event.reason)) })
// What a case listens to beyond its own markup ends with it.
globalThis.ofCase = []
for (const target of [globalThis, document]) {
  const { addEventListener: add } = target
  target.addEventListener = (type, listener, options) => {
    if (type.startsWith('yoke-')) ofCase.push(() => target.removeEventListener(type, listener, options))
    add.call(target, type, listener, options)
  }
}
</script>`

/**
 * Runs in a page: takes out all that a case has left, and puts the markup of the next one in.
 * @returns whether the page is one of the kind that is wanted.
 */
const showNext = async (kind: string, html: string): Promise<boolean> => {
  const page = globalThis as { trial?: string; ofCase?: (() => void)[] }
  // A screen that is full takes its time to go back; a press on a page that is gone is none.
  if (page.trial !== kind || document.fullscreenElement) return false
  for (const end of page.ofCase?.splice(0) ?? []) end()
  const roots = [document, ...[...document.querySelectorAll('*')].flatMap(({ shadowRoot }) => shadowRoot ?? [])]
  const media = roots.flatMap(root => [...root.querySelectorAll<HTMLMediaElement>('video, audio')])
  document.body.replaceChildren()
  for (const { name } of [...document.body.attributes]) document.body.removeAttribute(name)
  for (const { name } of [...document.documentElement.attributes]) document.documentElement.removeAttribute(name)
  document.documentElement.lang = 'en'
  document.documentElement.dataset.yokeChecks = 'off'
  // A player lets its media go once it knows that it was not merely moved; a page holds only so many decoders.
  await new Promise(resolve => setTimeout(resolve))
  for (const element of media) {
    element.removeAttribute('src')
    element.replaceChildren()
    element.load()
  }
  localStorage.clear()
  scrollTo(0, 0)
  // The order of Tab begins anew (HTML, "sequential focus navigation starting point").
  document.body.tabIndex = -1
  document.body.focus()
  document.body.removeAttribute('tabindex')
  globalThis.notes = { faults: [], errors: [], commands: [], events: [] }
  document.body.innerHTML = html
  return true
}

/** Runs in a page: what its media are at, and what has been told, for the message of a wait that was in vain. */
const describePage = (): string => {
  const roots = [document, ...[...document.querySelectorAll('*')].flatMap(({ shadowRoot }) => shadowRoot ?? [])]
  const media = roots
    .flatMap(root => [...root.querySelectorAll<HTMLMediaElement>('video, audio')])
    .map(({ currentSrc, currentTime, paused, muted, readyState, networkState, error, seeking }) => ({
      file: currentSrc.split('/').pop(),
      currentTime,
      paused,
      muted,
      seeking,
      readyState,
      networkState,
      error: error?.code
    }))
  const players = roots
    .flatMap(root => [...root.querySelectorAll('yoke-player')])
    .map(({ yoke }) => {
      const states = Object.entries(yoke?.states ?? {}).flatMap(([name, holds]) => (holds ? [name] : []))
      return `${yoke?.media?.service ?? ''} ${states.join(' ')} at ${yoke?.media?.currentTime}`
    })
  return JSON.stringify({ media, players, ...globalThis.notes, hidden: document.hidden })
}

/** @param fresh each case has a page of its own: what is remembered, or allowed after a press, matters to it. */
export const openPerson = async (engine: EngineName, { fresh = false, graphics = false } = {}): Promise<Person> => {
  const server = await startServer()
  const page = await (graphics ? openWithGraphics : openEngine)(engine)
  let pages = 0

  const until: Person['until'] = async (what, condition, ...args) => {
    const met = await page.run(
      async (source: string, given: readonly unknown[], patience: number) => {
        const holds = new Function(`return (${source})`)() as (...args: readonly unknown[]) => unknown
        const deadline = performance.now() + patience
        while (performance.now() < deadline) {
          if (await holds(...given)) return true
          await new Promise(resolve => setTimeout(resolve, 15))
        }
        return false
      },
      `(...args) => { const __name = named => named; return (${condition})(...args) }`,
      args as never,
      PATIENCE
    )
    if (!met) throw new Error(`gave up waiting for ${what}; the page: ${await page.run(describePage)}`)
  }

  const box: Person['box'] = async selector => {
    const found = await page.run((wanted: string) => {
      const element = wanted
        .split(' >>> ')
        .reduce<Element | null>(
          (around, part, index) => (index === 0 ? document : (around?.shadowRoot ?? null))?.querySelector(part) ?? null,
          null
        )
      element?.scrollIntoView({ block: 'nearest' })
      const rect = element?.getBoundingClientRect()
      return rect ? { x: rect.x, y: rect.y, width: rect.width, height: rect.height } : null
    }, selector)
    if (!found) throw new Error(`there is no ${selector}`)
    return found
  }

  /** Moves to the middle of an element, and after it while what loads above it moves it. */
  const pointTo = async (selector: string): Promise<void> => {
    let at = await box(selector)
    for (;;) {
      await page.move(at.x + at.width / 2, at.y + at.height / 2)
      const now = await box(selector)
      if (now.x === at.x && now.y === at.y && now.width === at.width && now.height === at.height) return
      at = now
    }
  }

  const mount: Person['mount'] = async (html, { head = '', headers = {}, script = '' } = {}) => {
    // What a page loads and remembers is a page's matter; the markup of one case after the other is not.
    const kind = JSON.stringify([head, headers, script])
    const isReused = !fresh && !html.includes('<script') && (await page.run(showNext, kind, html))
    if (!isReused) {
      pages += 1
      const name = `<script>globalThis.trial = ${JSON.stringify(kind).replaceAll('<', '\\u003c')}</script>`
      const document = `<!doctype html><html lang="en" data-yoke-checks="off"><meta charset="utf-8"><title>Trial</title>${name}${NOTES}${head}${LIBRARY}${script}<body>${html}`
      await page.goto(server.page(`/trial-${pages}`, document, headers))
      await until('the library', () => customElements.get('yoke-player'))
    }
    // What is in view is coupled with the first frame that is drawn.
    await page.run(
      () => new Promise<void>(resolve => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve))))
    )
  }

  const mountModules: Person['mountModules'] = async (html, entry = 'index') => {
    pages += 1
    const library = `<script type="module">await import('/dist/player/${entry}.js'); globalThis.isHere = true</script>`
    const document = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Trial</title>${NOTES}<body>${html}${library}`
    await page.goto(server.page(`/trial-${pages}`, document))
    await until('the library', () => (globalThis as { isHere?: boolean }).isHere)
  }

  return {
    page,
    server,
    until,
    box,
    mount,
    mountModules,
    async put(html) {
      await mount('')
      await page.run((text: string) => {
        document.body.innerHTML = text
      }, html)
    },
    async click(selector) {
      await pointTo(selector)
      await page.down()
      await page.up()
    },
    async drag(selector, from, to, { hold = false } = {}) {
      const { x, y, width, height } = await box(selector)
      const at = (share: number): Promise<void> => page.move(x + width * share, y + height / 2)
      await at(from)
      await page.down()
      for (let step = 1; step <= 8; step += 1) await at(from + ((to - from) * step) / 8)
      if (!hold) await page.up()
    },
    text: selector =>
      page.run((wanted: string) => {
        const element = wanted
          .split(' >>> ')
          .reduce<HTMLElement | null>(
            (around, part, index) =>
              (index === 0 ? document : (around?.shadowRoot ?? null))?.querySelector<HTMLElement>(part) ?? null,
            null
          )
        return (element?.innerText ?? '').trim()
      }, selector),
    async tap(selector, share = 0.5) {
      const { x, y, width, height } = await box(selector)
      await page.tap(x + width * share, y + height / 2)
    },
    async doubleClick(selector) {
      const { x, y, width, height } = await box(selector)
      await page.doubleClick(x + width / 2, y + height / 2)
    },
    async leave() {
      await page.close()
      await server.close()
    }
  }
}

/** A muted clip of 12 s, so that playback may begin without a gesture. */
export const CLIP =
  '<video muted playsinline preload="auto" width="300" height="300" src="/media/tide-clock.webm"></video>'

/**
 * Runs in a page: the number of the frame that a video shows, from the strip of squares in its bottom left corner;
 * `undefined` while there is no picture with such a strip.
 */
export const readFrameNumber = (selector: string): number | undefined => {
  const video = document.querySelector<HTMLVideoElement>(selector)
  if (!video) throw new Error(`there is no ${selector}`)
  const canvas = document.createElement('canvas')
  canvas.width = video.videoWidth
  canvas.height = video.videoHeight
  const pen = canvas.getContext('2d')
  pen?.drawImage(video, 0, 0)
  const bits = Array.from({ length: 16 }, (_, square): number => {
    const [red = 0] = pen?.getImageData(square * 24 + 12, canvas.height - 12, 1, 1).data ?? []
    return red > 127 ? 1 : 0
  })
  const number = bits.slice(2, 15).reduce((sum, bit) => sum * 2 + bit, 0)
  const parity = bits.slice(2, 15).reduce((sum, bit) => sum ^ bit, 0)
  return bits[0] === 1 && bits[1] === 0 && bits[15] === parity ? number : undefined
}
