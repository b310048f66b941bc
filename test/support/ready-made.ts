import { CONTROL_NAMES } from '../../src/core/layout/layouts.ts'
import { CLIP, type Person } from './person.ts'

/** A layout with every control that there is. */
export const ALL = JSON.stringify([{ rows: CONTROL_NAMES.map(name => [name]) }])

export const SOUND = '<audio muted preload="auto" src="/media/bell-buoy.webm"></audio>'

/** Where a part of the first player is. */
export const part = (name: string): string => `yoke-player >>> [part~="${name}"]`

/** What someone does with a ready-made player; `person` is asked for anew each time, because it comes with the first test. */
export const readyMade = (person: () => Person) => {
  const mount = async (attributes = '', inside = CLIP, width = 800, page = ''): Promise<void> => {
    await person().mount(
      `<main ${page}><div style="width: ${width}px"><yoke-player id="p" controls ${attributes}>${inside}</yoke-player></div></main>`
    )
    await person().until('the bar', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell')
    )
    await person().until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
  }
  /** The names of the buttons that can be seen, in their order. */
  const buttons = (selector = '.bar .row button'): Promise<string[]> =>
    person().page.run((wanted: string) => {
      const shown = (element: Element): boolean => element.checkVisibility()
      const nameOf = (button: Element): string =>
        button.getAttribute('aria-label') ??
        [...button.querySelectorAll('.label')].find(label => label.parentElement && shown(label.parentElement))
          ?.textContent ??
        button.textContent ??
        ''
      return [...(document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll(wanted) ?? [])]
        .filter(shown)
        .map(nameOf)
    }, selector)
  const open = async (name: string): Promise<void> => {
    await person().click(part(name))
    await person().until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open [role^=menuitem]')
    )
  }
  const play = async (): Promise<void> => {
    await person().page.run(() => void document.querySelector('yoke-player')?.play())
    // Both: a pause right after `play` leaves a player that has never started.
    await person().until('playback', () => {
      const { playing, started } = document.querySelector('yoke-player')?.yoke.states ?? {}
      return playing && started
    })
  }

  return { mount, buttons, open, play }
}
