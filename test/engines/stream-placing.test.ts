import { afterAll, beforeAll, expect, it } from 'vitest'
import type { MediaAdapter } from '../../src/media/adapter.ts'
import type { StreamOrigin } from '../../stand-ins/origin/index.ts'
import { currentEngine } from '../support/engines.ts'
import { startOrigin } from '../support/origin.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
let origin: StreamOrigin
beforeAll(async () => {
  ;[person, origin] = await Promise.all([openPerson(currentEngine(), { fresh: true }), startOrigin()])
})
afterAll(async () => {
  await person?.leave()
  await origin?.close()
})

/** What feeds streams. */
const PART = '/dist/parts/streams.js'

declare global {
  var wiring: typeof import('../../src/wiring/index.ts') | undefined
  var media: MediaAdapter | undefined
  var told: string[] | undefined
}

/** `import()` of the page: the tool that runs the tests would put its own in its place. */
const bring = (path: string): Promise<unknown> =>
  person.page.run(async (address: string) => {
    const wiring = await new Function('path', 'return import(path)')(address)
    Object.assign(globalThis, { wiring })
  }, path)

/** An adapter of a video with these sources, all of whose events are written down. */
const adapt = async (html: string): Promise<void> => {
  await bring('/dist/wiring/index.js')
  await person.page.run((inside: string) => {
    document.body.innerHTML = inside
    const told: string[] = []
    const media = globalThis.wiring?.adaptMediaElement(document.querySelector('video') as HTMLVideoElement)
    media?.observe(type => told.push(type))
    Object.assign(globalThis, { media, told })
  }, html)
}

/** What the engine itself makes of a manifest: two of the three play some, and the third refuses them. */
const engineIsDone = (): Promise<void> =>
  person.until("the engine's own try", () => {
    const { readyState = 0, error = null } = document.querySelector('video') ?? {}
    return readyState > 2 || error
  })
const seen = (): Promise<object | undefined> =>
  person.page.run(() => {
    const { media, told } = globalThis
    return (
      media && {
        told: told?.splice(0),
        readyState: media.readyState,
        duration: String(media.duration),
        ranges: media.buffered.length + media.seekable.length,
        error: media.error
      }
    )
  })
const NOTHING = { readyState: 0, duration: 'NaN', ranges: 0, error: null }

it.each(['short/main.m3u8', 'short/transport.m3u8'])(
  'of %s nothing is told until what feeds streams has come, and then all, in order',
  async path => {
    const release = person.server.hold(PART)
    await person.mountModules('')
    await adapt(`<video muted preload="auto" src="${origin.address}/${path}"></video>`)
    await engineIsDone()
    expect(await seen()).toEqual({ ...NOTHING, told: [] })
    await person.page.run(() => globalThis.media?.load())
    expect(await seen()).toMatchObject({ ...NOTHING, told: ['durationchange', 'waiting'] })
    release()
    await person.until('data', () => globalThis.told?.includes('canplay'))
    const told = await person.page.run(() => globalThis.told ?? [])
    const wanted = ['emptied', 'loadstart', 'loadedmetadata', 'loadeddata', 'canplay']
    expect(told.filter(type => wanted.includes(type))).toEqual(wanted)
  }
)

it('another source, written while what feeds streams is on its way, is what plays', async () => {
  const release = person.server.hold(PART)
  await person.mountModules('')
  await adapt(`<video muted preload="auto" src="${origin.address}/short/main.m3u8"></video>`)
  await engineIsDone()
  await person.page.run(() => document.querySelector('video')?.setAttribute('src', '/media/tide-clock.webm'))
  await person.page.run(() => globalThis.media?.play())
  release()
  await bring(PART)
  await person.until('playback', () => (globalThis.media?.currentTime ?? 0) > 0.5)
  expect(await person.page.run(() => globalThis.media?.currentSrc)).toContain('tide-clock.webm')
})

it('a stream that takes over from a file goes on where that was', async () => {
  await person.mountModules('')
  const file = '/failing/cut/150000/spring-tide.webm'
  await adapt(
    `<video muted preload="auto"><source src="${file}"><source src="${origin.address}/clip/main.m3u8"></video>`
  )
  await person.page.run(() => {
    const { media } = globalThis
    const places: number[] = []
    media?.observe(() => places.push(media.currentTime))
    Object.assign(media ?? {}, { playbackRate: 4 })
    Object.assign(globalThis, { places })
    return media?.play()
  })
  await person.until('playback of the file', () => (globalThis.media?.currentTime ?? 0) > 0.2)
  await person.until('playback of the stream', () => {
    const { media } = globalThis
    return media?.currentSrc.endsWith('main.m3u8') && media.currentTime > 15
  })
  const places = (await person.page.run(() => (globalThis as { places?: number[] }).places)) ?? []
  // A tenth of a second, at four times the speed: how far the two may lie apart where one is cut and the other begins.
  expect(places.filter((place, index) => place < (places[index - 1] ?? 0) - 0.4)).toEqual([])
  expect(Math.max(...places)).toBeGreaterThan(4)
})
