import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import { timerDelay } from '../../core/time/delay.ts'
import { findAll, focusedIn, matches } from '../scope/nodes.ts'
import type { Feature, YokeView } from '../yoke/yoke-view.ts'

/** After a mouse has left, what hides goes sooner: this many seconds. */
const AFTER_LEAVING = 0.6

const SIGNS_OF_LIFE = ['pointermove', 'pointerdown', 'keydown', 'focusin', 'wheel'] as const

const opens = (root: Node): boolean => findAll(root, ':popover-open, dialog[open]').length > 0

/** Nothing hides while a menu is open or a control has keyboard focus. */
const isInUse = (container: Element): boolean => {
  if (opens(container) || (container.shadowRoot && opens(container.shadowRoot))) return true
  return matches(container, ':focus-within') && focusedIn(container.ownerDocument)?.matches(':focus-visible') === true
}

/** Notices that no one has touched a playing player for a while. Listens only while it plays. */
class IdleWatch {
  readonly #yoke: YokeView
  #life: AbortController | undefined
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(yoke: YokeView) {
    this.#yoke = yoke
  }

  follow({ paused, ended, error, scrubbing }: MediaSnapshot): void {
    const runs = !paused && !ended && error === undefined && !scrubbing
    if (runs && !this.#life) this.#begin(this.#yoke.container)
    else if (!runs && this.#life) {
      this.stop()
      this.#yoke.setContext({ idle: false })
    }
  }

  touch(): void {
    if (!this.#life) return
    this.#yoke.setContext({ idle: false })
    this.#wait(this.#yoke.settings.hideAfter)
  }

  stop(): void {
    this.#life?.abort()
    this.#life = undefined
    clearTimeout(this.#timer)
  }

  #begin(container: Element | undefined): void {
    if (!container) return
    this.#life = new AbortController()
    const options = { signal: this.#life.signal, capture: true, passive: true }
    const touched = (event: Event): void => {
      // A tap on the picture is handled in gestures.ts.
      if ((event as PointerEvent).pointerType !== 'touch' || this.#yoke.states.idle === false) this.touch()
    }
    for (const type of SIGNS_OF_LIFE) container.addEventListener(type, touched, options)
    // Over a frame nothing but this tells that a pointer has come back.
    container.addEventListener('pointerenter', touched, { signal: options.signal })
    container.addEventListener('pointerleave', event => this.#left(event as PointerEvent), { signal: options.signal })
    this.#wait(this.#yoke.settings.hideAfter)
  }

  #left({ pointerType }: PointerEvent): void {
    // Lifting a finger fires this too, and its viewer is still there.
    if (pointerType === 'mouse') this.#wait(Math.min(AFTER_LEAVING, this.#yoke.settings.hideAfter))
  }

  #wait(seconds: number): void {
    clearTimeout(this.#timer)
    if (!Number.isFinite(seconds)) return
    this.#timer = setTimeout(
      () => {
        const { container } = this.#yoke
        if (container && isInUse(container)) this.#wait(seconds)
        else this.#yoke.setContext({ idle: true })
      },
      timerDelay(seconds * 1000)
    )
  }
}

/** `idle` while no one has touched a playing player for a while. */
export const watchIdle: Feature = (yoke, signal) => {
  const watch = new IdleWatch(yoke)
  const touch = (): void => watch.touch()
  yoke.wakeListeners.add(touch)
  yoke.subscribe(
    ({ snapshot }) => snapshot,
    snapshot => watch.follow(snapshot)
  )
  yoke.subscribe(({ settings: { hideAfter } }) => hideAfter, touch)
  watch.follow(yoke.snapshot)
  signal.addEventListener('abort', () => {
    yoke.wakeListeners.delete(touch)
    watch.stop()
  })
}
