import { describe, expect, it } from 'vitest'
import type { Fault } from '../core/fault.ts'
import { bring, definePart, use } from './part.ts'

const createHost = () => {
  const told: Fault[] = []
  return { told, generation: 0, raise: (reason: Fault) => told.push(reason) }
}

describe('a part', () => {
  it('is loaded once, and then is there at once', async () => {
    let loads = 0
    const part = definePart(async () => ({ answer: 42, load: ++loads }))
    const host = createHost()
    const first = await new Promise(resolve => use(part, host, resolve))
    let second: unknown
    use(part, host, module => {
      second = module
    })
    expect([first, second, loads]).toEqual([{ answer: 42, load: 1 }, first, 1])
    expect(part.here).toBe(first)
    expect(host.told).toEqual([])
  })

  it('that cannot be had is told to each who asks, and tried anew', async () => {
    let isThere = false
    const cause = new TypeError('404')
    const part = definePart(async () => {
      if (!isThere) throw cause
      return 'here'
    })
    const host = createHost()
    expect([await bring(part, host), await bring(part, createHost())]).toEqual([undefined, undefined])
    expect(host.told).toMatchObject([{ code: 'part-unreachable', cause }])
    isThere = true
    expect(await bring(part, host)).toBe('here')
  })

  it('that comes too late is dropped: its host has gone, or has asked for something newer', async () => {
    const life = new AbortController()
    const gone = { ...createHost(), signal: life.signal }
    const newer = createHost()
    const part = definePart(async () => 'here')
    const brought = Promise.all([bring(part, gone), bring(part, newer)])
    life.abort()
    newer.generation += 1
    expect(await brought).toEqual([undefined, undefined])
    expect(await bring(part, newer)).toBe('here')
  })
})
