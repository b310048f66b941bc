import { execFileSync } from 'node:child_process'
import { once } from 'node:events'
import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import sirv from 'sirv'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { copyStream, startOrigin } from '../support/origin.ts'
import { openPerson, type Person } from '../support/person.ts'
import { openStandIn, STAND_INS, type StandIn } from '../support/stand-ins.ts'

const home = fileURLToPath(new URL('../../', import.meta.url))
const POLICY = "default-src 'self'; require-trusted-types-for 'script'; trusted-types yokewright"

let person: Person
let folder: string
let server: Server
let address: string
const asked: string[] = []
/** Policies of pages that are shown by services, by their folder. */
const policies = new Map<string, string>()
const embed = (...args: string[]): string =>
  execFileSync(process.execPath, [`${home}dist/cli/main.js`, 'embed', ...args], { encoding: 'utf8' })

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'yokewright-embed-'))
  const files = sirv(folder, {
    dev: true,
    setHeaders: (response, path) => {
      response.setHeader('content-security-policy', policies.get(path.split('/')[1] ?? '') ?? POLICY)
      response.setHeader('cache-control', 'no-store')
    }
  })
  server = createServer((request, response) => {
    asked.push(request.url ?? '')
    files(request, response)
  }).listen(0, '127.0.0.1')
  await once(server, 'listening')
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  embed(`${home}examples/public/media/spring-tide.json`, '--out', join(folder, 'deep/tide'))
  person = await openPerson(currentEngine())
})
afterAll(async () => {
  await person?.leave()
  server.closeAllConnections()
  server.close()
  rmSync(folder, { recursive: true, force: true })
})

/** Waits without functions of text, which a strict policy forbids. */
const plays = (): Promise<unknown> =>
  person.page.run(async () => {
    const turn = (): Promise<void> => new Promise(resolve => setTimeout(resolve, 20))
    while (!customElements.get('yoke-player')) await turn()
    const player = document.querySelector('yoke-player')
    while ((player?.readyState ?? 0) < 2) await turn()
    if (player) player.muted = true
    await player?.play()
    await player?.yoke.run('set-captions', 'en')
    while (!player?.shadowRoot?.textContent?.includes('Welcome to Tern Quay')) await turn()
    return [player?.yoke.fault?.code ?? 'no fault', player?.paused, player?.yoke.moments?.all.length]
  })

describe('a page that stands alone', () => {
  it('opens by a double click, with its captions', async () => {
    await person.page.goto(pathToFileURL(join(folder, 'deep/tide/index.html')).href)
    expect(await plays()).toEqual(['no fault', false, 2])
  })

  it('works in a folder of a server with a strict policy', async () => {
    await person.page.goto(`${address}/deep/tide/`)
    expect(await plays()).toEqual(['no fault', false, 2])
  })

  it('works in a frame of another site that may do least', async () => {
    const clip = `${home}examples/public/media/spring-tide.json`
    const frame = embed(clip, '--as', 'frame', '--base', `${address}/deep/tide/`)
    asked.length = 0
    const page = person.server.page(
      '/foreign',
      `<!doctype html><title>Elsewhere</title><main style="width: 640px">${frame}</main>`
    )
    await person.page.goto(page.replace('127.0.0.1', 'localhost'))
    const isAsked = (file: string): Promise<void> =>
      expect.poll(() => asked.some(path => path.endsWith(`/${file}`)), { timeout: 20_000 }).toBe(true)
    await isAsked('yokewright.moments.js')
    // Pressed in the middle it plays: what media keys need comes once something has played.
    const { x, y } = await person.page.run(() => {
      const { left, top, width, height } = document.querySelector('iframe')?.getBoundingClientRect() ?? new DOMRect()
      return { x: left + width / 2, y: top + height / 2 }
    })
    await person.page.move(x, y)
    await person.page.down()
    await person.page.up()
    await isAsked('yokewright.media-keys.js')
  })
})

