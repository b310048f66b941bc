import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { createVirtualClock, type VirtualClock } from '../../src/media/clock.ts'
import { createSimulatedMedia, type SimulatedMedia } from '../../src/media/simulated/simulated-media.ts'
import type { SimulatedMediaOptions } from '../../src/media/simulated/simulated-options.ts'
import {
  createYoke,
  type Fault,
  type Yoke,
  type YokeCommandEvent,
  type YokeFaultEvent
} from '../../src/wiring/index.ts'

let clock: VirtualClock
let media: SimulatedMedia
let yoke: Yoke
let faults: Fault[]

const setUp = (options: Omit<SimulatedMediaOptions, 'clock'> = {}): void => {
  clock = createVirtualClock()
  media = createSimulatedMedia({ ...options, clock })
  yoke = createYoke(media)
  faults = []
  yoke.addEventListener('yoke-fault', event => {
    event.preventDefault()
    faults.push((event as YokeFaultEvent).fault)
  })
  clock.advance(0.01)
}

/** What runs commands comes with the first one; from then on they run at once. */
beforeAll(async () => {
  setUp()
  await yoke.run('pause')
})

beforeEach(() => setUp())

/** Runs a command while the clock turns. */
const run = async (name: string, value?: string | number): Promise<{ ok: boolean }> => {
  const result = yoke.run(name, value)
  for (let turn = 0; turn < 5; turn += 1) {
    await Promise.resolve()
    clock.advance(0.02)
  }
  return result
}

