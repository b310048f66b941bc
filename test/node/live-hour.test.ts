import { fileURLToPath } from 'node:url'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { type Fault, succeed } from '../../src/core/fault.ts'
import { endOf, type Rendition, type Timeline } from '../../src/core/streams/manifest.ts'
import { Timelines } from '../../src/media/html/streams/fetching/timelines.ts'
import { windowOf } from '../../src/media/html/streams/playback/live-edge.ts'
import { StreamFiles } from '../../stand-ins/origin/files.ts'
import { KEPT, masterPlaylist, mediaPlaylist, type Telling, transportMaster } from '../../stand-ins/origin/playlists.ts'
import { presentation } from '../../stand-ins/origin/presentations.ts'

const files = await new StreamFiles(fileURLToPath(new URL('../../stand-ins/origin/media/', import.meta.url))).open()
const SEGMENT = 2
const HOUR = 3600
const HOST = 'https://quay.example'

/** The channel as the stand-in origin tells it, on the clock of the test. */
const channel = (since: number) => {
  const telling = (): Telling => ({
    files,
    live: Math.floor((Date.now() - since) / 1000 / SEGMENT),
    length: undefined,
    since,
    hasEnded: false,
    misdeclared: false
  })
  const answers: Readonly<Record<string, () => string>> = {
    'main.m3u8': () => masterPlaylist(telling()),
    'transport.m3u8': () => transportMaster(telling()),
    'number.mpd': () => presentation('number', telling(), '/time'),
    'time.mpd': () => presentation('time', telling(), '/time'),
    time: () => new Date().toISOString()
  }
  const textOf = (name: string): string =>
    answers[name]?.() ?? mediaPlaylist(name.replace('.m3u8', ''), telling(), number => `${name}/${number}`)
  let asked = 0
  return {
    get asked() {
      return asked
    },
    fetch: (src: string) => {
      asked += 1
      const bytes = new TextEncoder().encode(textOf(src.slice(`${HOST}/`.length)))
      return succeed({ bytes, src, seconds: 0.01, date: Date.now() })
    }
  }
}

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse('2026-03-20T05:00:00Z') })
})
afterEach(() => {
  vi.useRealTimers()
})

/** How far apart the least and the greatest are. */
const spreadOf = (numbers: readonly number[]): number => Math.max(...numbers) - Math.min(...numbers)

describe('an hour of a live channel, on a simulated clock', () => {
  it.each(['main.m3u8', 'transport.m3u8', 'number.mpd', 'time.mpd'])('%s', async name => {
    const quay = channel(Date.now() - 90_000)
    const told: Fault[] = []
    const life = new AbortController()
    let renewals = 0
    const opened = await Timelines.open(`${HOST}/${name}`, {
      signal: life.signal,
      fetch: async ({ src }) => quay.fetch(src),
      tell: fault => void told.push(fault),
      renewed: () => {
        renewals += 1
      }
    })
    if (!opened.ok) throw new Error(opened.fault.message)
    const timelines = opened.value
    const played = timelines.manifest.renditions.filter(({ kind }) => kind !== 'text').slice(0, 2)
    await Promise.all(played.map(rendition => timelines.get(rendition)))
    const known = (rendition: Rendition): Timeline => timelines.known(rendition) as Timeline

    /** By how much the newest that is known stands before the clock: at most a segment and the while until it is asked for anew. */
    const behind: number[] = []
    /** Where a second of the day stands in the stream, by each rendition: a drift would move it. */
    const zeros: number[] = []
    const zero = Date.now() / 1000 - endOf(known(played[0] as Rendition))
    for (let seconds = 0; seconds < HOUR; seconds += SEGMENT) {
      await vi.advanceTimersByTimeAsync(SEGMENT * 1000)
      for (const rendition of played) {
        const timeline = known(rendition)
        const [first] = timeline.segments
        behind.push(Date.now() / 1000 - zero - endOf(timeline))
        if (first?.date !== undefined) zeros.push(first.date / 1000 - first.start)
        expect(timeline.segments.length).toBeLessThanOrEqual(KEPT + 2)
        const { start, end } = windowOf(timeline)
        expect(end).toBeGreaterThan(start)
      }
    }
    life.abort()
    expect(told).toEqual([])
    expect(spreadOf(behind)).toBeLessThan(3 * SEGMENT)
    expect(zeros.length).toBeGreaterThan(HOUR / SEGMENT)
    expect(spreadOf(zeros)).toBeLessThan(0.05)
    expect(renewals).toBeGreaterThan(HOUR / SEGMENT / 3)
    // Every while once: what is asked for anew is not asked for twice.
    expect(quay.asked).toBeLessThan((HOUR / SEGMENT) * played.length * 1.1)
    expect(vi.getTimerCount()).toBe(0)
  })
})
