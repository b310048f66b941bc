import fc from 'fast-check'
import type { Fault } from '../../src/core/fault.ts'

/** A generator of hostile input, and what is done with each case of it; a case that throws has broken through. */
export interface Attack {
  readonly name: string
  /** @param cases how many. @returns when all have come. */
  readonly run: (cases: number, seed: number) => Promise<void>
}

/** Input that can be made of any size, and what is done with it: it must not take longer than n log n. */
export interface Growth {
  readonly name: string
  /** @returns what is to be timed; what it takes to make the input is not. */
  readonly make: (size: number) => () => unknown
}

/** An attack from its generator and its deed. */
export const attack = <Value>(name: string, cases: fc.Arbitrary<Value>, deed: (value: Value) => unknown): Attack => ({
  name,
  run: async (numRuns, seed) => {
    await fc.assert(
      fc.asyncProperty(cases, async value => {
        await deed(value)
      }),
      { numRuns, seed, endOnFailure: true }
    )
  }
})

/** Names that every object has, and others that people write. */
export const NAMES = [
  '__proto__',
  'constructor',
  'prototype',
  'toString',
  'valueOf',
  'hasOwnProperty',
  '__defineGetter__',
  'isPrototypeOf',
  'length',
  'then',
  'toJSON',
  ''
] as const

/** A name: an odd one, a known one, or any text. */
export const nameAmong = (known: readonly string[]): fc.Arbitrary<string> =>
  fc.oneof(
    fc.constantFrom(...NAMES),
    fc.constantFrom(...known),
    fc.string({ unit: 'binary', maxLength: 12 }),
    fc.constantFrom('x'.repeat(500), '\u202e\u0007\n\u001b[2J', '<img src=x onerror=alert(1)>', 'a\'"><b>')
  )

/** Data of any shape, with odd names in it. */
export const dataOf = (known: readonly string[]): fc.Arbitrary<unknown> =>
  fc.letrec<{ value: unknown }>(tie => ({
    value: fc.oneof(
      { maxDepth: 4, depthSize: 'small' },
      fc.constantFrom<unknown>(null, true, false, 0, -1, 1e21, Number.MAX_VALUE, 'http://[', '#t=9', '1'.repeat(400)),
      nameAmong(known),
      fc.double(),
      fc.array(tie('value'), { maxLength: 4 }),
      fc
        .array(fc.tuple(nameAmong(known), tie('value')), { maxLength: 5 })
        .map(entries =>
          JSON.parse(`{${entries.map(([key, value]) => `${JSON.stringify(key)}:${JSON.stringify(value) ?? 0}`)}}`)
        )
    )
  })).value

const isPlain = (text: string): boolean =>
  text.length <= 400 && !/[\p{Cc}\u2028\u2029\u202a-\u202e\u2066-\u2069]/u.test(text)

/** What every fault of ours is: on one line of bounded length, whatever it quotes. */
export const expectPlain = (faults: readonly Pick<Fault, 'code' | 'message' | 'hint'>[]): void => {
  for (const { code, message, hint } of faults)
    if (!isPlain(message) || !isPlain(hint))
      throw new Error(`${code} is not on one line: ${JSON.stringify(message + hint)}`)
}
