import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import { beginAnew, type HotApp, hotPlayer, startHotApp } from '../../support/hot-app.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

type YokePlayer = HTMLElementTagNameMap['yoke-player']
type Marked = { first?: YokePlayer | null }

let person: Person
let app: HotApp
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
  app = await startHotApp(hotPlayer('first'), person.server.address)
})
afterAll(async () => {
  await app?.close()
  await person?.leave()
})
beforeEach(async () => {
  await app.write(hotPlayer('first'))
  await person.page.goto(app.address)
  await untilSays('first')
  await person.until('playback', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 0.3)
  await person.page.run(() => {
    ;(globalThis as Marked).first = document.querySelector('yoke-player')
  })
})

const untilSays = (words: string): Promise<void> =>
  person.until(words, (wanted: string) => document.querySelector('h1')?.textContent === wanted, words)
const first = <Value>(read: (player: YokePlayer) => Value): Promise<Value> =>
  person.page.run(
    (source: string) => new Function('player', `return (${source})(player)`)((globalThis as Marked).first) as Value,
    String(read)
  )
/** How many players and media the page has, and what went wrong on it. */
const there = (): Promise<unknown> =>
  person.page.run(() => ({
    players: document.querySelectorAll('yoke-player').length,
    media: document.querySelectorAll('video').length,
    errors: globalThis.notes.errors,
    faults: globalThis.notes.faults
  }))
const ONE = { players: 1, media: 1, errors: [], faults: [] }

describe('a page under development that is written while its player plays', () => {
  it('other words: the same player plays on, from where it is', async () => {
    const before = await first(({ currentTime }) => currentTime)
    await app.write(hotPlayer('other words'))
    await untilSays('other words')
    expect(await first(({ isConnected, paused }) => [isConnected, paused])).toEqual([true, false])
    expect(await first(({ currentTime }) => currentTime)).toBeGreaterThan(before)
    expect(await person.text('output')).toContain('other words')
    expect(await there()).toEqual(ONE)
  })

  it('another src: the same player plays it', async () => {
    await app.write(hotPlayer('another film', { src: '/media/tide-board.webm' }))
    await person.until('the film', () => {
      const { first: player } = globalThis as Marked
      return player?.currentSrc.endsWith('tide-board.webm') && player.currentTime > 0 && !player.paused
    })
    expect(await there()).toEqual(ONE)
  })

  it('another hook, with which React begins anew: one player in its place, and it plays', async () => {
    await app.write(hotPlayer('begun anew', { hooks: 1 }))
    await untilSays('begun anew')
    await person.until('its playback', () => document.querySelector('yoke-player:state(playing)'))
    expect(await first(({ isConnected, paused }) => [isConnected, paused])).toEqual([false, true])
    await person.click('button')
    await person.until('the other sound', () => document.querySelector('[aria-pressed="false"]'))
    expect(await there()).toEqual(ONE)
  })

  it('a slip, and its mending', async () => {
    await app.write('export const App = () => <')
    await person.until('what Vite says', () => document.querySelector('vite-error-overlay'))
    expect(await first(({ isConnected, paused }) => [isConnected, paused])).toEqual([true, false])
    await app.write(hotPlayer('mended'))
    await untilSays('mended')
    await person.until('playback', () => document.querySelector('yoke-player:state(playing)'))
    expect(await there()).toEqual(ONE)
  })

  it('again and again: nothing is left of the players before', async () => {
    await beginAnew(app, person.page, 6)
    const before = await person.page.kept?.()
    await beginAnew(app, person.page, 12)
    let left = -1
    for (let look = 0; look < 30 && left !== 0; look += 1) {
      const after = await person.page.kept?.()
      left = Math.max(0, (after?.nodes ?? 1) - (before?.nodes ?? 0), (after?.listeners ?? 1) - (before?.listeners ?? 0))
    }
    expect(left).toBe(0)
    expect(await there()).toEqual(ONE)
  })
})
