import { capturePicture, type Yoked } from './capture.ts'
import { wantsStillness } from './motion.ts'

/** How prints are left. */
export interface PrintOptions {
  /** How far apart they are, in CSS pixels. Default 56. */
  readonly every?: number
  /** How many there are at once. Default 8. */
  readonly most?: number
  /** How long one takes to fade, in milliseconds. Default 1800. */
  readonly life?: number
  /** Ends it, and takes them out of the page. */
  readonly signal?: AbortSignal
}

/**
 * Leaves fading prints of a player's picture along a path, as pictures behind it. Nothing is left where the viewer's system asks
 * for less motion, or where the picture may not be read. Each print is a `<canvas data-yoke-print>`, for your CSS.
 * @param picture what the prints are as large as, and stand where it stood.
 * @returns call it after each move of the picture, as `moved` of `makeDraggable` does.
 */
export const leavePrints = (
  player: Yoked & HTMLElement,
  picture: HTMLElement,
  { every = 56, most = 8, life = 1800, signal }: PrintOptions = {}
): ((x: number, y: number) => void) => {
  // The same few canvases again and again: nothing is made while something is dragged.
  const prints: HTMLCanvasElement[] = []
  let next = 0
  let last: { readonly x: number; readonly y: number } | undefined
  const printAt = (): void => {
    const made = prints[next % most] ?? document.createElement('canvas')
    prints[next++ % most] = made
    const { left, top, width, height } = picture.getBoundingClientRect()
    // Half as fine as the picture is enough for something that fades.
    const fine = Math.ceil(width / 2)
    if (made.width !== fine) made.width = fine
    if (!capturePicture(player, made).ok) return
    made.dataset.yokePrint = ''
    made.ariaHidden = 'true'
    Object.assign(made.style, {
      position: 'fixed',
      pointerEvents: 'none',
      left: `${left}px`,
      top: `${top}px`,
      width: `${width}px`,
      height: `${height}px`
    })
    if (!made.isConnected) player.ownerDocument.body.prepend(made)
    for (const fading of made.getAnimations()) fading.cancel()
    made.animate({ opacity: [0.8, 0] }, { duration: life, fill: 'forwards', easing: 'ease-in' })
  }
  signal?.addEventListener('abort', () => {
    for (const print of prints) print.remove()
  })
  return (x, y) => {
    if (last && Math.hypot(x - last.x, y - last.y) < every) return
    const isFirst = !last
    last = { x, y }
    if (!(isFirst || signal?.aborted || wantsStillness())) printAt()
  }
}
