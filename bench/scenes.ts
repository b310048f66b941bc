import { fileURLToPath } from 'node:url'
import type { Browser } from 'playwright-core'
import { build, type Rolldown } from 'vite'
import { VIEWPORT } from '../test/support/engine-page.ts'
import { openEngine } from '../test/support/engines.ts'
import { comeAndGo, LEAK_FORMS, scenesComeAndGo } from '../test/support/leak-forms.ts'
import type { TestServer } from '../test/support/server.ts'

type Table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]) => void

const SECONDS = 6
/** In turns, so that what else the machine does meets both. */
const ROUNDS = 3
const CYCLES = 500
/** As many as a driver has patience for. */
const IN_ONE_GO = 25

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

/** Serves a page's script, and what it loads by and by, beside one another. */
const serve = async (name: string, server: TestServer): Promise<void> => {
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    root: here('..'),
    publicDir: false,
    build: { write: false, target: 'es2022', lib: { entry: here(`scene/${name}.js`), formats: ['es'], fileName: name } }
  })) as readonly Rolldown.RolldownOutput[]
  for (const piece of built.flatMap(({ output }) => output))
    if (piece.type === 'chunk')
      server.answer(`/${name}/${piece.fileName}`, response =>
        response.writeHead(200, { 'content-type': 'text/javascript' }).end(piece.code)
      )
}

const PAGE = (tag: string, script: string): string => {
  const video = (id: string, file: string): string =>
    `<${tag} id="${id}"><video muted loop playsinline preload="auto" width="160" height="90" src="/media/${file}.webm"></video></${tag}>`
  return `<!doctype html><html data-yoke-checks="off"><meta charset="utf-8"><title>Scene</title><canvas style="inline-size: 800px; block-size: 500px"></canvas>${video('room', 'lamp-room')}${video('tide', 'spring-tide')}${video('clock', 'tide-clock')}<script type="module" src="${script}"></script>`
}

interface Cost {
  /** Frames that were drawn in a second. */
  readonly frames: number
  /** Milliseconds of script for a frame. */
  readonly script: number
  /** Milliseconds of the main thread for a frame, with all that it waits for there. */
  readonly thread: number
}

const measure = async (browser: Browser, url: string): Promise<Cost> => {
  const page = await browser.newPage({ viewport: VIEWPORT })
  await page.goto(url)
  await page.waitForFunction('document.querySelector("#tide video").currentTime > 1')
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Performance.enable')
  const read = async (): Promise<Readonly<Record<string, number>>> => {
    const { metrics } = await devtools.send('Performance.getMetrics')
    const painted = (await page.evaluate('globalThis.painted')) as number
    return { ...Object.fromEntries(metrics.map(({ name, value }) => [name, value])), painted }
  }
  const before = await read()
  await page.evaluate(`new Promise(resolve => setTimeout(resolve, ${SECONDS * 1000}))`)
  const after = await read()
  await page.close()
  const spent = (name: string): number => (after[name] ?? 0) - (before[name] ?? 0)
  const frames = spent('painted')
  return {
    frames: frames / SECONDS,
    script: (1000 * spent('ScriptDuration')) / frames,
    thread: (1000 * spent('TaskDuration')) / frames
  }
}

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0

/** Prints what is kept of players that are drawn by other means, or all round, and went while they played. */
const benchKept = async (server: TestServer): Promise<void> => {
  const tab = await openEngine('chromium')
  await tab.goto(
    server.page(
      '/scenes-kept',
      '<!doctype html><html data-yoke-checks="off"><title>Scenes</title><body><main></main><script src="/dist/yokewright.js"></script><script src="/dist/yokewright.scenes.js"></script>'
    )
  )
  const form = LEAK_FORMS['all round']
  for (const [name, deed] of [
    ['pictures on textures, captions, offers, shapes, sound from a place', () => scenesComeAndGo(tab, IN_ONE_GO)],
    ['all-round views', () => comeAndGo(tab, form ? [form] : [], IN_ONE_GO, '/endless.vtt')]
  ] as const) {
    await deed()
    const before = await tab.kept?.()
    for (let done = 0; done < CYCLES; done += IN_ONE_GO) await deed()
    const after = await tab.kept?.()
    if (before && after)
      console.log(
        `Kept by Chromium after ${CYCLES} ${name}, that went while they played: nodes ${after.nodes - before.nodes}, listeners ${after.listeners - before.listeners}`
      )
  }
  await tab.close()
}

/** Frame time of a scene of three screens and an all-round picture, beside the same scene by hand; what scenes leave. */
export const benchScenes = async (browser: Browser, server: TestServer, table: Table): Promise<void> => {
  const costs = new Map<string, Cost[]>()
  for (const name of ['by-hand', 'with']) await serve(name, server)
  for (let round = 0; round < ROUNDS; round += 1)
    for (const [name, tag] of [
      ['by-hand', 'div'],
      ['with', 'yoke-player']
    ] as const) {
      const cost = await measure(browser, server.page(`/scene-${name}`, PAGE(tag, `/${name}/${name}.js`)))
      costs.set(name, [...(costs.get(name) ?? []), cost])
    }
  const rows = [...costs].map(([name, all]) => [
    name === 'with' ? 'with the library' : 'by hand',
    middle(all.map(({ frames }) => frames)).toFixed(1),
    `${middle(all.map(({ script }) => script)).toFixed(2)} ms`,
    `${middle(all.map(({ thread }) => thread)).toFixed(2)} ms`
  ])
  console.log(
    'A scene of three screens in an all-round picture, playing (middle of three; drawn without a graphics card)'
  )
  table(['', 'frames a second', 'script for a frame', 'main thread for a frame'], rows)
  await benchKept(server)
}
