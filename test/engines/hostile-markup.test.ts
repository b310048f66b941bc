import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { tryMarkup } from '../attacks/in-page.ts'
import { markupCase } from '../attacks/markup.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

describe('markup with odd names and forms', () => {
  it('60 pages: nothing throws or rejects, faults are on one line, what stands beside is coupled', async () => {
    await person.mount('')
    const cases = fc.sample(markupCase, { numRuns: 60, seed: 16 })
    const { broken } = await person.page.run(tryMarkup, cases)
    expect(broken).toEqual([])
  })
})
