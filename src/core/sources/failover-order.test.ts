import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FAILOVER, type FailoverEvent, type FailoverPhase, initialFailover, stepFailover } from './failover.ts'
import { untriedReport } from './reports.ts'

const reports = [
  { ...untriedReport({ src: 'a' }), state: 'failed' },
  { ...untriedReport({ src: 'b' }), state: 'refused' },
  { ...untriedReport({ src: 'c' }), state: 'failed' }
] as const

describe('whatever happens in whatever order', () => {
  const phases = Object.keys(FAILOVER) as FailoverPhase[]
  const src = fc.constantFrom('a', 'b', 'c')
  const event: fc.Arbitrary<FailoverEvent> = fc.oneof(
    fc.record({ type: fc.constant('broken' as const), src, byConnection: fc.boolean() }),
    fc.record({ type: fc.constant('silent' as const), src, seconds: fc.constant(10) }),
    fc.record({ type: fc.constant('ready' as const), src }),
    fc.record({ type: fc.constant('ran' as const), src }),
    fc.record({ type: fc.constant('online' as const) }),
    fc.record({ type: fc.constant('anew' as const) }),
    fc.record({ type: fc.constant('chosen' as const), first: src }),
    fc.record({ type: fc.constant('pause-over' as const), attempt: fc.nat(20) }),
    fc.record({ type: fc.constant('diagnosed' as const), attempt: fc.nat(20), reason: fc.constant(undefined) })
  )

  it('attempts only rise, what waits is held, and what is put in is known', () => {
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), events => {
        let state = initialFailover
        let held = false
        for (const each of events) {
          const step = stepFailover(state, each, { reports, isOnline: true })
          expect(step.state.attempt).toBeGreaterThanOrEqual(state.attempt)
          expect(phases).toContain(step.state.phase)
          for (const effect of step.effects) {
            if (effect.do === 'hold' || effect.do === 'stand-by') held = true
            if (effect.do === 'release' || effect.do === 'fail') held = false
            if (effect.do === 'place') expect(['a', 'b', 'c']).toContain(effect.src)
          }
          if (['pausing', 'offline', 'probing', 'diagnosing'].includes(step.state.phase)) expect(held).toBe(true)
          if (each.type === 'anew') held = false
          if (step.state.phase === 'failed' && each.type !== 'chosen') expect(held).toBe(false)
          state = step.state
        }
      })
    )
  })
})
