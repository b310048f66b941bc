import { PassThrough } from 'node:stream'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'
import { buildReactPage, buildReactServer, REACTS, type ServerSide } from '../../support/react-app.ts'

/** What React says of a page on the console, in development. */
const CONSOLE = `<script>
globalThis.said = []
for (const kind of ['error', 'warn']) console[kind] = (...words) => said.push(words.map(String).join(' ').slice(0, 400))
addEventListener('error', event => said.push(event.message))
addEventListener('unhandledrejection', event => said.push(String(event.reason)))
</script>`
const head = (title: string): string =>
  `<!doctype html><html lang="en" data-yoke-checks="on"><meta charset="utf-8"><title>${title}</title>${CONSOLE}<body><div id="root">`

interface Page {
  said: string[]
  apps: Record<string, unknown>
  createElement(type: unknown): unknown
  hydrateRoot(root: Element, app: unknown, options: object): unknown
  letIn(name: string): void
}

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

describe.each(REACTS)('React %s takes over what a server has written', version => {
  let server: ServerSide
  beforeAll(async () => {
    const script = await buildReactPage(version)
    server = await buildReactServer(version)
    person.server.answer(`/react-${version}.js`, response =>
      response.writeHead(200, { 'content-type': 'text/javascript' }).end(script)
    )
  })

  const tail = `</div><script src="/react-${version}.js"></script><script>hydrateRoot(document.querySelector('#root'), createElement(apps.Written), { onRecoverableError: error => said.push('recovered: ' + error) })</script>`

  /** A page of which the late parts have come from the server, and wait in the browser. */
  const openStreamed = async (): Promise<void> => {
    server.closeAll()
    person.server.answer(`/streamed-${version}`, response => {
      response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).write(head('Streamed'))
      const through = new PassThrough()
      through.on('data', part => response.write(part))
      through.on('end', () => response.end(tail))
      const { pipe } = server.stream('Written', () => {
        pipe(through)
        for (const name of ['pieces', 'player']) server.letIn(name)
      })
    })
    await person.page.goto(`${person.server.address}/streamed-${version}`)
    await person.until('the player', () => document.querySelector('yoke-player#first')?.matches(':state(paused)'))
  }
  const attributesOf = (selector: string): Promise<unknown> =>
    person.page.run((wanted: string) => {
      const element = document.querySelector(wanted)
      return element ? [...element.attributes].map(({ name, value }) => `${name}=${value}`).sort() : 'none'
    }, selector)
  const said = (): Promise<readonly string[]> => person.page.run(() => (globalThis as unknown as Page).said)
  const letIn = (name: string): Promise<void> =>
    person.page.run((gate: string) => (globalThis as unknown as Page).letIn(gate), name)

  it('plays without script', async () => {
    server.closeAll()
    const html = `${head('Written')}${server.write('Written')}</div>`
    person.server.page(`/written-${version}`, html.replace(CONSOLE, ''))
    await person.page.goto(`${person.server.address}/written-${version}`)
    const plays = await person.page.run(async () => {
      const video = document.querySelector<HTMLVideoElement>('yoke-player > video')
      if (!video) return 'no video'
      video.muted = true
      await video.play()
      return [video.controls, video.paused, video.currentSrc.split('/').pop(), video.width]
    })
    expect(plays).toEqual([true, false, 'tide-clock.webm', 240])
  })

  it('without one mismatch: what comes late waits, and comes to life then', async () => {
    await openStreamed()
    expect(await attributesOf('#late-button')).toEqual(['aria-pressed=false', 'id=late-button', 'type=button'])
    expect(await attributesOf('#late-value')).toEqual(['id=late-value'])
    expect(await attributesOf('#second-button')).toEqual(['command=--play-pause', 'id=second-button', 'type=button'])
    expect(await attributesOf('#second video')).toContain('controls=')
    await person.until('the first bar', () =>
      document.querySelector('#first')?.shadowRoot?.querySelector('[part~="play-pause"]')
    )
    expect(await person.text('#beside')).toBe('not yet')
    for (const name of ['pieces', 'player']) await letIn(name)
    await person.until('the second', () => document.querySelector('#beside')?.textContent === 'there')
    await person.until('the late value', () => document.querySelector('#late-value')?.textContent === '0:12')
    await person.until('the late button', () =>
      document.querySelector('#late-button[command="--toggle-muted"][aria-pressed="true"]')
    )
    await person.until('the second bar', () =>
      document.querySelector('#second')?.shadowRoot?.querySelector('[part~="play-pause"]')
    )
    await person.click('#outside')
    await person.until('playback', () => document.querySelector('#plays:not([hidden])'))
    await person.until('the drawn clock', () =>
      /[1-9]\d* true/.test(document.querySelector('#drawn')?.textContent ?? '')
    )
    await person.until('the hidden piece', () => document.querySelector('#late-when[hidden]'))
    expect(await said()).toEqual([])
  })

  it('and what has begun to play meanwhile plays on', async () => {
    server.closeAll()
    for (const name of ['pieces', 'player']) server.letIn(name)
    const html = `${head('Written')}${server.write('Written')}${tail.replace('<script>hydrateRoot', '<script>globalThis.take = () => hydrateRoot')}`
    person.server.page(`/playing-${version}`, html)
    await person.page.goto(`${person.server.address}/playing-${version}`)
    const media = await person.page.run(async () => {
      const page = globalThis as unknown as Page & { take(): void }
      for (const name of ['pieces', 'player']) page.letIn(name)
      const video = document.querySelector<HTMLVideoElement>('#first > video')
      if (!video) return 'no video'
      video.muted = true
      await video.play()
      while (video.currentTime < 0.3) await new Promise(resolve => setTimeout(resolve, 20))
      const events: string[] = []
      for (const type of ['emptied', 'pause', 'loadstart']) video.addEventListener(type, () => events.push(type))
      page.take()
      while (!document.querySelector('#first')?.matches(':state(playing)'))
        await new Promise(resolve => setTimeout(resolve, 20))
      const at = video.currentTime
      while (video.currentTime < at + 0.2) await new Promise(resolve => setTimeout(resolve, 20))
      return [events, video.isConnected, document.querySelector<HTMLVideoElement>('#first > video') === video]
    })
    expect(media).toEqual([[], true, true])
    expect(await said()).toEqual([])
  })
})