describe('a yoke', () => {
  it('knows the first state before anything has loaded', () => {
    clock = createVirtualClock()
    const early = createYoke(createSimulatedMedia({ clock }))
    expect(early.states).toMatchObject({ paused: true, playing: false, waiting: false, audioOnly: false })
    expect(early.values).toMatchObject({ currentTime: 0, duration: undefined, volume: 1, playbackRate: 1 })
    expect(early.measures).toEqual({ position: 0, buffered: 0, volume: 1, pointer: 0 })
  })

  it('plays, and says so when it does', async () => {
    expect(await run('play')).toEqual({ ok: true, value: undefined })
    expect(yoke.states).toMatchObject({ paused: false, playing: true, started: true })
    await run('play-pause')
    expect(yoke.states).toMatchObject({ paused: true, playing: false, started: true })
  })

  it('shows what the media does: a pause from elsewhere, the end', async () => {
    await run('play')
    media.pause()
    clock.advance(0.1)
    expect(yoke.states.paused).toBe(true)
    await run('play')
    clock.advance(100)
    expect(yoke.states).toMatchObject({ paused: true, ended: true })
  })

  it('a refused play leaves it paused, and is one fault in plain words', async () => {
    media.refusePlay(true)
    const result = await run('play')
    expect(result).toMatchObject({ ok: false, fault: { code: 'play-blocked' } })
    expect(yoke.states).toMatchObject({ paused: true, failed: false })
    expect(faults.map(({ code }) => code)).toEqual(['play-blocked'])
    expect(yoke.fault?.message).toMatch(/pressed something/)
  })

  it('a play that is taken back is nobody’s fault', async () => {
    const slow = createVirtualClock()
    const late = createYoke(createSimulatedMedia({ clock: slow, delays: { play: 5 } }))
    slow.advance(1)
    const playing = late.run('play')
    await Promise.resolve()
    await late.run('pause')
    expect(await playing).toMatchObject({ ok: false, fault: { code: 'play-interrupted' } })
    expect(faults).toEqual([])
  })

  it('a media that fails is one fault, with its address', async () => {
    media.fail(4, '')
    clock.advance(0.1)
    await Promise.resolve()
    expect(yoke.states.failed).toBe(true)
    expect(faults).toHaveLength(1)
    expect(faults[0]).toMatchObject({ code: 'media-failed', message: expect.stringContaining('simulated:media') })
  })

  it.each([
    ['play-puase', 'command-unknown', /play-pause/],
    ['seek', 'number-unreadable', /1:30/],
    ['set-volume', 'number-unreadable', /0\.5/]
  ])('%s without a right value resolves with a fault, and raises it', async (name, code, hint) => {
    expect(await run(name)).toMatchObject({ ok: false, fault: { code, hint: expect.stringMatching(hint) } })
    expect(faults.map(fault => fault.code)).toEqual([code])
  })

  it('stop returns to the start, and play then starts there', async () => {
    await run('play')
    clock.advance(10)
    await run('stop')
    clock.advance(0.2)
    expect(yoke.states.paused).toBe(true)
    expect(yoke.values.currentTime).toBe(0)
    await run('play')
    expect(yoke.values.currentTime).toBeLessThan(1)
  })

  it('never has more than one seek under way, and the last position wins', async () => {
    setUp({ delays: { seek: 1 } })
    let underWay = 0
    let most = 0
    const assigned: number[] = []
    media.observe(type => {
      if (type === 'seeking') {
        underWay += 1
        assigned.push(media.currentTime)
      }
      if (type === 'seeked') underWay -= 1
      most = Math.max(most, underWay)
    })
    for (const seconds of [5, 10, 15, 20, 25]) {
      await yoke.run('seek', seconds)
      expect(yoke.values.currentTime).toBe(seconds)
      clock.advance(0.1)
    }
    clock.advance(5)
    expect(most).toBe(1)
    expect(assigned).toEqual([5, 25])
    expect(media.currentTime).toBe(25)
  })

  it.each([
    ['the position that it looks for', [20]],
    ['the position that waits, though the media has found the one before', [20, 40]]
  ])('is on its way to %s, until it is told that it was found', async (_, places) => {
    setUp({ delays: { seek: 1 } })
    for (const seconds of places) await yoke.run('seek', seconds)
    const last = places.at(-1)
    // Engines say so a little before they tell of it, and Chromium may show the picture before until then.
    Object.defineProperty(media, 'seeking', { value: false, configurable: true })
    yoke.refresh()
    expect(yoke.states.seeking).toBe(true)
    expect(yoke.values.currentTime).toBe(last)
    Reflect.deleteProperty(media, 'seeking')
    clock.advance(3)
    expect(yoke.states.seeking).toBe(false)
    expect(yoke.values.currentTime).toBe(last)
  })

  it('does not wait for the end of a seek that was not its own: that may never end', async () => {
    setUp({ delays: { seek: 1 } })
    media.currentTime = 30
    await yoke.run('seek', 10)
    expect(media.currentTime).toBe(10)
    clock.advance(3)
    expect(yoke.snapshot).toMatchObject({ currentTime: 10, seeking: false })
  })

  it('skips add up while a seek is under way', async () => {
    setUp({ delays: { seek: 1 } })
    for (let press = 0; press < 3; press += 1) await yoke.run('skip', 10)
    clock.advance(5)
    expect(media.currentTime).toBe(30)
  })

  it('holds the position under a dragging pointer, while playback runs on', async () => {
    await run('play')
    clock.advance(2)
    yoke.beginScrub()
    const held = yoke.values.currentTime
    clock.advance(3)
    expect(yoke.values.currentTime).toBe(held)
    await run('seek', 40)
    clock.advance(3)
    expect(yoke.values.currentTime).toBe(40)
    expect(yoke.states.scrubbing).toBe(true)
    yoke.endScrub()
    expect(yoke.states.scrubbing).toBe(false)
    // It goes on from where the handle was let go.
    expect(yoke.values.currentTime).toBe(40)
    clock.advance(1)
    expect(yoke.values.currentTime).toBeCloseTo(41, 0)
  })

  it('unmute after the volume was taken to 0 brings a sound back', async () => {
    await run('set-volume', 0.6)
    await run('set-volume', 0)
    expect(yoke.states).toMatchObject({ silent: true, muted: false })
    await run('toggle-muted')
    expect(media.volume).toBe(0.6)
  })

  it('passes each command through one cancelable event', async () => {
    const asked: string[] = []
    yoke.addEventListener('yoke-command', event => {
      const { command, value } = event as YokeCommandEvent
      asked.push(`${command} ${value}`)
      if (command === 'play') event.preventDefault()
    })
    expect(await run('play')).toMatchObject({ ok: false, fault: { code: 'command-prevented' } })
    await run('seek', '10')
    expect(asked).toEqual(['play undefined', 'seek 10'])
    expect(media.paused).toBe(true)
    expect(faults).toEqual([])
  })

  it('runs commands of your own, and tells when they end in an exception', async () => {
    const heard: unknown[] = []
    yoke.defineCommand('ring-bell', value => void heard.push(value))
    yoke.defineCommand('sink', () => {
      throw new Error('a leak')
    })
    expect(await run('ring-bell', 'twice')).toMatchObject({ ok: true })
    expect(await run('sink')).toMatchObject({
      ok: false,
      fault: { code: 'command-failed', message: expect.stringContaining('a leak') }
    })
    expect(heard).toEqual(['twice'])
  })

  it('keeps its own names for itself', async () => {
    yoke.defineCommand('play', () => undefined)
    yoke.defineValue('volume', { read: () => 3 })
    yoke.defineState('paused', () => true)
    await vi.waitFor(() => expect(faults.map(({ code }) => code)).toEqual(['name-taken', 'name-taken', 'name-taken']))
    expect(yoke.commands.size + yoke.authorValues.size + yoke.authorStates.size).toBe(0)
  })

  it('asks a command of your own whether it can run', async () => {
    let availability: 'now' | 'later' = 'later'
    yoke.defineCommand('ring-bell', { run: () => undefined, availability: () => availability })
    expect(yoke.canRun('ring-bell')).toBe(false)
    availability = 'now'
    expect(yoke.canRun('ring-bell')).toBe(true)
    yoke.defineCommand('sink', {
      run: () => undefined,
      availability: () => {
        throw new Error('a leak')
      }
    })
    expect([yoke.canRun('sink'), yoke.canRun('sink')]).toEqual([true, true])
    expect(faults.map(({ code }) => code)).toEqual(['subscriber-failed'])
  })

  it('calls subscribers on change, not at once, and not after their stop', async () => {
    const seen: boolean[] = []
    const stop = yoke.subscribe(
      ({ states }) => states.paused,
      paused => seen.push(paused)
    )
    expect(seen).toEqual([])
    await run('play')
    await run('pause')
    stop()
    stop()
    await run('play')
    expect(seen).toEqual([false, true])
  })

  it('passes on the media’s own events', async () => {
    const types: string[] = []
    for (const type of ['play', 'playing', 'pause']) yoke.addEventListener(type, event => types.push(event.type))
    await run('play')
    await run('pause')
    expect(types).toEqual(['play', 'playing', 'pause'])
  })

  it('takes another media under the same controls', async () => {
    await run('seek', 30)
    const other = createSimulatedMedia({ clock, duration: 10 })
    yoke.attach(other)
    clock.advance(0.1)
    expect(yoke.values).toMatchObject({ currentTime: 0, duration: 10 })
    media.volume = 0.2
    clock.advance(0.1)
    expect(yoke.values.volume).toBe(1)
    yoke.attach(undefined)
    expect(await run('play')).toMatchObject({ ok: false, fault: { code: 'media-absent' } })
  })

  it('stops everything when disposed of, or when its signal aborts', async () => {
    const life = new AbortController()
    const short = createYoke(media, { signal: life.signal })
    let calls = 0
    short.subscribe(
      ({ values }) => values.volume,
      () => {
        calls += 1
      }
    )
    media.volume = 0.5
    clock.advance(0.1)
    life.abort()
    short.dispose()
    media.volume = 0.7
    clock.advance(0.1)
    expect(calls).toBe(1)
    expect(short.signal.aborted).toBe(true)
  })

  it('a subscriber that throws stops no other one, and is told once', async () => {
    const seen: boolean[] = []
    yoke.subscribe(
      ({ snapshot }) => snapshot,
      () => {
        throw new Error('a leak')
      }
    )
    yoke.subscribe(
      ({ states }) => states.paused,
      paused => seen.push(paused)
    )
    await run('play')
    await run('pause')
    expect(seen).toEqual([false, true])
    expect(faults.map(({ code }) => code)).toEqual(['subscriber-failed'])
  })

  it('takes no command once it is disposed of', async () => {
    yoke.dispose()
    expect(await yoke.run('play')).toMatchObject({ ok: false })
  })

  it('does what is to be done at a place of the timeline when playback gets there', async () => {
    vi.useFakeTimers()
    const done: number[] = []
    yoke.timeline.at(5, () => done.push(media.currentTime))
    await run('play')
    const turn = (seconds: number): void => {
      for (let step = 0; step < seconds * 20; step += 1) {
        clock.advance(0.05)
        vi.advanceTimersByTime(50)
      }
    }
    turn(3)
    expect(done).toEqual([])
    await run('pause')
    turn(10)
    expect(done).toEqual([])
    await run('set-playback-rate', 2)
    await run('play')
    turn(1.5)
    vi.useRealTimers()
    expect(done).toHaveLength(1)
    expect(done[0]).toBeGreaterThanOrEqual(5)
    expect(done[0]).toBeLessThan(5.6)
  })

  it('live: no number of it is NaN or Infinity where a bar or a range needs one', () => {
    setUp({ duration: Number.POSITIVE_INFINITY })
    clock.advance(5)
    expect(yoke.states.live).toBe(true)
    expect(Object.values(yoke.measures).every(measure => measure >= 0 && measure <= 1)).toBe(true)
  })
})
