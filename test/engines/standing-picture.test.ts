import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person, readFrameNumber } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { graphics: true })
})
afterAll(() => person?.leave())

const FRAME = 188
/** The middle of that frame. */
const TIME = (FRAME + 0.5) / 25

/** Each runs in the page, and leaves a paused video that seeks `time`. */
const WAYS: Readonly<Record<string, (time: number) => void | Promise<void>>> = {
  'while it is paused': time => {
    const video = document.querySelector('video') as HTMLVideoElement
    video.currentTime = time
  },
  'and it is paused meanwhile': async time => {
    const video = document.querySelector('video') as HTMLVideoElement
    await video.play()
    video.addEventListener('seeking', () => video.pause(), { once: true })
    video.currentTime = time
  },
  'and it is paused, and sought from elsewhere, meanwhile': async time => {
    const video = document.querySelector('video') as HTMLVideoElement
    await video.play()
    video.addEventListener('seeking', () => video.pause(), { once: true })
    const paused = new Promise(resolve => video.addEventListener('pause', resolve, { once: true }))
    video.currentTime = time - 1
    await paused
    video.currentTime = time
  },
  'and it is played and paused meanwhile': time => {
    const video = document.querySelector('video') as HTMLVideoElement
    video.currentTime = time
    video.addEventListener('seeking', () => video.play().catch(() => undefined), { once: true })
    video.addEventListener('play', () => video.pause(), { once: true })
  },
  'back from the end that it has played to': async time => {
    const video = document.querySelector('video') as HTMLVideoElement
    video.currentTime = video.duration - 0.5
    video.play()
    await new Promise(resolve => video.addEventListener('ended', resolve, { once: true }))
    video.currentTime = time
  },
  'back from the end that was sought': async time => {
    const video = document.querySelector('video') as HTMLVideoElement
    video.currentTime = video.duration
    await new Promise(resolve => video.addEventListener('seeked', resolve, { once: true }))
    video.currentTime = time
  },
  'back from the end, a little at a time': async time => {
    const video = document.querySelector('video') as HTMLVideoElement
    video.currentTime = video.duration
    await new Promise(resolve => video.addEventListener('seeked', resolve, { once: true }))
    for (const before of [1, 0.7, 0.4, 0]) {
      video.currentTime = time + before
      await new Promise(requestAnimationFrame)
    }
  }
}

describe.each(['tide-clock.webm', 'tide-clock.mp4'])('%s', file => {
  it.each(Object.keys(WAYS))('shows the frame that is sought, and stands: %s', async way => {
    await person.mount(
      `<yoke-player><video muted playsinline preload="auto" width="300" height="300" src="/media/${file}"></video></yoke-player>`
    )
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)
    await person.page.run(WAYS[way] as (time: number) => void, TIME)
    await person.until('the end of the seek', () => {
      const { paused, seeking } = document.querySelector('yoke-player')?.yoke.snapshot ?? {}
      return paused && seeking === false
    })
    const shown = (): Promise<number | undefined> => person.page.run(readFrameNumber, 'video')
    await expect.poll(shown).toBe(FRAME)
    await person.page.run(async () => {
      for (let frame = 0; frame < 30; frame += 1) await new Promise(requestAnimationFrame)
    })
    const stands = await person.page.run(() => {
      const { paused, seeking, currentTime } = document.querySelector('yoke-player')?.yoke.snapshot ?? {}
      return { paused, seeking, currentTime }
    })
    expect([await shown(), stands]).toEqual([
      FRAME,
      { paused: true, seeking: false, currentTime: expect.closeTo(TIME, 2) }
    ])
  })
})
