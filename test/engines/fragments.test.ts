import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person, readFrameNumber } from '../support/person.ts'

/** The stretch that the address names, in seconds. */
const START = 3.02
const END = 5.02
/** How far behind the end playback may stop, in seconds: engines tell of time four times a second. */
const SLACK = 0.3

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
  await person.mount(`
    <yoke-player id="p">
      <video muted playsinline preload="auto" width="300" height="300" src="/media/tide-clock.webm#t=${START},${END}"></video>
      <button commandfor="p" command="--play-pause">Play</button>
      <label>Position <input type="range" data-yoke-value="current-time"></label>
      <b data-yoke-value="current-time"></b> / <i data-yoke-value="duration"></i>
      <s data-yoke-value="current-time" data-yoke-format="percent"></s>
      <progress data-yoke-value="current-time" aria-label="Position"></progress>
    </yoke-player>`)
  await person.until('the media', () => (document.querySelector('yoke-player')?.yoke.snapshot.readyState ?? 0) >= 2)
})
afterAll(() => person?.leave())

const seek = (address: string): Promise<void> =>
  person.page.run(async to => {
    const player = document.querySelector('yoke-player')
    await player?.yoke.run('seek', to)
  }, address)

const settled = (): Promise<void> => person.until('the seek', () => document.querySelector('video')?.seeking === false)

const told = (): Promise<unknown> =>
  person.page.run(() => {
    const text = (selector: string): string | null | undefined => document.querySelector(selector)?.textContent
    const { min, max, value } = document.querySelector('input') ?? {}
    const share = document.querySelector('progress')?.value
    return { clock: `${text('b')} / ${text('i')}`, bar: [min, max, value], percent: text('s'), share }
  })

describe('a stretch named by the address', () => {
  beforeEach(() => person.page.run(() => document.querySelector('yoke-player')?.pause()))

  it('is what the bar and the clocks show, from its first frame', async () => {
    await person.until('the start', start => (document.querySelector('video')?.currentTime ?? 0) >= start, START)
    expect(await told()).toEqual({ clock: '0:03 / 0:05', bar: ['3.02', '5.02', '3.02'], percent: '0%', share: 0 })
    expect(await person.page.run(readFrameNumber, 'video')).toBe(75)
  })

  it.each([
    ['50%', (START + END) / 2],
    ['end', END],
    ['0:11', END],
    ['1', START],
    ['0%', START]
  ])('seek %s ends at %i s', async (address, seconds) => {
    await seek(address)
    await settled()
    expect(await person.page.run(() => document.querySelector('video')?.currentTime)).toBeCloseTo(seconds, 1)
  })

  it('ends at its own end, again and again, and starts at its own start', async () => {
    for (const _ of [1, 2]) {
      await seek('4.4')
      await settled()
      await person.click('button')
      await person.until('the end', () => document.querySelector('yoke-player')?.yoke.states.ended)
      const { time, paused } = await person.page.run(() => ({
        time: document.querySelector('video')?.currentTime ?? 0,
        paused: document.querySelector('video')?.paused
      }))
      expect({ paused, late: time > END + SLACK, early: time < END - 0.05 }).toEqual({
        paused: true,
        late: false,
        early: false
      })
      await person.click('button')
      await person.until(
        'the start',
        (from, to) => {
          const { currentTime = 0, paused = true } = document.querySelector('video') ?? {}
          return !paused && currentTime >= from && currentTime < to
        },
        START,
        END - 1
      )
      await person.page.run(() => document.querySelector('yoke-player')?.pause())
    }
  })

  it('loops within itself', async () => {
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('toggle-loop'))
    await seek('4.6')
    await settled()
    await person.click('button')
    const times = await person.page.run(async () => {
      const video = document.querySelector('video')
      const seen: number[] = []
      const until = performance.now() + 40_000
      // Twice round, wherever it is looked at.
      for (let rounds = 0, before = 0; rounds < 2 && performance.now() < until; ) {
        await new Promise(resolve => setTimeout(resolve, 20))
        const now = video?.currentTime ?? 0
        if (now < before - 1) rounds += 1
        before = now
        seen.push(now)
      }
      const paused = video?.paused
      await document.querySelector('yoke-player')?.yoke.run('toggle-loop')
      return { least: Math.min(...seen), most: Math.max(...seen), paused }
    })
    expect(times.least).toBeGreaterThanOrEqual(START - 0.05)
    expect(times.most).toBeGreaterThan(END - 0.5)
    expect(times.most).toBeLessThan(END + SLACK)
    expect(times.paused).toBe(false)
  })

  it('the middle of it is its poster', async () => {
    await person.put(
      '<yoke-player poster-at><video muted preload="none" width="300" src="/media/tide-clock.webm#t=3.02,5.02"></video></yoke-player>'
    )
    await person.until('the poster', () => document.querySelector('video')?.poster.startsWith('blob:'))
    const shown = await person.page.run(() => {
      const image = new Image()
      image.id = 'shown'
      image.src = document.querySelector('video')?.poster ?? ''
      return new Promise<number[]>(resolve => {
        image.onload = () => {
          const canvas = document.createElement('canvas')
          Object.assign(canvas, { width: image.naturalWidth, height: image.naturalHeight })
          const pen = canvas.getContext('2d')
          pen?.drawImage(image, 0, 0)
          resolve(
            Array.from({ length: 16 }, (_, square) =>
              (pen?.getImageData(square * 24 + 12, canvas.height - 12, 1, 1).data[0] ?? 0) > 127 ? 1 : 0
            )
          )
        }
      })
    })
    expect(shown.slice(2, 15).reduce((sum, bit) => sum * 2 + bit, 0)).toBe(100)
  })
})
