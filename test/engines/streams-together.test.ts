import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FileIndex } from '../../stand-ins/origin/files.ts'
import type { StreamOrigin } from '../../stand-ins/origin/index.ts'
import { currentEngine } from '../support/engines.ts'
import { startOrigin } from '../support/origin.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
let origin: StreamOrigin
beforeAll(async () => {
  ;[person, origin] = await Promise.all([openPerson(currentEngine()), startOrigin()])
})
afterAll(async () => {
  await person?.leave()
  await origin?.close()
})

/** Keeps the buffers that the library makes, by their kind, for a test to look into. */
const WATCHED = `<script>
globalThis.kept = {}
for (const Source of [globalThis.MediaSource, globalThis.ManagedMediaSource]) {
  const add = Source?.prototype.addSourceBuffer
  if (add && !add.isWatched)
    Source.prototype.addSourceBuffer = Object.assign(function (type) {
      return (globalThis.kept[type.slice(0, 5)] = add.call(this, type))
    }, { isWatched: true })
}
</script>`

const INDEX = JSON.parse(
  readFileSync(new URL('../../stand-ins/origin/media/index.json', import.meta.url), 'utf8')
) as Readonly<Record<string, FileIndex>>
/** Where the segments of a file begin, in seconds. */
const beginsOf = (name: string): readonly number[] => (INDEX[name] as FileIndex).segments.map(([, , start]) => start)

/** Of the picture, in seconds. */
const A_FRAME = 1 / 25

const beginning = (kind: string): Promise<number> =>
  person.page.run((of: string) => {
    const { buffered } = (globalThis.kept as Record<string, SourceBuffer>)[of] as SourceBuffer
    const now = document.querySelector('yoke-player')?.currentTime ?? 0
    for (let index = 0; index < buffered.length; index += 1)
      if (buffered.start(index) <= now && now < buffered.end(index)) return buffered.start(index)
    return Number.NaN
  }, kind)

describe('sound and picture lie where they belong, within a frame', () => {
  it.each(['clip/main.m3u8', 'clip/number.mpd', 'clip/time.mpd'])('%s', async path => {
    await person.mount(
      `<yoke-player muted preload="auto" style="width: 640px" src="${origin.address}/${path}"></yoke-player>`,
      { head: WATCHED }
    )
    const isAt = async (seconds: number): Promise<void> => {
      await person.until(
        `data at ${seconds}`,
        (wanted: number) => {
          const { seeking, readyState = 0, currentTime = 0 } = document.querySelector('yoke-player') ?? {}
          return !seeking && readyState > 2 && Math.abs(currentTime - wanted) < 0.1
        },
        seconds
      )
      for (const [kind, file] of [
        ['video', 'quay-180.mp4'],
        ['audio', 'sea.mp4']
      ] as const) {
        const begin = await beginning(kind)
        // What lies further behind may have been taken away, at any place.
        if (begin < seconds - 19) continue
        const nearest = Math.min(...beginsOf(file).map(start => Math.abs(start - begin)))
        expect(nearest, `${kind} begins at ${begin}`).toBeLessThan(A_FRAME)
      }
    }
    await isAt(0)
    for (const [seconds, quality] of [
      [41.3, ''],
      [23.7, '180p'],
      [52.1, '360p']
    ] as const) {
      await person.page.run(
        (to: number, chosen: string) => {
          const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
          if (chosen) yoke.run('set-quality', chosen)
          yoke.run('seek', to)
        },
        seconds,
        quality
      )
      await isAt(seconds)
    }
  })
})

describe('the clock of the day', () => {
  const READOUT = '<time data-yoke-value="time-of-day">–</time>'
  const mount = (path: string): Promise<void> =>
    person.mount(
      `<yoke-player muted preload="auto" lang="en" style="width: 640px" src="${origin.address}/${path}">${READOUT}</yoke-player>`
    )

  it.each(['live/main.m3u8', 'live/number.mpd', 'live/time.mpd'])('of %s is that of what is seen', async path => {
    await mount(path)
    // Before it has gone to its live place, what is seen is the oldest that there is.
    await person.until('its place', () => document.querySelector('yoke-player')?.yoke.states.atLiveEdge)
    await person.until('the hour', () => /^\d{1,2}:\d\d:\d\d/.test(document.querySelector('time')?.textContent ?? ''))
    const { late, written, shown } = await person.page.run(() => {
      const [readout, player] = [document.querySelector('time'), document.querySelector('yoke-player')]
      const time = player?.yoke.values.timeOfDay ?? 0
      return {
        late: (Date.now() - time) / 1000,
        written: Math.abs(Date.parse(readout?.dateTime ?? '') - time),
        shown: readout?.textContent === new Date(time).toLocaleTimeString('en')
      }
    })
    // Three segments behind the newest, which may be as long as a segment old; or what the presentation asks for.
    expect(late).toBeGreaterThan(3)
    expect(late).toBeLessThan(14)
    expect([written < 2000, shown]).toEqual([true, true])
  })

  it('of a clip is not told where its manifest knows of none', async () => {
    await mount('clip/main.m3u8')
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)
    const seen = await person.page.run(() => [
      document.querySelector('yoke-player')?.yoke.values.timeOfDay ?? 'none',
      document.querySelector('time')?.textContent
    ])
    expect(seen).toEqual(['none', ''])
  })
})

describe('a viewer in a hurry', () => {
  /** Seeks and changes of quality, some of which nobody waits for. @returns where nothing came any more; `''` where all came */
  const hurry = (seed: number): Promise<string> =>
    person.page.run(async (from: number) => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      let state = from
      const chance = (): number => {
        state = (state * 16_807) % 2_147_483_647
        return state / 2_147_483_647
      }
      const done: string[] = []
      for (let step = 0; step < 40; step += 1) {
        const place = chance() * 58
        const quality = ['', '180p', '360p', '540p', 'auto'][Math.floor(chance() * 5)]
        if (quality) player.yoke.run('set-quality', quality)
        player.yoke.run('seek', place)
        done.push(`${quality} ${place.toFixed(2)}`)
        const [isHasty, end] = [chance() < 0.3, performance.now() + 20_000]
        if (isHasty) await new Promise(resolve => setTimeout(resolve, chance() * 60))
        else
          while (player.seeking || player.readyState < 3) {
            await new Promise(resolve => setTimeout(resolve, 10))
            if (performance.now() > end) return done.slice(-4).join(', ')
          }
      }
      return ''
    }, seed)

  it.each([11, 12])('gets what is wanted last (%i)', async seed => {
    await person.mount(
      `<yoke-player muted preload="auto" style="width: 640px" src="${origin.address}/clip/main.m3u8"></yoke-player>`
    )
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 2)
    expect(await hurry(seed)).toBe('')
  })
})
