import { afterAll, beforeAll, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
  await person.page.goto(`${person.server.address}/dashboard/index.html`)
  await person.until('four pictures', () => {
    const players = [...document.querySelectorAll('yoke-player')]
    return players.length === 4 && players.every(player => player.shadowRoot?.querySelector('[part~="play-pause"]'))
  })
})
afterAll(() => person?.leave())

const button = (): Promise<string> => person.text('.tools .main')

it('plays all from the desk, and hears of what a viewer does in one of them', async () => {
  await person.click('.tools .main')
  await person.until('all to play', () =>
    [...document.querySelectorAll('yoke-player')].every(player => player.yoke.states.playing)
  )
  expect(await button()).toBe('Pause all')
  await person.click('#board >>> [part~="play-pause"]')
  await person.until('all to rest', () =>
    [...document.querySelectorAll('yoke-player')].every(player => player.yoke.states.paused)
  )
  expect(await button()).toBe('Play all')
  await person.until('the log', () => document.querySelector('.log')?.textContent?.includes('Reading the tide board'))
})

it('holds how fast they play', async () => {
  await person.page.run(() => {
    const field = document.querySelector<HTMLSelectElement>('.tools select')
    if (field) field.value = '2'
    field?.dispatchEvent(new Event('change', { bubbles: true }))
  })
  await person.until('the rate', () =>
    [...document.querySelectorAll('yoke-player')].every(player => player.playbackRate === 2)
  )
})

it('goes to a moment, and marks the one that holds', async () => {
  await person.click('.moments li:nth-child(3) button')
  await person.until('the moment', () => {
    const player = document.querySelector<HTMLElementTagNameMap['yoke-player']>('#tide')
    const current = document.querySelector('.moments [aria-current="true"]')
    return player?.currentTime === 30 && current?.textContent?.includes('High water')
  })
  expect(await person.text('.screen[data-shown] .state')).toMatch(/paused/)
})

it('shows the picture that is asked for', async () => {
  await person.click('.screen:nth-of-type(2) figcaption button')
  await person.until(
    'its title',
    () => document.querySelector('#detail-title')?.textContent === 'Reading the tide board'
  )
  expect(await person.text('.detail')).toContain('no moments')
  expect(await person.page.run(() => document.querySelectorAll('figcaption [aria-pressed="true"]').length)).toBe(1)
})
