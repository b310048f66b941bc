import {
  AHEAD,
  boundView,
  dragView,
  type Pane,
  type Spot,
  speedAfter,
  turnView,
  type ViewAround
} from '../../core/around/view.ts'

/** How far a pointer moves before it turns the view instead of clicking, in CSS pixels: a finger is less steady. */
const SLOP = { mouse: 4, touch: 10 } as const
/** How far a key turns, in degrees. */
const STEP = 5
/** By how much a key, or a pixel of a wheel, changes what is seen at once, in degrees. */
const NARROWER = 5
const PER_PIXEL = 0.05
/** What happened longer before it was let go of is no part of a throw, in milliseconds. */
const THROW = 90
/** A turn that is slower than this stands, and none is faster, in degrees a second: a throw is no spin. */
const SLOWEST = 2
const FASTEST = 240

const KEYS: Readonly<Record<string, readonly [right: number, up: number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, STEP],
  ArrowDown: [0, -STEP]
}
const ZOOMS: Readonly<Record<string, number>> = { '+': -NARROWER, '=': -NARROWER, '-': NARROWER }

interface Sample {
  readonly at: number
  readonly view: ViewAround
}

/** The shorter way from one heading to another. */
const between = (from: number, to: number): number => ((to - from + 540) % 360) - 180

/** Where the viewer looks, and what turns it: pointers on the picture, keys on its canvas, the wheel, commands. */
export class Steering {
  /** Where it looks when nobody has turned it. */
  home: ViewAround = AHEAD
  /** Somebody has turned it. */
  isTurned = false
  #view: ViewAround = AHEAD
  readonly #changed: () => void
  /** Pointers that are down, and where they are. */
  readonly #down = new Map<number, Spot>()
  /** Where the drag began, and with which view. */
  #start: Spot = { x: 0, y: 0 }
  #startView: ViewAround = AHEAD
  /** How far two fingers were apart when the second came. */
  #apart = 0
  #isDrag = false
  #samples: Sample[] = []
  #run = 0

  constructor(changed: () => void) {
    this.#changed = changed
  }

  get view(): ViewAround {
    return this.#view
  }

  /** Looks elsewhere, at once. */
  look(view: ViewAround): void {
    this.halt()
    this.isTurned = true
    this.#set(boundView(view, this.#view))
  }

