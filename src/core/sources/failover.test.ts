import { describe, expect, it } from 'vitest'
import {
  type FailoverEvent,
  type FailoverFacts,
  type FailoverPhase,
  type FailoverState,
  initialFailover,
  stepFailover
} from './failover.ts'
import type { SourceReport, SourceState } from './reports.ts'

const report = (src: string, state: SourceState = 'untried'): SourceReport => {
  const answer = state === 'refused' ? '' : 'maybe'
  return { src, name: src, type: '', answer, state, turn: 0 }
}

const facts = (...reports: readonly SourceReport[]): FailoverFacts => ({ reports, isOnline: true })

const at = (phase: FailoverPhase, more: Partial<FailoverState> = {}): FailoverState => ({
  ...initialFailover,
  phase,
  attempt: 7,
  ...more
})

/** Effects in short: `note a failed connection-lost`, `place b`. */
const effectsOf = (state: FailoverState, event: FailoverEvent, known: FailoverFacts): string => {
  const { state: next, effects } = stepFailover(state, event, known)
  const said = effects.map(effect => {
    switch (effect.do) {
      case 'note':
        return ['note', effect.src, effect.state, effect.fault?.code].filter(Boolean).join(' ')
      case 'hold':
        return effect.at === undefined ? 'hold' : `hold ${effect.at}`
      case 'place':
      case 'probe':
        return `${effect.do} ${effect.src}`
      case 'wait':
        return `wait ${effect.seconds}`
      case 'fail':
        return `fail ${effect.reason?.code}`
      default:
        return effect.do
    }
  })
  return [...said, `→ ${next.phase}`].join(', ')
}

const BROKEN: FailoverEvent = { type: 'broken', src: 'a', byConnection: false }
const CUT: FailoverEvent = { ...BROKEN, byConnection: true }
const SILENT: FailoverEvent = { type: 'silent', src: 'a', seconds: 10 }
const reason = { code: 'source-missing', message: '', hint: '' } as const

