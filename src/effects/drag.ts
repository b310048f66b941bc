import { clampTo, type Point } from './within.ts'

/** How an element is dragged. */
export interface DragOptions {
  /** What is taken hold of: a button, so that keys reach it. Default: the element itself. */
  readonly handle?: HTMLElement
  /** How far an arrow key moves it, in CSS pixels; with Shift four times as far. Default 16. */
  readonly step?: number
  /** Called after each move with where it is, in CSS pixels from its place. */
  readonly moved?: (x: number, y: number) => void
  /** Ends it. */
  readonly signal?: AbortSignal
}

const ORIGIN: Point = { x: 0, y: 0 }

const STEPS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1]
}

/** Moves an element within the window, once a frame. */
const movable = (element: HTMLElement, moved: DragOptions['moved']) => {
  let at = ORIGIN
  let isDue = false
  /** Where it lies in the window without any move, since it was measured. */
  let home = new DOMRect()
  /** Where it is to be. */
  let wanted = at
  const show = (): void => {
    isDue = false
    at = clampTo(wanted, home, innerWidth, innerHeight)
    const { x, y } = at
    element.style.translate = x || y ? `${x}px ${y}px` : ''
    moved?.(x, y)
  }
  return {
    /** @returns where it is, from its place, and is to be. */
    measure() {
      const { x, y, width, height } = element.getBoundingClientRect()
      home = new DOMRect(x - at.x, y - at.y, width, height)
      return { at, wanted }
    },
    go(from: Point, x: number, y: number): void {
      wanted = { x: from.x + x, y: from.y + y }
      if (!isDue) requestAnimationFrame(show)
      isDue = true
    }
  }
}

/**
 * Lets a viewer move an element about the page: by pointer or finger, and by the arrow keys while its handle has the focus.
 * Home brings it back to its place, Escape to where it was before it was taken hold of. It stays within the window. Nothing is
 * laid out anew while it moves: it sets the property `translate` (CSS Transforms), once a frame. While it is held the element
 * has the attribute `data-yoke-held`.
 */
export const makeDraggable = (
  element: HTMLElement,
  { handle = element, step = 16, moved, signal }: DragOptions = {}
): void => {
  const { measure, go } = movable(element, moved)
  const { style } = handle
  /** What holds it, and where both were when it began to. */
  let held: { readonly pointer: number; readonly from: Point; readonly start: Point } | undefined
  const letGo = (): void => {
    held = undefined
    delete element.dataset.yokeHeld
    element.style.willChange = ''
  }
  const hold = ({ button, pointerId, clientX: x, clientY: y }: PointerEvent): void => {
    if (button !== 0 || held) return
    held = { pointer: pointerId, from: measure().at, start: { x, y } }
    handle.setPointerCapture(pointerId)
    element.dataset.yokeHeld = ''
    // A layer of its own: it is moved as it is, and not painted anew.
    element.style.willChange = 'translate'
  }
  const follow = ({ pointerId, clientX, clientY }: PointerEvent): void => {
    if (held?.pointer === pointerId) go(held.from, clientX - held.start.x, clientY - held.start.y)
  }
  const press = (event: KeyboardEvent): void => {
    const direction = STEPS[event.key]
    const far = event.shiftKey ? 4 * step : step
    if (event.key === 'Escape' && held) {
      go(held.from, 0, 0)
      letGo()
    } else if (event.key === 'Home' || direction) {
      const { wanted } = measure()
      if (direction) go(wanted, far * direction[0], far * direction[1])
      else go(ORIGIN, 0, 0)
    } else return
    // Neither the page scrolls nor a player seeks.
    event.preventDefault()
    event.stopPropagation()
  }
  style.touchAction = 'none'
  const until = signal ? { signal } : {}
  handle.addEventListener('pointerdown', hold, until)
  handle.addEventListener('pointermove', follow, until)
  handle.addEventListener('lostpointercapture', letGo, until)
  handle.addEventListener('keydown', press, until)
  signal?.addEventListener('abort', () => {
    letGo()
    style.touchAction = ''
  })
}
