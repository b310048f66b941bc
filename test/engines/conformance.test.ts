import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { CONFORMANCE_CASES } from '../../src/media/kit/index.ts'
import type { StreamOrigin } from '../../stand-ins/origin/index.ts'
import type { EnginePage } from '../support/engine-page.ts'
import { currentEngine, openEngine } from '../support/engines.ts'
import { startOrigin } from '../support/origin.ts'
import { PATIENCE } from '../support/patience.ts'
import { startServer, type TestServer } from '../support/server.ts'

/** What the page of this file offers to the functions that run in it. */
declare const tryCase: (name: string, kind: 'video' | 'audio', src: string) => Promise<string>

const PAGE = `<!doctype html><title>conformance</title><script type="module">
import { adaptMediaElement } from '/dist/wiring/index.js'
import { CONFORMANCE_CASES, realTimeSubject, runCase } from '/dist/media/kit/index.js'
globalThis.tryCase = async (name, kind, src) => {
  const element = document.createElement(kind)
  element.muted = true
  element.preload = 'auto'
  element.src = src
  document.body.append(element)
  const media = adaptMediaElement(element)
  const { message } = await runCase(CONFORMANCE_CASES.find(item => item.name === name), () =>
    realTimeSubject(
      media,
      () => {
        media.dispose()
        element.removeAttribute('src')
        element.load()
        element.remove()
      },
      { outside: { play: () => element.play() }, patience: ${PATIENCE} }
    )
  )
  return message
}
</script>`

/**
 * Where WebKit's own player of a Media Source does as it likes: sought to its very end it begins anew, or tells its end twice, and
 * data that comes while it goes to its first place may be its undoing. The docs say so (docs/reference/streams.md).
 */
const LEFT_TO_WEBKIT = /^end, then play|^seek (?:to the end|back from the end|before metadata)/

describe('the media element keeps the adapter contract', () => {
  let server: TestServer
  let origin: StreamOrigin
  let page: EnginePage
  beforeAll(async () => {
    ;[server, origin, page] = await Promise.all([startServer(), startOrigin(), openEngine(currentEngine())])
  })
  afterAll(async () => {
    await page?.close()
    await server?.close()
    await origin?.close()
  })

  const files = ['/media/tide-clock.webm', '/media/tide-clock.mp4']
  for (const src of [...files, 'short/main.m3u8', 'short/transport.m3u8', 'short/time.mpd']) {
    describe(src, () => {
      const isWebkitStream = currentEngine() === 'webkit' && !src.startsWith('/')
      // A page of its own: what WebKit keeps of some hundred pipelines was seen to end one.
      beforeAll(async () => {
        await page.goto(server.page('/conformance', PAGE))
        await page.run(async () => {
          while (!('tryCase' in globalThis)) await new Promise(resolve => setTimeout(resolve, 10))
        })
      })
      const names = CONFORMANCE_CASES.map(({ name }) => name)
      it.each(names.filter(name => !(isWebkitStream && LEFT_TO_WEBKIT.test(name))))('%s', async name => {
        const address = src.startsWith('/') ? src : `${origin.address}/${src}`
        expect(await page.run((name, src) => tryCase(name, 'video', src), name, address)).toBe('')
      })
    })
  }
})
