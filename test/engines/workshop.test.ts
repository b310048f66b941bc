import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'
import { choose, openTab, openWorkshop, zones } from '../support/workshop.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

/** Everything here is done by keys alone. */
describe('the workshop, by keys', () => {
  beforeEach(() => openWorkshop(person))

  it('lifts a control, puts it down elsewhere, and takes that back', async () => {
    const { page } = person
    await openTab(person, 'Layout')
    await page.run(() => document.querySelector<HTMLElement>('.map [data-kind="clock"]')?.focus())
    await page.press('Enter')
    await person.until('it to be lifted', () =>
      document.activeElement?.matches('[aria-roledescription="drop indicator"]')
    )
    // From its own row to the one that is made by this.
    await page.press('Tab')
    await person.until('the next row', () => document.activeElement?.getAttribute('aria-label') === 'Another row')
    await page.press('Enter')
    await person.until('the new row', () => document.querySelector('[data-zone="row 2"] [data-kind="clock"]'))
    await person.until('its focus', () => (document.activeElement as HTMLElement | null)?.dataset.key === 'clock')
    await person.until('three rows in a player', () => {
      const root = document.querySelector('#sample-wide yoke-player')?.shadowRoot
      return (
        root?.querySelectorAll('.row .cell [part~="clock"]').length === 1 && root.querySelectorAll('.row').length === 4
      )
    })
    await page.press('z', 'Control')
    await person.until('what was', () => document.querySelector('[data-zone="row 1"] [data-kind="clock"]'))
    expect(await person.text('#notice')).toBe('Undone: where a control stands.')
    await page.press('y', 'Control')
    expect((await zones(person))['row 2']).toEqual(['clock'])
  })

  it('says of colours what they reach, and all players wear them', async () => {
    const { page } = person
    await openTab(person, 'Look')
    await page.run(() =>
      [...document.querySelectorAll('label')].find(each => each.textContent === 'Accent')?.control?.focus()
    )
    await page.run(() => (document.activeElement as HTMLInputElement).select())
    await page.type('#0b6e4f')
    await page.press('Enter')
    // A player wears no colour until its first look has come.
    await person.until('the colour', () => {
      const shown = document.querySelector('.swatches code')?.textContent
      return (
        shown !== '#f0b944' &&
        [...document.querySelectorAll('.samples yoke-player')].every(
          player => getComputedStyle(player).getPropertyValue('--yoke-accent').trim() === shown
        )
      )
    })
    expect(await person.text('.palette')).toContain('lighter, so that it can be read')
    expect(await person.text('.swatches')).toMatch(/accent #[0-9a-f]{6} \d\.\d:1/)
  })

  it('keeps what is not saved: a closed tab has it again, and another tab follows', async () => {
    const { page } = person
    await choose(person, 'Begins with', 'house:lesson@1')
    await person.until(
      'it to be kept and shown',
      () =>
        Object.values(localStorage).some(text => String(text).includes('house:lesson@1')) &&
        [...document.querySelectorAll<HTMLElementTagNameMap['yoke-player']>('.samples yoke-player')].every(
          player => player.yoke.settings.hideAfter === 4
        )
    )
    await page.goto(
      person.server.page(
        '/two',
        '<!doctype html><title>Two</title><iframe src="/workshop/index.html"></iframe><iframe src="/workshop/index.html"></iframe>'
      )
    )
    await person.until('both', () =>
      [...document.querySelectorAll('iframe')].every(each =>
        each.contentDocument?.querySelector('.panel .field select')
      )
    )
    const begun = await page.run(() =>
      [...document.querySelectorAll('iframe')].map(
        each => each.contentDocument?.querySelector<HTMLSelectElement>('.panel .field select')?.value
      )
    )
    expect(begun).toEqual(['house:lesson@1', 'house:lesson@1'])
    await page.run(() =>
      document.querySelector('iframe')?.contentDocument?.querySelectorAll<HTMLElement>('.top .deeds button')[1]?.click()
    )
    await person.until('the other tab', () =>
      document
        .querySelectorAll('iframe')[1]
        ?.contentDocument?.querySelector('.picker')
        ?.textContent?.includes('My player, a copy')
    )
  })

  it('lets nobody change a house preset, and makes a copy of it', async () => {
    await person.page.run(() => document.querySelector<HTMLElement>('.picker select')?.focus())
    await choose(person, 'Preset', 'house:bold@1')
    await person.until('the lock', () => document.querySelector('.locked'))
    expect(await person.page.run(() => document.querySelector('.panel fieldset')?.matches(':disabled'))).toBe(true)
    await person.page.run(() => document.querySelector<HTMLElement>('.locked button')?.focus())
    await person.page.press('Enter')
    await person.until('the copy', () => !document.querySelector('.locked'))
    expect(await person.page.run(() => document.querySelector<HTMLSelectElement>('.picker select')?.value)).toBe(
      'bold-a-copy'
    )
    expect(await choose(person, 'Begins with')).toBe('house:bold@1')
  })
})
