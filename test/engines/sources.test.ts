import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { KNOWN_CODECS } from '../../src/core/sources/codecs.ts'
import type { EnginePage } from '../support/engine-page.ts'
import { openEngine } from '../support/engines.ts'
import { startServer, type TestServer } from '../support/server.ts'

const engine = process.env.ENGINE as EnginePage['engine']
const FAMILY = { chromium: 'Chromium', firefox: 'Firefox', webkit: 'WebKit' }[engine]

interface WithSources {
  readonly sources: Promise<typeof import('../../src/media/sources/index.ts')>
}

const HTML = `<!doctype html><title>Sources</title><script>sources = import('/dist/media/sources/index.js')</script>`

let server: TestServer
let page: EnginePage
beforeAll(async () => {
  server = await startServer()
  page = await openEngine(engine)
  await page.goto(server.page('/sources', HTML))
})
afterAll(async () => {
  await page.close()
  await server.close()
})

describe('sources in this engine', () => {
  it('it plays the codecs that it is said to play, and says no to those that it is said to lack', async () => {
    const examples = KNOWN_CODECS.map(({ example }) => example)
    const answers = await page.run(
      types => types.map(type => document.createElement('video').canPlayType(type) !== ''),
      examples
    )
    const said = KNOWN_CODECS.map(({ lackedBy }) => !lackedBy.some(name => name === FAMILY))
    expect(Object.fromEntries(examples.map((type, index) => [type, answers[index]]))).toEqual(
      Object.fromEntries(examples.map((type, index) => [type, said[index]]))
    )
  })

  it('a file behind an address is looked into, and fetched only in part; so is one from memory', async () => {
    const found = await page.run(async () => {
      const { bytesOfAddress, bytesOfBlob, tryProbe } = await (globalThis as unknown as WithSources).sources
      const blob = await (await fetch('/media/tide-clock.mp4')).blob()
      const before = performance.getEntriesByType('resource').length
      const served = await tryProbe(bytesOfAddress('/media/spring-tide.webm'))
      const chosen = await tryProbe(bytesOfBlob(blob))
      const missing = await tryProbe(bytesOfAddress('/media/nothing.webm'))
      return { served, chosen, missing, requests: performance.getEntriesByType('resource').length - before }
    })
    expect(found).toMatchObject({
      served: {
        ok: true,
        value: { type: 'video/webm; codecs="vp09.00.31.08, opus"', duration: 60.008, size: 922_642 }
      },
      chosen: { ok: true, value: { container: 'mp4', duration: 12, size: 172_403 } },
      missing: { ok: false, fault: { code: 'media-unreadable' } }
    })
    expect(server.asked('/media/spring-tide.webm')).toBe(1)
  })
})
