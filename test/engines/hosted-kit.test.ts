import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DialectData } from '../../src/core/hosted/dialect.ts'
import { CONFORMANCE_CASES } from '../../src/media/kit/index.ts'
import { OUTSIDE_CASES } from '../../src/media/kit/outside-cases.ts'
import type { EnginePage } from '../support/engine-page.ts'
import { currentEngine, openEngine } from '../support/engines.ts'
import { PATIENCE } from '../support/patience.ts'
import { startServer, type TestServer } from '../support/server.ts'
import { openStandIn, STAND_INS, type StandIn } from '../support/stand-ins.ts'

/** What the page of this file offers: tries some cases side by side, and gives what went wrong. */
declare const tryCases: (names: readonly string[], dialect: DialectData, address: string) => Promise<readonly string[]>

const PAGE = `<!doctype html><title>Hosted media</title><body><script type="module">
import { hostedMedia } from '/dist/media/hosted/index.js'
import { CONFORMANCE_CASES, realTimeSubject, runCase } from '/dist/media/kit/index.js'
const subjectOf = (dialect, address) => {
  const media = hostedMedia(dialect, address)
  media.surface.style.setProperty('height', '180px')
  document.body.append(media.surface)
  media.muted = true
  media.loading.preload = 'auto'
  media.sources.setPreferences({ timeout: ${PATIENCE / 1000} })
  const act = deed => () => fetch(dialect.origin + '/conduct', { method: 'POST', mode: 'no-cors', body: JSON.stringify({ deed }) })
  const outside = { play: act('start'), fail: act('fail'), refusePlayLate: () => {}, refuseRatesLate: () => {} }
  const dispose = () => {
    media.dispose()
    media.surface.remove()
  }
  return realTimeSubject(media, dispose, { outside, patience: ${PATIENCE} })
}
globalThis.tryCases = async (names, dialect, address) => {
  const cases = CONFORMANCE_CASES.filter(({ name }) => names.includes(name))
  const outcomes = await Promise.all(cases.map(each => runCase(each, () => subjectOf(dialect, address))))
  return outcomes.filter(({ ok }) => !ok).map(({ name, message }) => name + ': ' + message)
}
</script>`

const outsideNames = OUTSIDE_CASES.map(({ name }) => name)
const ownNames = CONFORMANCE_CASES.map(({ name }) => name).filter(name => !outsideNames.includes(name))
/** So many players play side by side: each frame is a page, and other files are tried at the same time. */
const BESIDE = 2
const batches = Array.from({ length: Math.ceil(ownNames.length / BESIDE) }, (_, at) =>
  ownNames.slice(at * BESIDE, (at + 1) * BESIDE)
)

describe.each(STAND_INS)('a clip of %s keeps the adapter contract', name => {
  let server: TestServer
  let page: EnginePage
  let standIn: StandIn
  /** @returns what went wrong, and what the service knows of it. */
  const tryAll = async (names: readonly string[]): Promise<string> => {
    standIn.service.asked.length = 0
    const outcome = await page.run((...given) => tryCases(...given), names, standIn.dialect, standIn.address('tc12'))
    if (outcome.length === 0) return ''
    const { asked } = standIn.service
    return `${outcome.join('\n')}\n${await standIn.service.connections()} connections; asked for: ${asked.join(' ')}`
  }

  beforeAll(async () => {
    server = await startServer()
    standIn = await openStandIn(name)
    page = await openEngine(currentEngine())
    await page.goto(server.page('/hosted-kit', PAGE))
    await page.run(async () => {
      while (!('tryCases' in globalThis)) await new Promise(resolve => setTimeout(resolve, 10))
    })
  })
  afterAll(async () => {
    await page?.close()
    await server?.close()
    await standIn?.service.close()
  })

  it.each(batches.map(names => [names.length, names[0], names] as const))(
    '%d cases from “%s” on',
    async (_, __, names) => {
      expect(await tryAll(names)).toBe('')
    }
  )

  // What is done from outside is done to every open frame.
  it.each(outsideNames)('%s', async what => {
    standIn.service.behave({
      press: what.startsWith('late refusal:'),
      rates: what.startsWith('late refusal of a rate')
    })
    const outcome = await tryAll([what])
    standIn.service.behave({ press: false, rates: false })
    expect(outcome).toBe('')
  })
})
