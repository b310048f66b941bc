import { contains, findAll, isTag, matches, parentOf, rootOf } from '../scope/nodes.ts'

const FOCUSABLE = 'button, input, select, textarea, a[href], [tabindex]'

const canTakeFocus = (element: HTMLElement): boolean =>
  !matches(element, ':disabled') && element.tabIndex >= 0 && element.getClientRects().length > 0

/** Focus inside the element, in its own tree. */
const holdsFocus = (element: Element): boolean => {
  const { activeElement } = rootOf(element) as Document | ShadowRoot
  return activeElement !== null && activeElement !== undefined && contains(element, activeElement)
}

/** Buttons that begin or end playback: one takes the place of the other. */
const STARTERS = '[command="--play"], [command="--play-pause"], [command="--pause"], [command="--restart"]'

const nextIn = (around: Node, element: Element, selector: string): HTMLElement | undefined =>
  findAll(around, selector).find(other => !contains(element, other) && canTakeFocus(other))

/**
 * Moves focus to the nearest control before an element that holds it goes: to a neighbour first (the Pause that takes
 * the place of Play), then to what is further around; from a button that begins playback to the next such one, so that the
 * space bar goes on to serve. Without any, focus stays.
 */
export const leaveFocus = (element: HTMLElement): void => {
  if (!holdsFocus(element)) return
  const kinds =
    matches(element, STARTERS) || findAll(element, STARTERS).length > 0 ? [STARTERS, FOCUSABLE] : [FOCUSABLE]
  for (const kind of kinds)
    for (let around = parentOf(element); around; around = parentOf(around)) {
      const next = nextIn(around, element, kind)
      if (!next) {
        // Beyond the player there is another one's button.
        if (kind === STARTERS && isTag(around, 'yoke-player')) break
        continue
      }
      next.focus({ preventScroll: true })
      return
    }
}
