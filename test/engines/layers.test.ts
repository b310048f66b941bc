import { afterAll, beforeAll, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

it('pieces on layers work in whatever order they stand, and records fill their fields', async () => {
  await person.page.goto(`${person.server.address}/layers/index.html`)
  await person.until('the stops', () => document.querySelectorAll('.stops button').length === 3)
  await person.until('the first', () => document.querySelector('.words h2')?.textContent === 'The quay wall')
  await person.click('.press button')
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
  expect(await person.text('.press button span:not([hidden])')).toBe('Pause')
  await person.click('.stops li:nth-of-type(2) button')
  await person.until('the second', () => document.querySelector('yoke-player')?.currentSrc.includes('tide-board'))
  await person.until('its fields', () =>
    ['.words h2', '.words .where', '.reading b'].every(
      (place, index) => document.querySelector(place)?.textContent === ['The tide board', 'Stop 2', '2.2 m'][index]
    )
  )
  await person.until('its row', () => document.querySelector('.stops li:nth-of-type(2)[aria-current="true"]'))
})
