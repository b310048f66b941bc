import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { CONFORMANCE_CASES } from '../../src/media/kit/index.ts'
import type { EnginePage } from '../support/engine-page.ts'
import { currentEngine, openEngine } from '../support/engines.ts'
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

describe('the media element keeps the adapter contract', () => {
  let server: TestServer
  let page: EnginePage
  beforeAll(async () => {
    server = await startServer()
    page = await openEngine(currentEngine())
    await page.goto(server.page('/conformance', PAGE))
    await page.run(async () => {
      while (!('tryCase' in globalThis)) await new Promise(resolve => setTimeout(resolve, 10))
    })
  })
  afterAll(async () => {
    await page?.close()
    await server?.close()
  })

  for (const src of ['/media/tide-clock.webm', '/media/tide-clock.mp4']) {
    describe(src, () => {
      it.each(CONFORMANCE_CASES.map(({ name }) => name))('%s', async name => {
        expect(await page.run((name, src) => tryCase(name, 'video', src), name, src)).toBe('')
      })
    })
  }
})
