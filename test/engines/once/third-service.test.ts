import { afterAll, beforeAll, expect, it } from 'vitest'
import type { DialectData } from '../../../src/core/hosted/dialect.ts'
import type { EnginePage } from '../../support/engine-page.ts'
import { openEngine } from '../../support/engines.ts'
import { PATIENCE } from '../../support/patience.ts'
import { startServer, type TestServer } from '../../support/server.ts'
import { openCairn, type StandIn } from '../../support/stand-ins.ts'

/** Runs all of the kit on a clip, or what begins so, and says in words what came of it. */
declare const tryService: (dialect: DialectData, address: string, only?: string) => Promise<string>

const PAGE = `<!doctype html><title>A third service</title><body><script type="module">
import { hostedMedia } from '/dist/media/hosted/index.js'
import { CONFORMANCE_CASES, describeOutcomes, realTimeSubject, runCase } from '/dist/media/kit/index.js'
const subjectOf = (dialect, address) => {
  const media = hostedMedia(dialect, address)
  media.surface.style.setProperty('height', '180px')
  document.body.append(media.surface)
  media.loading.preload = 'auto'
  media.sources.setPreferences({ timeout: ${PATIENCE / 1000} })
  const dispose = () => {
    media.dispose()
    media.surface.remove()
  }
  return realTimeSubject(media, dispose, { patience: ${PATIENCE} })
}
globalThis.tryService = async (dialect, address, only = '') => {
  const outcomes = []
  const cases = CONFORMANCE_CASES.filter(({ name }) => name.startsWith(only))
  for (let from = 0; from < cases.length; from += 4) {
    const some = cases.slice(from, from + 4)
    outcomes.push(...(await Promise.all(some.map(each => runCase(each, () => subjectOf(dialect, address))))))
  }
  return describeOutcomes(dialect.name, outcomes)
}
</script>`

let server: TestServer
let page: EnginePage
let cairn: StandIn
beforeAll(async () => {
  server = await startServer()
  cairn = await openCairn()
  page = await openEngine('chromium')
  await page.goto(server.page('/third-service', PAGE))
  await page.run(async () => {
    while (!('tryService' in globalThis)) await new Promise(resolve => setTimeout(resolve, 10))
  })
})
afterAll(async () => {
  await page?.close()
  await server?.close()
  await cairn?.service.close()
})

it('a service that is described as in the guide keeps the adapter contract', async () => {
  const report = await page.run((...given) => tryService(...given), cairn.dialect, cairn.address('tc12'))
  expect(report).toMatch(/^Cairn: (\d+) of \1 promises hold\.$/)
})

it('a unit that is missing is told in words', async () => {
  const broken = { ...cairn.dialect, commands: { ...cairn.dialect.commands, seek: 'seek' } }
  const report = await page.run(
    (...given) => tryService(...given),
    broken,
    cairn.address('tc12'),
    'seek, playing: plays on'
  )
  expect(report).toMatch(
    /^Cairn: 0 of 1 promises hold; these do not:\n.*\n {4}it was sent to 7\.2, and plays on from \d\.\d \(at [\d.]+ of 12[.\d]* s, readyState [34]\)$/
  )
})
