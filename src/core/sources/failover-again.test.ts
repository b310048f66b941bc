import { expect, it } from 'vitest'
import { fault } from '../fault.ts'
import type { FaultCode } from '../fault-codes.ts'
import { initialFailover, stepFailover } from './failover.ts'
import { untriedReport } from './reports.ts'

const missing = { ...untriedReport({ src: 'a' }), state: 'failed', fault: fault('source-missing', '', '') } as const

it.each<[FaultCode, tries: number, pause: number | undefined]>([
  ['connection-lost', 0, 1],
  ['connection-lost', 4, 15],
  ['connection-lost', 5, undefined],
  ['source-damaged', 0, 1],
  ['source-damaged', 1, 2],
  ['source-damaged', 2, undefined],
  ['source-not-media', 0, undefined],
  ['source-unreachable', 0, undefined]
])('found to be %s after %i tries: again after %s seconds', (code, failedTries, seconds) => {
  const found = { ...untriedReport({ src: 'b' }), state: 'failed', fault: fault(code, '', '') } as const
  const { state, effects } = stepFailover(
    { ...initialFailover, phase: 'diagnosing', attempt: 7, failedTries },
    { type: 'diagnosed', attempt: 7, reason: missing.fault },
    { reports: [missing, found], isOnline: true }
  )
  if (seconds === undefined) {
    expect(state.phase).toBe('failed')
    expect(effects).toEqual([{ do: 'fail', reason: missing.fault }])
  } else {
    expect(state).toMatchObject({ phase: 'pausing', again: 'b', failedTries: failedTries + 1 })
    expect(effects).toEqual([{ do: 'wait', seconds, attempt: 8 }])
  }
})
