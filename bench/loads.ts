/**
 * What a page really loads: small Vite pages against the built package, opened in Chromium. Scripts and gzipped bytes at
 * rest and after some playback, and how long the first drawn bar takes on a slow line.
 */
import { mkdir, mkdtemp, readFile, rm, symlink, writeFile } from 'node:fs/promises'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import type { Browser, Page } from 'playwright-core'
import { build, type Rolldown } from 'vite'
import { VIEWPORT } from '../test/support/engine-page.ts'

const home = fileURLToPath(new URL('..', import.meta.url))

/** Seconds of playback after which a page has loaded what it needs. */
const PLAYED = 2.5
const ROUNDS = 5
/** A slow line: milliseconds of latency, bytes a second. */
const LINE = { offline: false, latency: 150, downloadThroughput: 200_000, uploadThroughput: 200_000 }

interface LoadedPage {
  readonly name: string
  /** Bar: kB after playback, and the most scripts where that is limited. */
  readonly bar: { readonly kB: number; readonly aim: number; readonly scripts?: number }
  readonly body: string
  /** The page's own script; absent: the classic script. */
  readonly script?: string
}

const VIDEO =
  '<video muted playsinline controls preload="auto" width="640" height="360" poster="/media/spring-tide.jpg" src="/media/spring-tide.webm">'
const PIECES = `<button type="button" command="--play-pause"><span data-yoke-when="paused">Play</span><span data-yoke-when="!paused" hidden>Pause</span></button>
<input type="range" data-yoke-value="current-time" aria-label="Position">
<span data-yoke-value="current-time"></span> / <span data-yoke-value="duration"></span>
<button type="button" command="--skip" value="-10">Back 10 s</button>
<input type="range" data-yoke-value="volume" aria-label="Volume">`
const READY = `<yoke-player controls>${VIDEO}</video></yoke-player>`

const PAGES: readonly LoadedPage[] = [
  {
    name: 'wired page',
    bar: { kB: 38, aim: 30 },
    body: `<yoke-player>${VIDEO}</video>${PIECES}</yoke-player>`,
    script: "import 'yokewright/player'"
  },
  { name: 'ready-made', bar: { kB: 50, aim: 42 }, body: READY, script: "import 'yokewright/player'" },
  { name: 'ready-made, in one', bar: { kB: 50, aim: 42 }, body: READY, script: "import 'yokewright/ready-made'" },
  {
    name: 'ready-made, captions',
    bar: { kB: 65, aim: 52, scripts: 12 },
    body: `<yoke-player controls>${VIDEO}<track kind="captions" src="/media/spring-tide.en.vtt" srclang="en" label="English" default></video></yoke-player>`,
    script: "import 'yokewright/player'"
  },
  {
    name: 'createYoke',
    bar: { kB: 28, aim: 22 },
    body: `<div id="player">${VIDEO}</video>${PIECES}</div>`,
    script:
      "import { createYoke } from 'yokewright'; createYoke(document.querySelector('video')).bind(document.querySelector('#player'))"
  },
  { name: 'classic script', bar: { kB: 80, aim: 60 }, body: READY }
]

/** One served file; scripts are counted by what they are when zipped. */
interface Served {
  readonly body: Buffer
  readonly type: string
}

const TYPES: Readonly<Record<string, string>> = {
  '.js': 'text/javascript',
  '.webm': 'video/webm',
  '.jpg': 'image/jpeg',
  '.vtt': 'text/vtt'
}

const HTML = 'text/html'

const htmlOf = ({ body }: LoadedPage, head: string): string =>
  `<!doctype html><html lang="en" data-yoke-checks="off"><meta charset="utf-8"><title>Loads</title>${head}<body>${body}`

/** What a page is made of, by the name of the chunk: its modules, the heaviest first. */
type Parts = Map<string, readonly (readonly [module: string, bytes: number])[]>