describe('a page that stands alone, of a stream', () => {
  it('plays under the policy that was printed, its transport streams made MP4 by a worker', async () => {
    const origin = await startOrigin()
    await copyStream(origin.address, 'short/transport.m3u8', folder)
    await origin.close()
    const printed = embed(join(folder, 'short/transport.m3u8'), '--out', join(folder, 'stream'))
    policies.set('stream', /Policy: (.*)/.exec(printed)?.[1] ?? 'none')
    asked.length = 0
    await person.page.goto(`${address}/stream/`)
    const seen = await person.page.run(async () => {
      const turn = (): Promise<void> => new Promise(resolve => setTimeout(resolve, 20))
      while (!customElements.get('yoke-player')) await turn()
      const player = document.querySelector('yoke-player')
      while ((player?.readyState ?? 0) < 2) await turn()
      if (player) player.muted = true
      await player?.play()
      while ((player?.currentTime ?? 0) < 0.5) await turn()
      return [player?.yoke.fault?.code ?? 'no fault', player?.yoke.sources[0]?.fed, Math.round(player?.duration ?? 0)]
    })
    expect(seen).toEqual(['no fault', true, 12])
    // What reads presentations, subtitles and files stays where it is. Each quality that is played has a worker of its own.
    const parts = asked.flatMap(
      path => /yokewright\.(stream\w*|stream-texts|presentations|probe|conversion|transmux.*)\.js/.exec(path)?.[1] ?? []
    )
    expect([...new Set(parts)]).toEqual(['streams', 'conversion', 'transmux-worker'])
  })
})

describe.each(STAND_INS)('a page that stands alone, of a clip of %s', name => {
  let service: StandIn
  beforeAll(async () => {
    service = await openStandIn(name)
  })
  afterAll(() => service?.service.close())

  it('plays with its captions under the policy that was printed, and asks for nothing before', async () => {
    const { dialect, address: addressOf } = service
    const path = (file: string): string => join(folder, `${name}${file}`)
    cpSync(`${home}examples/public/media/spring-tide.en.vtt`, path('.vtt'))
    const clip = { title: 'Tide', sources: [addressOf('st60')], tracks: [{ src: `${name}.vtt`, srclang: 'en' }] }
    writeFileSync(path('.clip.json'), JSON.stringify({ ...clip, settings: { muted: true } }))
    writeFileSync(path('.json'), JSON.stringify(dialect))
    const printed = embed(path('.clip.json'), '--dialect', path('.json'), '--out', path(''))
    policies.set(name, /Policy: (.*)/.exec(printed)?.[1] ?? 'none')
    service.service.asked.length = 0
    await person.page.goto(`${address}/${name}/`)
    await person.page.run(async () => {
      const turn = (): Promise<void> => new Promise(resolve => setTimeout(resolve, 20))
      while (!document.querySelector('yoke-player')?.yoke?.media?.service) await turn()
    })
    expect(service.service.asked).toEqual([])
    const said = await person.page.run(async () => {
      const turn = (): Promise<void> => new Promise(resolve => setTimeout(resolve, 20))
      const player = document.querySelector('yoke-player')
      await player?.play()
      await player?.yoke.run('set-captions', 'en')
      while (!player?.shadowRoot?.textContent?.includes('Welcome to Tern Quay')) await turn()
      return [player?.yoke.fault?.code ?? 'no fault', player?.paused]
    })
    expect(said).toEqual(['no fault', false])
  })
})

describe.each(['own-controls', 'ready-made', 'backdrop', 'sounds', 'brass-gauge'])('a page to begin with: %s', kind => {
  it('opens by a double click, plays, and has no fault', async () => {
    const out = join(folder, `new-${kind}`)
    execFileSync(process.execPath, [`${home}dist/cli/main.js`, 'new', kind, '--out', out])
    await person.page.goto(pathToFileURL(join(out, 'index.html')).href)
    const said = await person.page.run(async () => {
      const turn = (): Promise<void> => new Promise(resolve => setTimeout(resolve, 20))
      while (!customElements.get('yoke-player')) await turn()
      const player = document.querySelector('yoke-player')
      const faults: string[] = []
      player?.addEventListener('yoke-fault', event => faults.push(Reflect.get(event, 'fault')?.code))
      while (!player?.yoke.media) await turn()
      if (player) player.muted = true
      await player?.play()
      while ((player?.currentTime ?? 0) === 0) await turn()
      return [faults, player?.paused]
    })
    expect(said).toEqual([[], false])
  })
})

it('a page to begin with for a service asks it for nothing before a press', async () => {
  const out = join(folder, 'new-hosted')
  execFileSync(process.execPath, [`${home}dist/cli/main.js`, 'new', 'hosted', '--out', out])
  await person.page.goto(pathToFileURL(join(out, 'index.html')).href)
  await person.until('the service', () => document.querySelector('yoke-player')?.yoke.media?.service)
  await person.until('its controls', () =>
    document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~="play-pause"]')
  )
  expect(
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      return [player?.yoke.media?.service, player?.shadowRoot?.querySelector('iframe') === null, player?.paused]
    })
  ).toEqual(['Cairn', true, true])
})
