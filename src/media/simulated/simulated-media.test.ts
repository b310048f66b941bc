import { describe, expect, it } from 'vitest'
import { createVirtualClock, type VirtualClock } from '../clock.ts'
import { turnUntil } from '../kit/subjects.ts'
import { createSimulatedMedia, type SimulatedMedia } from './simulated-media.ts'
import type { SimulatedMediaOptions } from './simulated-options.ts'

describe('the simulated media', () => {
  const make = (
    options: Omit<SimulatedMediaOptions, 'clock'> = {}
  ): { clock: VirtualClock; media: SimulatedMedia; types: string[] } => {
    const clock = createVirtualClock()
    const media = createSimulatedMedia({ ...options, clock })
    const types: string[] = []
    media.observe(type => types.push(type))
    clock.advance(0.01)
    return { clock, media, types }
  }

  it('refuses to play, as a browser does before a gesture: no event, still paused', async () => {
    const { clock, media, types } = make()
    const before = types.length
    media.refusePlay(true)
    await expect(media.play()).rejects.toMatchObject({ name: 'NotAllowedError' })
    clock.advance(1)
    expect(media.paused).toBe(true)
    expect(types.slice(before)).toEqual([])
  })

  it('stalls and goes on', async () => {
    const { clock, media, types } = make()
    media.play()
    clock.advance(2)
    media.stall()
    clock.advance(5)
    expect(media.currentTime).toBeCloseTo(2, 1)
    expect(media.readyState).toBe(2)
    media.resume()
    clock.advance(1)
    expect(media.currentTime).toBeCloseTo(3, 1)
    expect(types.slice(types.indexOf('stalled'))).toContain('playing')
  })

  it('fails: paused, with an error, and plays no more', async () => {
    const { clock, media, types } = make()
    media.play()
    clock.advance(1)
    media.fail(3, 'damaged')
    clock.advance(1)
    expect(media).toMatchObject({ paused: true, error: { code: 3 } })
    expect(types).toContain('error')
    await expect(media.play()).rejects.toMatchObject({ name: 'NotSupportedError' })
  })

  it('is live: no end, a window that moves with time', () => {
    const { clock, media } = make({ duration: Number.POSITIVE_INFINITY, window: 20 })
    clock.advance(10)
    expect(media.duration).toBe(Number.POSITIVE_INFINITY)
    expect(media.seekable.end(0) - media.seekable.start(0)).toBeCloseTo(20)
    expect(media.seekable.end(0)).toBeCloseTo(30, 1)
  })

  it('lacks what it is told to lack', () => {
    const { media } = make({ volume: false, playbackRate: undefined, seekable: false, lazy: true })
    media.volume = 0.5
    expect(media.volume).toBe(1)
    expect(() => {
      media.playbackRate = 2
    }).toThrow(/playbackRate/)
    expect(media.readyState).toBe(0)
    expect(media.capabilities).toEqual({ volume: false, playbackRate: undefined })
  })

  it('loads only when asked, if lazy', async () => {
    const { clock, media } = make({ lazy: true })
    clock.advance(5)
    expect(media.readyState).toBe(0)
    media.play()
    await turnUntil(clock, () => media.currentTime > 1, 'playback')
  })
})
