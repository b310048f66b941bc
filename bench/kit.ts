import type { DialectData } from '../src/core/hosted/dialect.ts'
import { describeOutcomes, runConformance, simulatedSubject } from '../src/media/kit/index.ts'
import { openEngine } from '../test/support/engines.ts'
import { startServer } from '../test/support/server.ts'
import { openCairn, openStandIn, STAND_INS } from '../test/support/stand-ins.ts'

interface Page {
  reportElement(src: string): Promise<string>
  reportClip(dialect: DialectData, address: string): Promise<string>
}

const PAGE = `<!doctype html><title>The kit</title><body><script type="module">
import { adaptMediaElement } from '/dist/wiring/index.js'
import { hostedMedia } from '/dist/media/hosted/index.js'
import { describeOutcomes, realTimeSubject, runConformance } from '/dist/media/kit/index.js'
const report = async (name, make) => describeOutcomes(name, await runConformance(make))
globalThis.reportElement = src =>
  report('The media element', () => {
    const element = Object.assign(document.createElement('video'), { muted: true, preload: 'auto', src })
    document.body.append(element)
    const media = adaptMediaElement(element)
    const end = () => (media.dispose(), element.removeAttribute('src'), element.load(), element.remove())
    return realTimeSubject(media, end, { outside: { play: () => element.play() } })
  })
globalThis.reportClip = (dialect, address) =>
  report(dialect.name, () => {
    const media = hostedMedia(dialect, address)
    document.body.append(media.surface)
    media.muted = true
    media.loading.preload = 'auto'
    const act = deed => () => fetch(dialect.origin + '/conduct', { method: 'POST', mode: 'no-cors', body: JSON.stringify({ deed }) })
    return realTimeSubject(media, () => (media.dispose(), media.surface.remove()), {
      outside: { play: act('start'), fail: act('fail') }
    })
  })
</script>`

/** What the conformance kit says of each adapter, in words. */
export const benchKit = async (): Promise<void> => {
  console.log(describeOutcomes('The simulated media', await runConformance(() => simulatedSubject())))
  const server = await startServer()
  const page = await openEngine('chromium')
  await page.goto(server.page('/kit', PAGE))
  await page.run(async () => {
    while (!('reportClip' in globalThis)) await new Promise(resolve => setTimeout(resolve, 10))
  })
  console.log(
    await page.run((src: string) => (globalThis as unknown as Page).reportElement(src), '/media/tide-clock.webm')
  )
  for (const { service, dialect, address } of [...(await Promise.all(STAND_INS.map(openStandIn))), await openCairn()]) {
    console.log(
      await page.run(
        (data: DialectData, clip: string) => (globalThis as unknown as Page).reportClip(data, clip),
        dialect,
        address('tc12')
      )
    )
    await service.close()
  }
  await page.close()
  await server.close()
}
