import { describe, expect, it } from 'vitest'
import { clipOfAddress } from './addresses.ts'
import type { DialectData } from './dialect.ts'
import { fillIn, readHosted, requestOf, valueAt, wordOf } from './read-dialect.ts'

const dialect: DialectData = {
  name: 'Lantern',
  origin: 'https://lantern.example',
  addresses: ['/watch/{clip}', '/at?clip={clip}', 'https://short.example/{shelf}/{clip}'],
  commands: {},
  values: {},
  states: { are: {} }
}

describe('addresses', () => {
  it.each([
    ['https://lantern.example/watch/st60', { clip: 'st60' }],
    ['https://lantern.example/watch/st60/?from=list#t=10', { clip: 'st60' }],
    ['https://lantern.example/at?x=1&clip=a-b_c', { clip: 'a-b_c' }],
    ['https://short.example/sea/st60', { shelf: 'sea', clip: 'st60' }],
    ['https://lantern.example/watch/', undefined],
    ['https://lantern.example/watch/a/b', undefined],
    ['https://lantern.example/watch/a%2Fb', undefined],
    ['https://lantern.example/watch/%', undefined],
    ['https://lantern.example.evil.example/watch/st60', undefined],
    ['http://lantern.example/watch/st60', undefined],
    ['javascript:alert(1)', undefined],
    ['spring-tide.webm', undefined]
  ])('%s', (address, parts) => {
    expect(clipOfAddress(dialect, address)).toEqual(parts && Object.assign(Object.create(null), parts))
  })

  it('parts are filled in encoded, and unknown names stay', () => {
    expect(fillIn('/frame/{clip}?q={what}', { clip: 'a&b' })).toBe('/frame/a%26b?q={what}')
  })
})

describe('what is asked and told', () => {
  it.each([
    ['run', true, { name: 'run', value: true }],
    [{ name: 'loud', unit: 'percent' } as const, 0.4, { name: 'loud', value: 40 }],
    [{ name: 'go', unit: 'milliseconds' } as const, 1.5, { name: 'go', value: 1500 }],
    [{ on: 'hush', off: 'unhush' }, false, { name: 'unhush', value: undefined }]
  ])('%j with %j', (command, value, request) => {
    expect(requestOf(command, value)).toEqual(request)
  })

  it.each([
    [{ at: 'now.at' }, { now: { at: 3 } }, 3],
    [{ at: 'now', unit: 'percent' } as const, { now: 40 }, 0.4],
    [{ at: 'constructor' }, {}, undefined],
    [{ at: 'now.at' }, { now: null }, undefined],
    [{}, 'High water', 'High water']
  ])('%j of %j', (value, come, ours) => {
    expect(readHosted(value, come)).toBe(ours)
  })

  it.each([
    [{ is: 40 }, 'playing'],
    [{ is: '40' }, 'playing'],
    [{ is: 'toString' }, undefined],
    [{ is: {} }, undefined],
    [undefined, undefined]
  ])('the state %j is %s', (come, ours) => {
    expect(wordOf({ at: 'is', are: { 40: 'playing' } }, come)).toBe(ours)
    expect(valueAt(come, 'is.not.there')).toBeUndefined()
  })
})
