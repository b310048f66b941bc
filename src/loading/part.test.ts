import { describe, expect, it } from 'vitest'
import type { Fault } from '../core/fault.ts'
import { Part } from './part.ts'

const hear = (): { readonly told: Fault[]; readonly raise: (reason: Fault) => void } => {
  const told: Fault[] = []
  return { told, raise: reason => told.push(reason) }
}

describe('a part', () => {
  it('is loaded once, and then is there at once', async () => {
    let loads = 0
    const part = new Part(async () => ({ answer: 42, load: ++loads }))
    const ear = hear()
    const first = await new Promise(resolve => part.use(ear, resolve))
    let second: unknown
    part.use(ear, module => {
      second = module
    })
    expect([first, second, loads]).toEqual([{ answer: 42, load: 1 }, first, 1])
    expect(part.here).toBe(first)
    expect(ear.told).toEqual([])
  })

  it('that cannot be had is told to each who asks, and tried anew', async () => {
    let isThere = false
    const cause = new TypeError('404')
    const part = new Part(async () => {
      if (!isThere) throw cause
      return 'here'
    })
    const told = await new Promise<Fault>(resolve => part.use({ raise: resolve }, () => undefined))
    expect(told).toMatchObject({ code: 'part-unreachable', cause })
    isThere = true
    expect(await new Promise(resolve => part.use(hear(), resolve))).toBe('here')
  })
})
