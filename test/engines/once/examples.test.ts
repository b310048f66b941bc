import { afterAll, beforeAll, expect, it } from 'vitest'
import { axeFindings } from '../../support/axe.ts'
import { currentEngine } from '../../support/engines.ts'
import { EXAMPLES } from '../../support/examples.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

it.each(EXAMPLES)('axe finds nothing on %s', async path => {
  await person.page.goto(`${person.server.address}${path}`)
  await person.until('the library', () => customElements.get('yoke-player'))
  expect(await axeFindings(person.page)).toEqual([])
})
