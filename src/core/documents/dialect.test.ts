import { readFileSync } from 'node:fs'
import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { printFault } from '../fault.ts'
import { readDialect } from './dialect.ts'

const dialectOf = (name: string): Record<string, unknown> =>
  JSON.parse(readFileSync(new URL(`../../../stand-ins/${name}/dialect.json`, import.meta.url), 'utf8'))
const lantern = dialectOf('lantern')

describe('a dialect', () => {
  it.each(['skerry', 'lantern'])('that of %s is good', name => {
    expect(readDialect(dialectOf(name))).toEqual([])
  })

  it.each<[string, object, RegExp]>([
    [
      'a key that means nothing',
      { adresses: [] },
      /key-unknown: the document has the key “adresses”.* — did you mean addresses\?/
    ],
    [
      'one further in',
      { values: { curentTime: { push: 'x' }, duration: { push: 'x' } } },
      /values has the key “curentTime”.* — did you mean currentTime\?/
    ],
    [
      'one in a part',
      { frame: { src: '/f/{clip}', sandbx: [] } },
      /frame has the key “sandbx”.* — did you mean sandbox\?/
    ],
    [
      'a unit',
      { commands: { play: 'p', pause: 'q', seek: { name: 's', unit: 'minutes' } } },
      /commands\.seek.* cannot be read/
    ],
    [
      'a state',
      { states: { push: 's', are: { run: 'plays' } } },
      /states\.are\.run is "plays".*write one of ready, waiting, playing/
    ],
    ['an origin with a path', { origin: 'https://lantern.example/x' }, /origin is .*write an origin/],
    ['an address without a clip', { addresses: ['/watch'] }, /addresses\[0\] is "\/watch".*\{clip\}/],
    ['both ways to talk', { script: { src: '/x.js', global: 'X', make: 'm' } }, /has messages and a script/],
    ['a value that never comes', { values: { duration: { at: 'x' } } }, /values\.duration says neither push nor poll/],
    ['no length', { values: {} }, /values lacks duration/],
    [
      'half a pair',
      { commands: { play: 'p', pause: 'q', muted: { on: 'hush' } } },
      /commands\.muted is called by neither/
    ],
    ['no way to pause', { commands: { play: 'p' } }, /commands lacks play or pause/]
  ])('%s is told', (_, changed, expected) => {
    expect(
      readDialect({ ...lantern, ...changed })
        .map(printFault)
        .join('\n')
    ).toMatch(expected)
  })

  it('of any shape is read without an exception', () => {
    fc.assert(
      fc.property(fc.anything({ withNullPrototype: true }), document => {
        for (const { message, hint } of readDialect(document)) expect(`${message}${hint}`).not.toMatch(/[\n\0]/)
      })
    )
    expect(readDialect(null)[0]?.code).toBe('document-unreadable')
  })
})
