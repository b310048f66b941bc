import { closest, isElement, listen, unlisten } from './nodes.ts'

/**
 * Keeps a press on a button until the code that handles it has been loaded.
 * @param selector which buttons it is about.
 * @returns a function that stops listening and returns the button pressed last, unless the page prevented that press or the button has gone.
 */
export const keepEarlyPress = (root: Node, selector: string): (() => HTMLElement | undefined) => {
  let press: { readonly event: Event; readonly button: HTMLElement | null } | undefined
  const keep = (event: Event): void => {
    const { target } = event
    press = { event, button: isElement(target) ? closest(target, selector) : null }
  }
  listen(root, 'click', keep, { capture: true })
  return () => {
    unlisten(root, 'click', keep, true)
    const { event, button } = press ?? {}
    return button?.isConnected && !event?.defaultPrevented ? button : undefined
  }
}