describe('each row of the failover', () => {
  it.each<[string, FailoverState, FailoverEvent, FailoverFacts, string]>([
    [
      'a broken source gives way to the next',
      at('steady'),
      BROKEN,
      facts(report('a', 'chosen'), report('b')),
      'note a failed media-failed, hold, place b, → switching'
    ],
    [
      'one that was to take over as well',
      at('switching'),
      BROKEN,
      facts(report('a', 'loading'), report('b')),
      'note a failed media-failed, hold, place b, → switching'
    ],
    [
      'what has played before is tried again',
      at('steady', { good: 'a' }),
      BROKEN,
      facts(report('a', 'chosen')),
      'note a failed media-failed, hold, wait 1, → pausing'
    ],
    [
      'with growing pauses',
      at('switching', { good: 'a', failedTries: 3 }),
      BROKEN,
      facts(report('a', 'loading')),
      'note a failed media-failed, hold, wait 8, → pausing'
    ],
    [
      'and not for ever',
      at('switching', { good: 'a', failedTries: 5 }),
      BROKEN,
      facts(report('a', 'loading')),
      'note a failed media-failed, hold, diagnose, → diagnosing'
    ],
    [
      'a connection that broke is worth a try by itself',
      at('steady'),
      CUT,
      facts(report('a', 'loading')),
      'note a failed connection-lost, hold, wait 1, → pausing'
    ],
    [
      'without a connection nothing is tried',
      at('steady'),
      BROKEN,
      { ...facts(report('a', 'loading')), isOnline: false },
      'note a failed connection-lost, hold, → offline'
    ],
    [
      'with nothing left, those of refused types are looked into',
      at('steady'),
      BROKEN,
      facts(report('a', 'failed'), report('b', 'refused')),
      'note a failed media-failed, hold, probe b, → probing'
    ],
    [
      'and else it is found out why',
      at('steady'),
      BROKEN,
      facts(report('a', 'failed')),
      'note a failed media-failed, hold, diagnose, → diagnosing'
    ],
    [
      'the engine has none any more',
      at('steady'),
      { ...BROKEN, src: '' },
      facts(report('a', 'failed')),
      'hold, diagnose, → diagnosing'
    ],
    [
      'a silent source gives way to the next',
      at('steady'),
      SILENT,
      facts(report('a', 'chosen'), report('b')),
      'note a silent source-silent, hold, place b, → switching'
    ],
    [
      'else it is asked once more',
      at('steady'),
      SILENT,
      facts(report('a', 'chosen')),
      'note a silent source-silent, hold, place a, → switching'
    ],
    [
      'or another one that was silent before, in turn',
      at('steady', { good: 'a' }),
      SILENT,
      facts(report('a', 'chosen'), report('b', 'failed'), report('c', 'silent'), report('d', 'silent')),
      'note a silent source-silent, hold, place c, → switching'
    ],
    [
      'and the first one again after the last',
      at('steady', { good: 'b' }),
      { ...SILENT, src: 'c' },
      facts(report('a', 'silent'), report('b', 'failed'), report('c', 'chosen')),
      'note c silent source-silent, hold, place a, → switching'
    ],
    [
      'one that breaks gives way to one that was only silent',
      at('switching', { failedTries: 1 }),
      BROKEN,
      facts(report('a', 'loading'), report('b', 'silent')),
      'note a failed media-failed, hold, place b, → switching'
    ],
    [
      'but not for ever',
      at('switching', { failedTries: 5 }),
      BROKEN,
      facts(report('a', 'loading'), report('b', 'silent')),
      'note a failed media-failed, hold, diagnose, → diagnosing'
    ],
    [
      'and not for ever',
      at('switching', { failedTries: 5 }),
      SILENT,
      facts(report('a', 'silent')),
      'note a silent source-silent, hold, diagnose, → diagnosing'
    ],
    [
      'sound alone gives way to a picture',
      at('steady'),
      { type: 'without-picture', src: 'a' },
      facts(report('a', 'chosen'), report('b')),
      'note a failed source-without-picture, hold, place b, → switching'
    ],
    [
      'an end that is none is left at the place before',
      at('steady'),
      { type: 'cut-short', src: 'a', at: 4 },
      facts(report('a', 'chosen'), report('b')),
      'hold 4, note a failed media-failed, hold, place b, → switching'
    ],
    [
      'the new one is there',
      at('switching'),
      { type: 'ready', src: 'b' },
      facts(report('a', 'failed'), report('b', 'loading')),
      'note b chosen, release, → steady'
    ],
    [
      'the pause is over',
      at('pausing', { again: 'a' }),
      { type: 'pause-over', attempt: 7 },
      facts(report('a', 'failed')),
      'place a, → switching'
    ],
    [
      'the connection is back',
      at('offline', { again: 'a' }),
      { type: 'online' },
      facts(report('a', 'failed')),
      'place a, → switching'
    ],
    [
      'also during a pause',
      at('pausing', { again: 'a' }),
      { type: 'online' },
      facts(report('a', 'failed')),
      'place a, → switching'
    ],
    [
      'also after all had failed',
      at('failed', { good: 'a' }),
      { type: 'online' },
      facts(report('a', 'failed')),
      'stand-by, place a, → switching'
    ],
    ['but not for what is gone', at('failed', { good: 'a' }), { type: 'online' }, facts(report('z')), '→ failed'],
    [
      'bytes that can be played were mislabelled',
      at('probing'),
      { type: 'probed', attempt: 7, src: 'b', mime: 'video/webm', playable: true },
      facts(report('b', 'refused')),
      'place b, → switching'
    ],
    [
      'others give way to the next',
      at('probing'),
      { type: 'probed', attempt: 7, src: 'b', mime: undefined, playable: false },
      facts(report('b', 'refused'), report('c', 'refused')),
      'note b failed source-unsupported, probe c, → probing'
    ],
    [
      'until none is left',
      at('probing'),
      { type: 'probed', attempt: 7, src: 'b', mime: undefined, playable: false },
      facts(report('b', 'refused')),
      'note b failed source-unsupported, diagnose, → diagnosing'
    ],
    [
      'why is told',
      at('diagnosing'),
      { type: 'diagnosed', attempt: 7, reason },
      facts(report('a', 'failed')),
      'fail source-missing, → failed'
    ],
    [
      'new sources are played from the first',
      at('failed', { good: 'a' }),
      { type: 'chosen', first: 'x' },
      facts(report('x')),
      'place x, → switching'
    ],
    [
      'after a failure it may be loaded anew',
      at('failed', { good: 'a', failedTries: 5 }),
      { type: 'anew' },
      facts(report('a', 'failed')),
      '→ steady'
    ],
    ['none leaves it to the markup', at('switching'), { type: 'anew' }, facts(), '→ steady']
  ])('%s', (_, state, event, known, expected) => {
    expect(effectsOf(state, event, known)).toBe(expected)
  })

  it('time that runs makes a source a good one, and its tries are forgotten', () => {
    const { state } = stepFailover(at('steady', { failedTries: 2 }), { type: 'ran', src: 'a' }, facts(report('a')))
    expect(state).toMatchObject({ good: 'a', failedTries: 0 })
  })

  it('an answer to an earlier attempt changes nothing', () => {
    for (const event of [
      { type: 'pause-over', attempt: 6 },
      { type: 'diagnosed', attempt: 6, reason },
      { type: 'probed', attempt: 6, src: 'b', mime: undefined, playable: false }
    ] as const)
      for (const phase of ['pausing', 'diagnosing', 'probing'] as const)
        expect(stepFailover(at(phase), event, facts(report('b', 'refused')))).toEqual({ state: at(phase), effects: [] })
  })
})
