import { once } from 'node:events'
import { createServer, type IncomingMessage } from 'node:http'
import { text } from 'node:stream/consumers'
import type { EngineName } from '../test/support/engine-list.ts'
import { openUnwatched } from '../test/support/engines.ts'
import type { TestServer } from '../test/support/server.ts'

/** How often the file is loaded, each time by a browser of its own. */
export const LOADS = 5

/** The longest that nothing else could run in the page, in milliseconds. */
interface Load {
  /** While it is loaded for a page that shows none of it: the first caption of all is laid out in one go, however long its file. */
  readonly ours: number
  /** While script reads all of its cues, afterwards. */
  readonly read: number
  /** While a `<track>` of the engine's own loads the file. */
  readonly native: number
  /** While the bytes are fetched, and nothing is done with them. */
  readonly bytes: number
  /** While nothing is done at all, for as long as our loading took: what the machine itself does to a page. */
  readonly idle: number
  /** How long our loading takes in all. */
  readonly whole: number
}

/** Runs in the page: loads a very long file in three ways, and tells how long each held the page up. */
const loadAndTell = async (src: string, told: string): Promise<void> => {
  const BEAT = 5
  await import('/dist/player/index.js' as string)
  const player = document.createElement('yoke-player')
  const video = document.createElement('video')
  const track = document.createElement('track')
  Object.assign(track, { src, srclang: 'en' })
  video.append(track)
  player.append(video)
  document.body.append(player)
  while (player.textTracks.length === 0) await new Promise(resolve => setTimeout(resolve, BEAT))
  // The library itself has come; what it still has to settle is not this file's. Ten beats in time: it has settled.
  const settle = async (): Promise<void> => {
    for (let inTime = 0; inTime < 10; ) {
      const before = performance.now()
      await new Promise(resolve => setTimeout(resolve, BEAT))
      inTime = performance.now() - before < 2 * BEAT ? inTime + 1 : 0
    }
  }
  // Messages to ourselves and timers, again and again: the time in which none of both comes is how long nothing could run.
  // Messages alone do not tell: WebKit lets them wait while an answer comes in, and goes on drawing frames.
  const heldUpBy = async (work: () => Promise<unknown>): Promise<number> => {
    await settle()
    const { port1, port2 } = new MessageChannel()
    let longest = 0
    let last = performance.now()
    const beat = (): void => {
      const now = performance.now()
      longest = Math.max(longest, now - last)
      last = now
    }
    port1.onmessage = () => {
      beat()
      port2.postMessage(undefined)
    }
    port2.postMessage(undefined)
    const timer = setInterval(beat)
    await work()
    port1.close()
    clearInterval(timer)
    return longest
  }
  let whole = 0
  const [ourTrack] = player.textTracks
  const ours = await heldUpBy(async () => {
    const start = performance.now()
    await new Promise(resolve => {
      ourTrack?.addEventListener('load', resolve)
      if (ourTrack) ourTrack.mode = 'hidden'
    })
    whole = performance.now() - start
  })
  const read = await heldUpBy(async () => ourTrack?.load())
  player.remove()
  const idle = await heldUpBy(() => new Promise(resolve => setTimeout(resolve, whole)))
  const bytes = await heldUpBy(async () => (await fetch(src)).arrayBuffer())
  const other = document.createElement('video')
  const plain = document.createElement('track')
  plain.src = src
  other.append(plain)
  document.body.append(other)
  const native = await heldUpBy(() => {
    plain.track.mode = 'hidden'
    return new Promise(resolve => plain.addEventListener('load', resolve))
  })
  navigator.sendBeacon(told, JSON.stringify({ ours, read, native, bytes, idle, whole }))
}

/** What the next page tells. */
const nextTold = async (path: string): Promise<{ address: string; load: Promise<Load> }> => {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const bound = server.address()
  const port = bound && typeof bound === 'object' ? bound.port : 0
  const load = once(server, 'request').then(async ([request]) => {
    const body = await text(request as IncomingMessage)
    server.closeAllConnections()
    server.close()
    return JSON.parse(body) as Load
  })
  return { address: `http://127.0.0.1:${port}${path}`, load }
}

const median = (numbers: readonly number[]): number => [...numbers].sort((a, b) => a - b)[numbers.length >> 1] ?? 0

/**
 * How long a very long file holds the page up, beside the engine's own loading of it, in the middle of several loads.
 * Nobody looks into the browser meanwhile: a driver that keeps a log of the network has Chromium decode the whole answer
 * at once when it ends, which takes more than the file itself.
 */
export const measureBlocking = async (
  server: TestServer,
  engine: EngineName,
  file: string
): Promise<Load & { readonly worst: number }> => {
  const loads: Load[] = []
  while (loads.length < LOADS) {
    const told = await nextTold('/told')
    const call = `(${loadAndTell})(${JSON.stringify(file)}, ${JSON.stringify(told.address)})`
    const script = `const __name = named => named; ${call}`
    const page = server.page(
      '/blocking',
      `<!doctype html><html data-yoke-checks="off"><title>Blocking</title><body><script>${script}</script>`
    )
    const browser = await openUnwatched(engine, page)
    loads.push(await told.load)
    await browser.close()
  }
  const middle = (of: keyof Load): number => median(loads.map(load => load[of]))
  return {
    ours: middle('ours'),
    read: middle('read'),
    native: middle('native'),
    bytes: middle('bytes'),
    idle: middle('idle'),
    whole: middle('whole'),
    worst: Math.max(...loads.map(({ ours }) => ours))
  }
}
