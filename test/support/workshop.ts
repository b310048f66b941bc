import type { Person } from './person.ts'

/** Opens the workshop as somebody who was never there, and waits until its players follow the preset. */
export const openWorkshop = async (person: Person): Promise<void> => {
  await person.page.goto(person.server.page('/before', '<!doctype html><title>Before</title>'))
  await person.page.run(() => localStorage.clear())
  await person.page.goto(`${person.server.address}/workshop/index.html`)
  await untilOpen(person)
}

/** Waits until its players follow the preset. */
export const untilOpen = (person: Person): Promise<void> =>
  person.until('the workshop', () => {
    // Keys go to the window that has the focus.
    if (!document.hasFocus()) return false
    const players = [...document.querySelectorAll('.samples yoke-player')]
    return players.length > 0 && players.every(player => player.shadowRoot?.querySelector('.bar .cell'))
  })

/** Goes to one of its pages, with the arrow keys. */
export const openTab = async (person: Person, title: string): Promise<void> => {
  await person.until('the focus', () => {
    const tab = document.querySelector<HTMLElement>('[role="tab"][aria-selected="true"]')
    tab?.focus()
    return tab && document.hasFocus() && document.activeElement === tab
  })
  const at = (): Promise<string> => person.page.run(() => document.activeElement?.textContent ?? '')
  for (let now = await at(); now !== title; now = await at()) {
    await person.page.press('ArrowRight')
    await person.until('the next tab', (before: string) => document.activeElement?.textContent !== before, now)
  }
  await person.until(
    title,
    (wanted: string) => document.querySelector('[role="tab"][aria-selected="true"]')?.textContent === wanted,
    title
  )
}

/** Chooses in the list of this label, or tells what is chosen. Lists open windows that no driver reaches: so by script. */
export const choose = (person: Person, label: string, value?: string): Promise<string | undefined> =>
  person.page.run(
    (wanted: string, next: string | null) => {
      const found = [...document.querySelectorAll('label')].find(each => each.textContent?.startsWith(wanted))
      const list = found?.control as HTMLSelectElement | null | undefined
      if (list && next !== null) {
        list.value = next
        list.dispatchEvent(new Event('change', { bubbles: true }))
      }
      return list?.value
    },
    label,
    value ?? null
  )

/** Which controls stand where, by zone. */
export const zones = (person: Person): Promise<Record<string, string[]>> =>
  person.page.run(() =>
    Object.fromEntries(
      [...document.querySelectorAll<HTMLElement>('.map [data-zone]')].map(zone => [
        zone.dataset.zone ?? '',
        [...zone.querySelectorAll<HTMLElement>('.chip')].map(chip => chip.dataset.kind ?? '')
      ])
    )
  )
