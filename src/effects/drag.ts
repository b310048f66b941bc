import { clampTo } from './within.ts'

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

const STEPS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1]
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
  let at = { x: 0, y: 0 }
  let wanted = at
  let frame = 0
  /** Where it lies in the window without any move, since it was taken hold of. */
  let home = new DOMRect()
  const measure = (): void => {
    const { x, y, width, height } = element.getBoundingClientRect()
    home = new DOMRect(x - at.x, y - at.y, width, height)
  }
  const show = (): void => {
    frame = 0
    at = clampTo(wanted, home, innerWidth, innerHeight)
    element.style.translate = at.x === 0 && at.y === 0 ? '' : `${at.x}px ${at.y}px`
    moved?.(at.x, at.y)
  }
  const go = (x: number, y: number): void => {
    wanted = { x, y }
    frame ||= requestAnimationFrame(show)
  }
  let held:
    | {
        readonly pointer: number
        readonly from: { readonly x: number; readonly y: number }
        readonly x: number
        readonly y: number
      }
    | undefined
  const letGo = (): void => {
    held = undefined
    delete element.dataset.yokeHeld
    element.style.willChange = ''
  }
  const hold = (event: PointerEvent): void => {
    if (event.button !== 0 || held) return
    measure()
    held = { pointer: event.pointerId, from: at, x: event.clientX, y: event.clientY }
    handle.setPointerCapture(event.pointerId)
    element.dataset.yokeHeld = ''
    // A layer of its own: it is moved as it is, and not painted anew.
    element.style.willChange = 'translate'
  }
  const follow = (event: PointerEvent): void => {
    if (held?.pointer === event.pointerId)
      go(held.from.x + event.clientX - held.x, held.from.y + event.clientY - held.y)
  }
  const press = (event: KeyboardEvent): void => {
    const direction = STEPS[event.key]
    const far = event.shiftKey ? 4 * step : step
    if (event.key === 'Escape' && held) {
      go(held.from.x, held.from.y)
      letGo()
    } else if (event.key === 'Home' || direction) {
      measure()
      if (direction) go(wanted.x + far * direction[0], wanted.y + far * direction[1])
      else go(0, 0)
    } else return
    // Neither the page scrolls nor a player seeks.
    event.preventDefault()
    event.stopPropagation()
  }
  handle.style.touchAction = 'none'
  const until = signal ? { signal } : {}
  handle.addEventListener('pointerdown', hold, until)
  handle.addEventListener('pointermove', follow, until)
  handle.addEventListener('lostpointercapture', letGo, until)
  handle.addEventListener('keydown', press, until)
  signal?.addEventListener('abort', () => cancelAnimationFrame(frame), { once: true })
}
