/** A control as it can be found again after it was drawn anew: by its parts, its command and its place among its like. */
interface Place {
  readonly selector: string
  readonly at: number
}

const selectorOf = (element: Element): string => {
  const part = element.closest('[part]')?.getAttribute('part') ?? ''
  const command = element.getAttribute('command')
  const value = element.getAttribute('value')
  return [
    element.localName,
    element.hasAttribute('part') ? `[part="${part}"]` : '',
    command ? `[command="${command}"]` : '',
    value && element.localName === 'button' ? `[value="${CSS.escape(value)}"]` : ''
  ].join('')
}

const placeOf = (root: ShadowRoot, element: Element | null): Place | undefined => {
  if (!element) return undefined
  const selector = selectorOf(element)
  return { selector, at: [...root.querySelectorAll(selector)].indexOf(element) }
}

const find = (root: ShadowRoot, place: Place | undefined): HTMLElement | undefined =>
  place && [...root.querySelectorAll<HTMLElement>(place.selector)][place.at]

/** Draws controls anew, and keeps what the viewer is at: the control that has focus, the menu that is open. */
export const keepPlace = (root: ShadowRoot, draw: () => void): void => {
  const openMenu = root.querySelector('.menu:popover-open')
  const menu = placeOf(root, openMenu && root.querySelector(`[popovertarget="${openMenu.id}"]`))
  const focused = placeOf(root, root.activeElement)
  draw()
  const opener = find(root, menu)
  if (opener) root.querySelector<HTMLElement>(`#${opener.getAttribute('popovertarget')}`)?.showPopover()
  const control = find(root, focused)
  if (control && root.activeElement !== control) control.focus({ preventScroll: true })
}
