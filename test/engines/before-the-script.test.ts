import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

/** A page whose own script runs before the library, which is deferred. */
const open = (player: string, script: string): Promise<void> =>
  person.mount(`${player}<script>const player = document.querySelector('yoke-player'); ${script}</script>`)

describe('what a page does before the library is there', () => {
  it('properties that are set hold, and are the real ones afterwards', async () => {
    await open(
      `<yoke-player>${CLIP}</yoke-player>`,
      'Object.assign(player, { currentTime: 3, volume: 0.4, muted: false, playbackRate: 1.5, loop: true })'
    )
    await person.until('data', () => (document.querySelector('video')?.readyState ?? 0) >= 2)
    await person.until('the place', () => document.querySelector('video')?.currentTime === 3)
    expect(
      await person.page.run(() => {
        const [player, video] = [document.querySelector('yoke-player'), document.querySelector('video')]
        if (!player || !video) throw new Error('no player')
        const { muted, playbackRate, loop } = video
        const { volume } = player
        const own = Object.keys(player)
        player.loop = false
        return { volume, muted, playbackRate, loop, own, afterwards: video.loop }
      })
    ).toEqual({ volume: 0.4, muted: false, playbackRate: 1.5, loop: true, own: [], afterwards: false })
  })

  it.each<[string, string]>([
    ['src', "player.src = '/media/tide-clock.webm'; player.playbackRate = 2; player.volume = 0.5; player.muted = true"],
    [
      'a clip',
      "player.clip = { sources: ['/media/tide-clock.webm'] }; player.playbackRate = 2; player.volume = 0.5; player.muted = true"
    ]
  ])('%s, with a rate and a volume', async (_, script) => {
    await open('<yoke-player></yoke-player>', script)
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
    expect(
      await person.page.run(() => {
        const player = document.querySelector('yoke-player')
        return [player?.playbackRate, player?.volume, player?.muted, Object.keys(player ?? {})]
      })
    ).toEqual([2, 0.5, true, []])
  })

  it('handlers and listeners hear the first playback', async () => {
    await open(
      `<yoke-player>${CLIP}<button type="button" command="--play-pause">Play</button></yoke-player>`,
      "globalThis.heard = []; player.onplay = () => heard.push('onplay'); player.addEventListener('play', () => heard.push('listener'))"
    )
    await person.click('button')
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.1)
    expect(await person.page.run(() => (globalThis as unknown as { heard: string[] }).heard)).toEqual([
      'onplay',
      'listener'
    ])
  })

  it('`ready` is had by the way that HTML has for elements that are not known yet', async () => {
    await open(
      `<yoke-player>${CLIP}</yoke-player>`,
      "customElements.whenDefined('yoke-player').then(() => player.ready).then(known => { globalThis.known = known.media.duration })"
    )
    await person.until('the player', () => 'known' in globalThis)
  })
})
