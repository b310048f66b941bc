import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SteadyClock } from './steady-clock.ts'

/** A service that says where it is: how often, how old what it says may be, and how late it comes. */
const service = fc.record({
  every: fc.double({ min: 0.1, max: 0.25, noNaN: true }),
  stale: fc.double({ min: 0.01, max: 0.25, noNaN: true }),
  late: fc.array(fc.double({ min: 0, max: 0.06, noNaN: true }), { minLength: 40, maxLength: 40 }),
  rate: fc.constantFrom(0.5, 1, 1.5, 2)
})

describe('a clock that is told its place now and then', () => {
  it('never goes back, and is right to a tenth of a second beside how old the freshest news is', () => {
    fc.assert(
      fc.property(service, ({ every, stale, late, rate }) => {
        const clock = new SteadyClock()
        clock.setRate(0, rate)
        clock.run(0, true)
        let before = 0
        late.forEach((delay, index) => {
          const now = (index + 1) * every
          // What a getter says is as old as its last refresh.
          const refreshed = Math.floor((now - delay) / stale) * stale
          clock.tell(now, Math.max(0, refreshed) * rate)
          for (const look of [now, now + every / 2]) {
            const place = clock.at(look)
            expect(place).toBeGreaterThanOrEqual(before)
            before = place
            expect(place - look * rate).toBeLessThan(0.1 * rate)
            if (now > 2) expect(look * rate - place).toBeLessThan((0.1 + stale) * rate)
          }
        })
      })
    )
  })

  it('stands still once it is stopped, though the service stops a little later', () => {
    const clock = new SteadyClock()
    clock.run(0, true)
    clock.tell(0.9, 0.9)
    clock.run(1, false)
    clock.tell(1.1, 1.2)
    expect(clock.at(1.2)).toBeCloseTo(1, 6)
    clock.tell(1.3, 1.4)
    expect(clock.at(1.4)).toBe(1.4)
  })

  it('is caught up with where it is ahead, without going back', () => {
    const clock = new SteadyClock()
    clock.set(0, 10)
    clock.run(0, true)
    let before = 10
    // The media began a third of a second after it was said to.
    for (let now = 0.4; now < 8; now += 0.2) {
      clock.tell(now, 10 + now - 0.33)
      expect(clock.at(now)).toBeGreaterThanOrEqual(before)
      before = clock.at(now)
    }
    expect(Math.abs(before - (10 + 7.8 - 0.33))).toBeLessThan(0.1)
  })

  it('does not run on where the media stands', () => {
    const clock = new SteadyClock()
    clock.set(0, 5)
    clock.run(0, true)
    for (let now = 0.2; now < 20; now += 0.2) clock.tell(now, 5)
    expect(clock.at(25)).toBeLessThanOrEqual(5.6)
  })

  it('never goes back where the media waits again and again, and says so late', () => {
    const clock = new SteadyClock()
    let before = 0
    const look = (now: number): void => {
      expect(clock.at(now)).toBeGreaterThanOrEqual(before)
      before = clock.at(now)
    }
    for (let now = 0; now < 6; now += 1) {
      clock.run(now, true)
      look(now + 0.5)
      clock.run(now + 0.5, false)
      // Of half a second that was shown, the media has played a fifth.
      expect(clock.tell(now + 0.6, (now + 1) * 0.1, true)).toBe(false)
      look(now + 0.7)
    }
    expect(before).toBeLessThan(0.6 + 0.6 + 0.01)
    clock.run(6, true)
    expect(clock.tell(6.1, 0.7)).toBe(false)
    look(6.1)
    // Somebody has paused it: then it is where it says.
    clock.run(6.2, false)
    clock.tell(6.3, 0.7)
    expect(clock.at(6.3)).toBe(0.7)
  })

  it.each([
    ['forward', 40, true],
    ['back', 2, true],
    ['hardly', 10.3, false]
  ])('a jump %s is told as one', (_, place, isJump) => {
    const clock = new SteadyClock()
    clock.set(0, 10)
    clock.run(0, true)
    expect(clock.tell(0.1, place)).toBe(isJump)
    if (isJump) expect(clock.at(0.1)).toBe(place)
  })

  it('stands while it does not run, and follows what is told', () => {
    const clock = new SteadyClock()
    clock.set(0, 3)
    expect(clock.at(9)).toBe(3)
    expect(clock.tell(9, 3.4)).toBe(false)
    expect(clock.at(12)).toBe(3.4)
  })
})