/** Builds a page as a newcomer's project would: Vite as it comes, the package in `node_modules`. */
const buildPage = async (page: LoadedPage): Promise<{ files: Map<string, Served>; parts: Parts }> => {
  const files = new Map<string, Served>()
  const parts: Parts = new Map()
  if (page.script === undefined) {
    const script = await readFile(join(home, 'dist/yokewright.js'))
    files.set('/yokewright.js', { body: script, type: TYPES['.js'] ?? '' })
    files.set('/', { body: Buffer.from(htmlOf(page, '<script src="/yokewright.js" defer></script>')), type: HTML })
    return { files, parts }
  }
  const root = await mkdtemp(join(tmpdir(), 'yokewright-loads-'))
  await mkdir(join(root, 'node_modules'))
  await symlink(home, join(root, 'node_modules/yokewright'))
  await writeFile(join(root, 'page.js'), page.script)
  await writeFile(join(root, 'index.html'), htmlOf(page, '<script type="module" src="./page.js"></script>'))
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    root,
    build: { write: false, assetsInlineLimit: 0, rolldownOptions: { external: [/^\/media\//] } }
  })) as Rolldown.RolldownOutput
  await rm(root, { recursive: true })
  for (const output of built.output) {
    const path = output.fileName === 'index.html' ? '/' : `/${output.fileName}`
    if (output.type === 'asset') {
      files.set(path, { body: Buffer.from(output.source), type: path === '/' ? HTML : 'text/css' })
      continue
    }
    files.set(path, { body: Buffer.from(output.code), type: TYPES['.js'] ?? '' })
    const modules = Object.entries(output.modules).map(
      ([id, { renderedLength }]) => [id.replace(/.*\/dist\//, ''), renderedLength] as const
    )
    parts.set(
      path,
      modules.sort((a, b) => b[1] - a[1])
    )
  }
  return { files, parts }
}

/** Serves what was built and the demo's media, zipped where that helps. */
const serve = async (files: ReadonlyMap<string, Served>): Promise<{ address: string; close(): void }> => {
  const server = createServer(async (request: IncomingMessage, response: ServerResponse) => {
    const path = new URL(request.url ?? '/', 'http://localhost').pathname
    const known = files.get(path)
    const suffix = /\.\w+$/.exec(path)?.[0] ?? ''
    const body = known?.body ?? (await readFile(join(home, 'examples/public', path)).catch(() => undefined))
    if (!body) {
      response.writeHead(404).end()
      return
    }
    const type = known?.type ?? TYPES[suffix] ?? 'application/octet-stream'
    const range = /bytes=(\d+)-(\d*)/.exec(request.headers.range ?? '')
    if (range) {
      const from = Number(range[1])
      const to = range[2] ? Number(range[2]) : body.length - 1
      response
        .writeHead(206, {
          'content-type': type,
          'content-range': `bytes ${from}-${to}/${body.length}`,
          'accept-ranges': 'bytes'
        })
        .end(body.subarray(from, to + 1))
    } else if (known) response.writeHead(200, { 'content-type': type, 'content-encoding': 'gzip' }).end(gzipSync(body))
    else response.writeHead(200, { 'content-type': type, 'accept-ranges': 'bytes' }).end(body)
  }).listen(0, '127.0.0.1')
  await new Promise(resolve => server.once('listening', resolve))
  const bound = server.address()
  if (bound === null || typeof bound === 'string') throw new Error('no port')
  return { address: `http://127.0.0.1:${bound.port}/`, close: () => server.close() }
}

const rest = (page: Page): Promise<unknown> =>
  page.evaluate('new Promise(done => requestIdleCallback(() => setTimeout(() => requestIdleCallback(done), 200)))')

interface Loads {
  readonly atRest: { readonly scripts: number; readonly kB: number }
  readonly played: { readonly scripts: number; readonly kB: number }
  readonly loaded: ReadonlySet<string>
}

const measureLoads = async (browser: Browser, address: string, files: ReadonlyMap<string, Served>): Promise<Loads> => {
  const page = await browser.newPage({ viewport: VIEWPORT })
  const loaded = new Set<string>()
  page.on('response', response => {
    const path = new URL(response.url()).pathname
    if (files.get(path)?.type === 'text/javascript') loaded.add(path)
  })
  const count = () => ({
    scripts: loaded.size,
    kB: [...loaded].reduce((sum, path) => sum + gzipSync(files.get(path)?.body ?? Buffer.alloc(0)).length, 0) / 1000
  })
  await page.goto(address, { waitUntil: 'load' })
  await rest(page)
  const atRest = count()
  await page.evaluate('document.querySelector("video").play()')
  await page.waitForFunction(`document.querySelector("video").currentTime > ${PLAYED}`)
  await rest(page)
  const played = count()
  await page.close()
  return { atRest, played, loaded }
}

/** Milliseconds from asking for the page to the first frame with a bar of ours in it. */
const measureDrawn = async (browser: Browser, address: string): Promise<number> => {
  const context = await browser.newContext({ viewport: VIEWPORT })
  const page = await context.newPage()
  const devtools = await context.newCDPSession(page)
  await devtools.send('Network.enable')
  await devtools.send('Network.emulateNetworkConditions', LINE)
  // As text: the transpiler wraps named functions in a call that a page lacks.
  await page.addInitScript(`const look = () => {
    if (document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell')) globalThis.drawn = performance.now()
    else requestAnimationFrame(look)
  }
  requestAnimationFrame(look)`)
  await page.goto(address, { waitUntil: 'commit' })
  await page.waitForFunction('globalThis.drawn !== undefined', undefined, { timeout: 30_000 })
  const drawn = Number(await page.evaluate('globalThis.drawn'))
  await context.close()
  return drawn
}

const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? Number.NaN

/** Prints what each page loads; with `modules`, what that is made of. */
export const benchLoads = async (
  browser: Browser,
  table: (head: readonly string[], rows: readonly (readonly (string | number)[])[]) => void,
  withModules: boolean
): Promise<void> => {
  console.log(`What a page loads (Vite build, Chromium, gzip): at rest, and after ${PLAYED} s of playback`)
  const rows: (string | number)[][] = []
  for (const wanted of PAGES) {
    const { files, parts } = await buildPage(wanted)
    const { address, close } = await serve(files)
    const { atRest, played, loaded } = await measureLoads(browser, address, files)
    const drawn: number[] = []
    if (wanted.body === READY)
      for (let round = 0; round < ROUNDS; round += 1) drawn.push(await measureDrawn(browser, address))
    close()
    const { kB, aim, scripts } = wanted.bar
    rows.push([
      wanted.name,
      String(atRest.scripts),
      atRest.kB,
      String(played.scripts),
      played.kB,
      `${kB}${scripts ? ` in ${scripts}` : ''} (${aim})`,
      drawn.length > 0 ? `${(median(drawn) / 1000).toFixed(2)} s` : ''
    ])
    if (!withModules) continue
    for (const path of loaded) {
      console.log(
        `${wanted.name} ${path} ${(gzipSync(files.get(path)?.body ?? Buffer.alloc(0)).length / 1000).toFixed(1)} kB`
      )
      for (const [module, bytes] of parts.get(path) ?? []) console.log(`    ${String(bytes).padStart(6)} ${module}`)
    }
  }
  table(['', 'scripts', 'kB', 'scripts played', 'kB played', 'bar (aim)', 'bar drawn'], rows)
}
