const FOCUSABLE = 'button, input, select, textarea, a[href], [tabindex]'

const canTakeFocus = (element: HTMLElement): boolean =>
  !element.matches(':disabled') && element.tabIndex >= 0 && element.getClientRects().length > 0

/** Focus inside the element, in its own tree. */
const holdsFocus = (element: Element): boolean => {
  const { activeElement } = element.getRootNode() as Document | ShadowRoot
  return activeElement !== null && activeElement !== undefined && element.contains(activeElement)
}

/**
 * Moves focus to the nearest control before an element that holds it goes: to a neighbour first (the Pause that takes
 * the place of Play), then to what is further around. Without any, focus stays.
 */
export const leaveFocus = (element: HTMLElement): void => {
  if (!holdsFocus(element)) return
  for (let around = element.parentNode; around; around = around.parentNode) {
    const next = [...(around as ParentNode).querySelectorAll<HTMLElement>(FOCUSABLE)].find(
      other => !element.contains(other) && canTakeFocus(other)
    )
    if (next) {
      next.focus({ preventScroll: true })
      return
    }
  }
}
