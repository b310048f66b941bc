/** How an element takes part in the layout around it, and its corners, for a box that is not empty. */
const LAYOUT = ['float', 'clear', 'order', 'placeSelf', 'flex', 'gridArea', 'margin', 'borderRadius'] as const

/**
 * A box that takes an element's place in its page, so that nothing moves while the element is elsewhere. As wide as the
 * element was; where that filled what is around it, as wide as that is from now on.
 */
export const holdPlace = (element: HTMLElement): HTMLElement => {
  const box = document.createElement('div')
  const { offsetWidth: width, offsetHeight: height, parentElement: parent } = element
  const styles = getComputedStyle(element)
  for (const name of LAYOUT) box.style[name] = styles[name]
  box.style.boxSizing = 'border-box'
  const room = parent ? parent.clientWidth - paddingOf(parent) : width
  box.style.inlineSize = Math.abs(room - width) < 1 ? '100%' : `${width}px`
  if (height > 0) box.style.aspectRatio = `${width} / ${height}`
  box.setAttribute('data-yoke-place', '')
  element.before(box)
  return box
}

const paddingOf = (element: Element): number => {
  const { paddingLeft, paddingRight } = getComputedStyle(element)
  return Number.parseFloat(paddingLeft) + Number.parseFloat(paddingRight)
}
