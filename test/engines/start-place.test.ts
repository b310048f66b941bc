import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

/** What each part is that a page may have to wait for. */
const PLACE = '/dist/parts/place.js'
const STARTER = '/dist/parts/starter.js'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())
beforeEach(() => person.mountModules(''))

/** Puts a player into the page; where each of its seeks ends is written down. */
const put = (attributes: string): Promise<void> =>
  person.page.run((written: string) => {
    document.body.innerHTML = `<yoke-player ${written}><video muted playsinline preload="auto" width="300" height="300" src="/media/tide-clock.webm"></video></yoke-player>`
    const video = document.querySelector('video')
    const places: number[] = []
    video?.addEventListener('seeked', () => places.push(Math.round(video.currentTime * 10) / 10))
    Object.assign(globalThis, { places })
  }, attributes)

const isLoaded = (): Promise<void> => person.until('data', () => (document.querySelector('video')?.readyState ?? 0) > 1)
const isAt = (place: number): Promise<void> =>
  person.until(
    `a seek to ${place}`,
    wanted =>
      (globalThis as { places?: number[] }).places?.includes(wanted) && !document.querySelector('video')?.seeking,
    place
  )
const places = (): Promise<number[] | undefined> => person.page.run(() => (globalThis as { places?: number[] }).places)

it.each([
  ['from="3" start-at="4"', 4],
  ['from="3" until="5" start-at="50%"', 4],
  ['until="4" start-at="2"', 2],
  ['start-at="50%"', 6],
  ['start-at="4"', 4],
  // Before the stretch, and behind it.
  ['from="3" until="5" start-at="1"', 3],
  ['from="3" until="5" start-at="8"', 3]
])('%s begins at %d s, whichever part comes last, and shows no other place', async (attributes, place) => {
  for (const part of [STARTER, PLACE]) {
    const release = person.server.hold(part)
    await person.mountModules('')
    await put(attributes)
    await isLoaded()
    if (part === STARTER) await isAt(place)
    release()
    await person.page.run((path: string) => new Function('path', 'return import(path)')(path), part)
    await isAt(place)
    // WebKit tells a seek twice that another one has overtaken.
    expect(new Set(await places())).toEqual(new Set([place]))
  }
})

it.each(['start-at="4"', 'from="4"'])(
  '%s: what starts by itself plays nothing of what lies before',
  async attributes => {
    const release = person.server.hold(PLACE)
    await put(`${attributes} start-when="at-once" start-sound="off"`)
    await isLoaded()
    await person.page.run((path: string) => new Function('path', 'return import(path)')(path), STARTER)
    release()
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 4.2)
    const played = await person.page.run(() => {
      const { played } = document.querySelector('video') ?? {}
      return Array.from({ length: played?.length ?? 0 }, (_, index) => played?.start(index) ?? 0)
    })
    expect(Math.min(...played)).toBeCloseTo(4, 1)
  }
)

it('what else changes of a start sends it nowhere', async () => {
  await put('start-at="4"')
  await isLoaded()
  await isAt(4)
  await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 8))
  await isAt(8)
  await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('start-volume', '0.3'))
  await person.until('the volume', () => document.querySelector('video')?.volume.toFixed(1) === '0.3')
  await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('start-at', '2'))
  await isAt(2)
  expect(await places()).toEqual([4, 8, 2])
})
