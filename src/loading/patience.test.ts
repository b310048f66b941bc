import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { signalWithin } from './patience.ts'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

describe('patience', () => {
  it('ends by itself', () => {
    const signal = signalWithin(3000, new AbortController().signal)
    vi.advanceTimersByTime(2999)
    expect(signal.aborted).toBe(false)
    vi.advanceTimersByTime(1)
    expect(signal).toMatchObject({ aborted: true, reason: { name: 'TimeoutError' } })
  })

  it.each(['before', 'meanwhile'])('ends with what it serves, which ended %s, and leaves no timer', when => {
    const life = new AbortController()
    if (when === 'before') life.abort('gone')
    const signal = signalWithin(3000, life.signal)
    life.abort('gone')
    expect(signal).toMatchObject({ aborted: true, reason: 'gone' })
    expect(vi.getTimerCount()).toBe(0)
  })
})
