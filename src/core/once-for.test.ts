import { expect, it } from 'vitest'
import { onceFor } from './once-for.ts'

it('works an answer out once for each object, also where it is nothing', () => {
  const asked: object[] = []
  const answer = onceFor((key: { readonly value?: number }) => {
    asked.push(key)
    return key.value
  })
  const one = { value: 1 }
  const none = {}
  expect([answer(one), answer(none), answer(one), answer(none)]).toEqual([1, undefined, 1, undefined])
  expect(asked).toEqual([one, none])
})
