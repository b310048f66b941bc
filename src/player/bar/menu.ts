import { closest, isElement } from '../../wiring/scope/nodes.ts'
import { create } from '../look/create.ts'

let count = 0

const itemsOf = (menu: HTMLElement): HTMLElement[] =>
  [...menu.querySelectorAll<HTMLElement>('[role^="menuitem"]')].filter(item => item.getClientRects().length > 0)

const targetOfKey = (key: string, items: readonly HTMLElement[], at: number): HTMLElement | undefined => {
  switch (key) {
    case 'ArrowDown':
      return items[(at + 1) % items.length]
    case 'ArrowUp':
      return items.at(at <= 0 ? -1 : at - 1)
    case 'Home':
      return items[0]
    case 'End':
      return items.at(-1)
  }
  if (key.length !== 1 || key === ' ') return undefined
  // By the first letter, from the present item on (ARIA Authoring Practices, "Menu").
  const inTurn = [...items.slice(at + 1), ...items.slice(0, at + 1)]
  return inTurn.find(item => item.innerText.trim().toLowerCase().startsWith(key.toLowerCase()))
}

const steer = (menu: HTMLElement, event: KeyboardEvent): void => {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === 'Tab') menu.hidePopover()
  const items = itemsOf(menu)
  const { activeElement } = menu.getRootNode() as ShadowRoot
  const next = targetOfKey(event.key, items, items.indexOf(activeElement as HTMLElement))
  if (!next) return
  event.preventDefault()
  next.focus()
}

/** Puts the items in; the browser gives focus to the one that is chosen, else to the first. */
const fill = (menu: HTMLElement, content: readonly Node[]): void => {
  menu.replaceChildren(...content)
  const items = menu.querySelector<HTMLElement>('[aria-checked="true"]')
  ;(items ?? menu.querySelector<HTMLElement>('[role^="menuitem"]'))?.setAttribute('autofocus', '')
}

/** A button and the menu that it opens. What is in the menu is made each time it opens, by what is so then. */
export const createMenu = (
  name: string,
  label: string,
  face: readonly Node[],
  content: () => readonly Node[],
  signal: AbortSignal,
  when?: string
): { readonly button: HTMLButtonElement; readonly menu: HTMLElement } => {
  count += 1
  const id = `yoke-menu-${count}`
  const button = create(
    'button',
    {
      type: 'button',
      class: 'button',
      part: `button ${name}`,
      popovertarget: id,
      'data-yoke-when': when,
      'aria-haspopup': 'menu',
      'aria-expanded': 'false'
    },
    ...face,
    create('span', { class: 'label', part: 'tooltip' }, label)
  )
  const menu = create('div', { id, popover: 'auto', role: 'menu', class: 'menu', part: 'menu', 'aria-label': label })
  let hadFocus = false
  menu.addEventListener(
    'beforetoggle',
    event => {
      // At once: the menu stands by its button's side, and the style sheet finds the button by this.
      button.setAttribute('aria-expanded', String(event.newState === 'open'))
      if (event.newState === 'open') fill(menu, content())
      else hadFocus = menu.contains((menu.getRootNode() as ShadowRoot).activeElement)
    },
    { signal }
  )
  menu.addEventListener(
    'toggle',
    event => {
      if (event.newState === 'open') return
      const { activeElement } = menu.getRootNode() as ShadowRoot
      const isLost = activeElement === null || menu.contains(activeElement)
      menu.replaceChildren()
      // Engines do not return focus to a button in a shadow root; focus that has gone elsewhere meanwhile stays there.
      if (hadFocus && isLost) button.focus({ preventScroll: true })
    },
    { signal }
  )
  menu.addEventListener('keydown', event => steer(menu, event), { signal })
  menu.addEventListener(
    'click',
    event => {
      if (isElement(event.target) && closest(event.target, '[role^="menuitem"]:not([aria-disabled="true"])'))
        menu.hidePopover()
    },
    { signal }
  )
  return { button, menu }
}

/** Items that belong together, under a heading. */
export const createGroup = (label: string, items: readonly Node[]): HTMLElement =>
  create(
    'div',
    { role: 'group', class: 'group', 'aria-label': label },
    create('span', { class: 'heading', part: 'menu-heading', 'aria-hidden': 'true' }, label),
    ...items
  )