  turn(right: number, up: number): void {
    this.look(turnView(this.#view, right, up))
  }

  reset(): void {
    this.look(this.home)
    this.isTurned = false
  }

  /** Another place to begin with; who has turned already stays where they are. */
  setHome(home: ViewAround): void {
    this.home = home
    if (!this.isTurned) this.#set(home)
  }

  /** Ends a turn that still runs out. */
  halt(): void {
    cancelAnimationFrame(this.#run)
  }

  /** Takes hold of the picture. @param player what a click goes through on its way to the picture. */
  follow(surface: HTMLElement, canvas: HTMLElement, player: HTMLElement, signal: AbortSignal): void {
    const spotOf = ({ clientX, clientY }: PointerEvent): Spot => {
      const { left, top } = surface.getBoundingClientRect()
      return { x: clientX - left, y: clientY - top }
    }
    const pane = (): Pane => ({ width: surface.clientWidth, height: surface.clientHeight })
    const options = { signal }
    surface.addEventListener(
      'pointerdown',
      event => {
        if (event.button === 0) this.#press(event.pointerId, spotOf(event))
      },
      options
    )
    surface.addEventListener(
      'pointermove',
      event => {
        if (!this.#down.has(event.pointerId)) return
        const isNew = this.#move(event, spotOf(event), pane())
        // Only now: whoever clicks clicks the picture, and nothing is captured.
        if (isNew) {
          surface.setPointerCapture(event.pointerId)
          surface.dataset.yokeAround = 'held'
        }
      },
      options
    )
    for (const type of ['pointerup', 'pointercancel', 'lostpointercapture'] as const)
      surface.addEventListener(
        type,
        event => {
          if (!this.#down.delete(event.pointerId)) return
          surface.dataset.yokeAround = ''
          const [other] = this.#down.values()
          if (other) this.#hold(other)
          else if (this.#isDrag && type === 'pointerup') this.#throw(event.timeStamp)
        },
        options
      )
    // A drag is no click. It is stopped on its way down: nobody hears of it.
    for (const type of ['click', 'dblclick'])
      player.addEventListener(
        type,
        event => {
          if (!this.#isDrag || !event.composedPath().includes(surface)) return
          event.preventDefault()
          event.stopImmediatePropagation()
        },
        { signal, capture: true }
      )
    surface.addEventListener('wheel', event => this.#wheel(event, player), { signal, passive: false })
    canvas.addEventListener('keydown', event => this.#key(event), options)
    signal.addEventListener('abort', () => this.halt())
  }

  #set(view: ViewAround): void {
    this.#view = view
    this.#changed()
  }

  #press(pointer: number, spot: Spot): void {
    this.halt()
    if (this.#down.size === 0) this.#isDrag = false
    this.#down.set(pointer, spot)
    const [a, b] = this.#down.values()
    if (a && b) this.#apart = Math.hypot(a.x - b.x, a.y - b.y)
    this.#hold(a ?? spot)
  }

  #hold(spot: Spot): void {
    this.#start = spot
    this.#startView = this.#view
    this.#samples = []
  }

  /** @returns whether this move makes a drag of it. */
  #move({ pointerId, pointerType, timeStamp }: PointerEvent, spot: Spot, pane: Pane): boolean {
    this.#down.set(pointerId, spot)
    const [a, b] = this.#down.values()
    const wasDrag = this.#isDrag
    const slop = pointerType === 'touch' ? SLOP.touch : SLOP.mouse
    this.#isDrag ||= Math.hypot(spot.x - this.#start.x, spot.y - this.#start.y) > slop
    if (!this.#isDrag) return false
    this.isTurned = true
    if (a && b) {
      const fieldOfView = (this.#startView.fieldOfView * this.#apart) / Math.max(1, Math.hypot(a.x - b.x, a.y - b.y))
      this.#set(boundView({ ...this.#startView, fieldOfView }, this.#view))
    } else this.#set(dragView(this.#startView, this.#start, spot, pane))
    this.#samples = [...this.#samples.filter(({ at }) => timeStamp - at < THROW), { at: timeStamp, view: this.#view }]
    return !wasDrag
  }

  /** What was turning when it was let go of turns on for a moment. */
  #throw(now: number): void {
    const [first] = this.#samples
    const last = this.#samples.at(-1)
    if (
      !first ||
      !last ||
      first === last ||
      now - last.at > THROW ||
      matchMedia('(prefers-reduced-motion: reduce)').matches
    )
      return
    const seconds = (last.at - first.at) / 1000
    const [right, up] = [
      between(first.view.heading, last.view.heading) / seconds,
      (last.view.pitch - first.view.pitch) / seconds
    ].map(speed => Math.max(-FASTEST, Math.min(FASTEST, speed))) as [number, number]
    const begun = performance.now()
    let before = begun
    const step = (at: number): void => {
      const left = speedAfter((at - begun) / 1000)
      const passed = Math.max(0, at - before) / 1000
      before = at
      this.#set(turnView(this.#view, right * left * passed, up * left * passed))
      if (Math.hypot(right, up) * left > SLOWEST) this.#run = requestAnimationFrame(step)
    }
    this.#run = requestAnimationFrame(step)
  }

  #zoom(by: number): void {
    this.look({ ...this.#view, fieldOfView: this.#view.fieldOfView + by })
  }

  /** The wheel scrolls the page, as it does over any other picture; with Control (so pinches of a touchpad come) it zooms. */
  #wheel(event: WheelEvent, player: HTMLElement): void {
    if (!event.ctrlKey && !player.matches(':fullscreen')) return
    event.preventDefault()
    this.#zoom(event.deltaY * PER_PIXEL)
  }

  #key(event: KeyboardEvent): void {
    if (event.ctrlKey || event.altKey || event.metaKey) return
    const { key } = event
    const [turn, zoom] = [KEYS[key], ZOOMS[key]]
    if (turn) this.turn(...turn)
    else if (zoom) this.#zoom(zoom)
    else if (key === 'Home') this.reset()
    else return
    // It neither scrolls the page nor seeks.
    event.preventDefault()
    event.stopPropagation()
  }
}
