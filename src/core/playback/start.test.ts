import { describe, expect, it } from 'vitest'
import { afterRefusal, planStart, type StartContext } from './start.ts'

const plain: StartContext = { inView: false, reducedMotion: false, saveData: false, silent: false }

describe('a start by itself', () => {
  it.each([
    ['pressed', 'wanted', {}, { do: 'wait', outcome: 'waiting' }],
    ['pressed', 'off', { inView: true }, { do: 'wait', outcome: 'waiting' }],
    ['at-once', 'wanted', {}, { do: 'play', muted: false }],
    ['at-once', 'wanted', { silent: true }, { do: 'play', muted: true }],
    ['at-once', 'required', {}, { do: 'play', muted: false }],
    ['at-once', 'off', {}, { do: 'play', muted: true }],
    ['in-view', 'wanted', {}, { do: 'wait', outcome: 'waiting' }],
    ['in-view', 'wanted', { inView: true }, { do: 'play', muted: false }],
    ['at-once', 'wanted', { reducedMotion: true }, { do: 'wait', outcome: 'held-back' }],
    ['at-once', 'off', { saveData: true }, { do: 'wait', outcome: 'held-back' }],
    ['in-view', 'off', { reducedMotion: true }, { do: 'wait', outcome: 'waiting' }]
  ] as const)('%s, sound %s, %j', (when, sound, context, step) => {
    expect(planStart(when, sound, { ...plain, ...context })).toEqual(step)
  })

  it.each([
    ['wanted', false, { do: 'play', muted: true }],
    ['wanted', true, { do: 'wait', outcome: 'press-needed' }],
    ['required', false, { do: 'wait', outcome: 'press-needed' }],
    ['off', true, { do: 'wait', outcome: 'press-needed' }]
  ] as const)('refused with sound %s, muted %s', (sound, muted, step) => {
    expect(afterRefusal(sound, muted)).toEqual(step)
  })
})
