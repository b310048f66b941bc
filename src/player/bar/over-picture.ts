import { observeSizes } from '../../wiring/scope/observe-sizes.ts'

/** How far the picture stops short of its player on each side, in CSS pixels: what lies over it keeps to it. */
const SIDES = ['start', 'end', 'above', 'below'] as const

type Spare = Readonly<Record<(typeof SIDES)[number], number>>

const NONE: Spare = { start: 0, end: 0, above: 0, below: 0 }

const spareAround = (host: Element, surface: Element | undefined): Spare => {
  if (!surface || getComputedStyle(host).display === 'flex') return NONE
  const [outer, inner] = [host.getBoundingClientRect(), surface.getBoundingClientRect()]
  if (inner.width === 0 || inner.height === 0) return NONE
  const [left, right] = [inner.left - outer.left, outer.right - inner.right]
  const [start, end] = getComputedStyle(host).direction === 'rtl' ? [right, left] : [left, right]
  const [above, below] = [inner.top - outer.top, outer.bottom - inner.bottom]
  const atLeast0 = (value: number): number => Math.max(0, Math.round(value))
  return { start: atLeast0(start), end: atLeast0(end), above: atLeast0(above), below: atLeast0(below) }
}

/**
 * Keeps what is drawn in a player over its picture, where an author has made the picture smaller than the player.
 * @param bar what is fitted to it. @param changed called with the width of the picture in CSS pixels, at first and whenever it may be another. @returns its end.
 */
export const keepOverPicture = (
  host: Element,
  surface: () => Element | undefined,
  pieces: readonly HTMLElement[],
  bar: Element,
  changed: (width: number) => void
): (() => void) => {
  let watched: Element | undefined
  const look = (): void => {
    if (watched !== surface()) {
      if (watched) sizes.unobserve(watched)
      watched = surface()
      if (watched) sizes.observe(watched)
    }
    const spare = spareAround(host, watched)
    // What lies on the edge of the player is rounded as it is.
    const round = getComputedStyle(host).borderBottomLeftRadius
    for (const { style } of pieces) {
      style.setProperty('--round', round)
      for (const side of SIDES) style.setProperty(`--spare-${side}`, `${spare[side]}px`)
    }
    changed(host.clientWidth - spare.start - spare.end)
  }
  let frame = 0
  const sizes = observeSizes(() => {
    cancelAnimationFrame(frame)
    // Not at once: what fits the bar may change the size of the player, and an engine tells that to the page as an error.
    frame = requestAnimationFrame(look)
  })
  sizes.observe(host)
  // A look may give it less room, or larger controls.
  sizes.observe(bar)
  look()
  return () => {
    cancelAnimationFrame(frame)
    sizes.disconnect()
  }
}
