import type { MediaAdapter } from '../adapter.ts'
import { createVirtualClock, type VirtualClock } from '../simulated/clock.ts'
import { createSimulatedMedia, type SimulatedMedia, type SimulatedMediaOptions } from '../simulated/simulated-media.ts'
import type { ConformanceSubject } from './subject.ts'

const TURN = 0.02
const MOST_TURNS = 1500

/** Turns a virtual clock, 20 ms at a time, until the condition holds; gives up after 30 virtual seconds. */
export const turnUntil = async (clock: VirtualClock, condition: () => boolean, what: string): Promise<void> => {
  for (let turn = 0; turn < MOST_TURNS; turn += 1) {
    // Promises settle between turns, as they do between tasks.
    await Promise.resolve()
    await Promise.resolve()
    if (condition()) return
    clock.advance(TURN)
  }
  throw new Error(`waited in vain for ${what}`)
}

/** A subject on a virtual clock. `spoil` may return a proxy of the media, to seed a fault into it. */
export const simulatedSubject = (
  options: Omit<SimulatedMediaOptions, 'clock'> = {},
  spoil: (media: SimulatedMedia, clock: VirtualClock) => MediaAdapter = media => media
): ConformanceSubject => {
  const clock = createVirtualClock()
  const simulated = createSimulatedMedia({ duration: 12, ...options, clock })
  simulated.muted = true
  const media = spoil(simulated, clock)
  return {
    media,
    until: (condition, what) => turnUntil(clock, condition, what),
    dispose: () => simulated.dispose()
  }
}

const POLL_INTERVAL = 15

/** A subject whose time is real. `patience` is how long a wait may last, in milliseconds. */
export const realTimeSubject = (media: MediaAdapter, dispose: () => void, patience = 8000): ConformanceSubject => ({
  media,
  until: (condition, what) =>
    new Promise((resolve, reject) => {
      const deadline = performance.now() + patience
      const look = (): void => {
        if (condition()) resolve()
        else if (performance.now() > deadline) reject(new Error(`waited in vain for ${what}`))
        else setTimeout(look, POLL_INTERVAL)
      }
      look()
    }),
  dispose
})
