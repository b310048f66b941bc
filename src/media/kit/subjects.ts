import { fault } from '../../core/fault.ts'
import type { MediaAdapter } from '../adapter.ts'
import { createVirtualClock, type VirtualClock } from '../clock.ts'
import { createSimulatedMedia, type SimulatedMedia } from '../simulated/simulated-media.ts'
import type { SimulatedMediaOptions } from '../simulated/simulated-options.ts'
import type { ConformanceSubject, OutsideActs } from './subject.ts'

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
  throw new Error(`gave up waiting for ${what}`)
}

const NO_CODEC = fault('source-unsupported', 'This media cannot be played here.', 'take another one')

/** What can be done to a simulated media from outside. */
const actsOn = (media: SimulatedMedia): OutsideActs => ({
  play: () => void media.play().catch(() => undefined),
  refusePlayLate: () => media.refusePlay(true),
  refuseRatesLate: () => media.refuseRates(true),
  fail: () => media.fail(4, '', NO_CODEC)
})

/** A subject on a virtual clock. `spoil` may return a proxy of the media, to seed a fault into it. */
export const simulatedSubject = (
  options: Omit<SimulatedMediaOptions, 'clock'> = {},
  spoil: (media: SimulatedMedia, clock: VirtualClock) => MediaAdapter = media => media
): ConformanceSubject => {
  const clock = createVirtualClock()
  const simulated = createSimulatedMedia({
    duration: 12,
    ...options,
    delays: { refusal: 0.3, rate: 0.3, ...options.delays },
    clock
  })
  simulated.muted = true
  const media = spoil(simulated, clock)
  return {
    media,
    outside: actsOn(simulated),
    until: (condition, what) => turnUntil(clock, condition, what),
    dispose: () => simulated.dispose()
  }
}

const POLL_INTERVAL = 15

/** A subject whose time is real. `patience` is how long a wait may last, in milliseconds; `outside` what can be done to it. */
export const realTimeSubject = (
  media: MediaAdapter,
  dispose: () => void,
  { patience = 8000, outside = {} }: { readonly patience?: number; readonly outside?: OutsideActs } = {}
): ConformanceSubject => ({
  media,
  outside,
  until: (condition, what) =>
    new Promise((resolve, reject) => {
      const deadline = performance.now() + patience
      const look = (): void => {
        if (condition()) resolve()
        else if (performance.now() > deadline) reject(new Error(`gave up waiting for ${what}`))
        else setTimeout(look, POLL_INTERVAL)
      }
      look()
    }),
  dispose
})
