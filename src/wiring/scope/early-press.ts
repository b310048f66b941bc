/**
 * Keeps a press on a button that comes before what answers it.
 * @param selector which buttons it is about.
 * @returns what ends the keeping and gives the last button that was pressed, unless the page prevented that or it has gone.
 */
export const keepEarlyPress = (root: Node, selector: string): (() => HTMLElement | undefined) => {
  let press: { readonly event: Event; readonly button: HTMLElement | null } | undefined
  const keep = (event: Event): void => {
    const { target } = event
    press = { event, button: target instanceof Element ? target.closest<HTMLElement>(selector) : null }
  }
  root.addEventListener('click', keep, true)
  return () => {
    root.removeEventListener('click', keep, true)
    const { event, button } = press ?? {}
    return button?.isConnected && !event?.defaultPrevented ? button : undefined
  }
}
