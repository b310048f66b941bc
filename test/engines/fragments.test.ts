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
    // WebKit tells the new time before its picture is there, and may need a nudge that moves it on within the frame.
    await settled()
    const begun = await person.page.run(() => document.querySelector('video')?.currentTime ?? 0)
    if (currentEngine() !== 'webkit') expect(begun).toBe(START)
    const share = Math.round(((begun - START) / (END - START)) * 1000) / 1000
    expect(await told()).toEqual({ clock: '0:03 / 0:05', bar: ['3.02', '5.02', `${begun}`], percent: '0%', share })
    await person.until('a picture other than the first of the file', readFrameNumber, 'video')
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

describe('a stretch that the clip itself names', () => {
  const mount = async (attributes: string): Promise<void> => {
    await person.mount(
      `<yoke-player id="p" ${attributes} style="inline-size: 300px; block-size: 300px"><video muted playsinline preload="auto" width="300" height="300" src="/media/tide-clock.webm"></video><b data-yoke-value="current-time"></b></yoke-player>`
    )
    await person.until('the start', () => {
      const { snapshot } = document.querySelector('yoke-player')?.yoke ?? {}
      return snapshot?.stretch && snapshot.readyState > 1 && !snapshot.seeking
    })
  }
  const at = (): Promise<number> => person.page.run(() => document.querySelector('yoke-player')?.currentTime ?? -1)

  it.each([
    ['from="0:03" until="5"', 3, 5],
    ['from="50%"', 6, Number.POSITIVE_INFINITY],
    ['until="4"', 0, 4],
    ['from="3" start-at="4"', 4, Number.POSITIVE_INFINITY]
  ])('%s begins at %d s', async (attributes, start, end) => {
    await mount(attributes)
    expect(await at()).toBeCloseTo(start, 1)
    if (end === Number.POSITIVE_INFINITY) return
    await seek('end')
    await settled()
    expect(await at()).toBeCloseTo(end, 1)
  })

  it('is over at its end, and another stretch of the same file needs no load', async () => {
    await mount('from="3" until="3.6"')
    await person.page.run(() => {
      globalThis.kept = 0
      document.querySelector('video')?.addEventListener('loadstart', () => {
        globalThis.kept = Number(globalThis.kept) + 1
      })
      void document.querySelector('yoke-player')?.yoke.run('play')
    })
    await person.until('the end', () => document.querySelector('yoke-player')?.yoke.states.ended)
    expect(await at()).toBeLessThan(3.6 + SLACK)
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.configure({ from: 8, until: 9 }))
    await person.until('the other', () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 8) < 0.1)
    expect(await person.page.run(() => globalThis.kept)).toBe(0)
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      for (const name of ['from', 'until']) player?.removeAttribute(name)
      player?.yoke.configure({ from: undefined, until: undefined })
    })
    await person.until('all of it', () => (document.querySelector('yoke-player')?.yoke.values.duration ?? 0) > 11)
  })

  it('makes many items of one file: played one after the other, with one load', async () => {
    const items = [
      { id: 'a', from: 2, until: 2.5, sources: ['/media/tide-clock.webm'] },
      { id: 'b', from: 2.5, until: 4.5, sources: ['/media/tide-clock.webm'] },
      { id: 'c', from: 7, until: 7.5, sources: ['/media/tide-clock.webm'] }
    ]
    await person.mount(
      `<yoke-player id="p" muted playlist='${JSON.stringify(items)}' style="inline-size: 300px; block-size: 300px"><i data-yoke-value="playlist-item"></i></yoke-player>`
    )
    await person.until('the first', () => {
      const { snapshot } = document.querySelector('yoke-player')?.yoke ?? {}
      const isReady = snapshot?.stretch && snapshot.readyState > 1 && document.querySelector('i')?.textContent === 'a'
      // Its own seek to where it begins is over.
      return isReady && snapshot.currentTime >= 2 && !document.querySelector('yoke-player')?.seeking
    })
    await person.page.run(() => {
      globalThis.kept = []
      const media = document.querySelector('yoke-player')
      for (const type of ['loadstart', 'seeking'])
        media?.addEventListener(type, () => (globalThis.kept as string[]).push(type))
      void document.querySelector('yoke-player')?.yoke.run('play')
    })
    await person.until('the last one to end', () => {
      const { yoke } = document.querySelector('yoke-player') ?? {}
      return yoke?.states.ended && document.querySelector('i')?.textContent === 'c'
    })
    expect(await person.page.run(() => globalThis.kept)).toEqual(['seeking'])
    expect(await at()).toBeGreaterThan(7.4)
  })
})
