import type { ControlName, Layout } from '../../core/layout/layouts.ts'
import type { Words } from '../../core/words/en.ts'
import { closest, isElement } from '../../wiring/scope/nodes.ts'
import { bindScope } from '../../wiring/scope/scope.ts'
import type { YokeCommandEvent } from '../../wiring/yoke/events.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { Bar } from './bar.ts'
import { Notice } from './notice.ts'
import { keepOverPicture } from './over-picture.ts'
import { createOverlay } from './overlay.ts'
import { CONTROLS_SHEET } from './styles.ts'

/** What the ready-made controls of one player are made from. */
export interface ReadyMadeOptions {
  readonly yoke: Yoke
  readonly shadow: ShadowRoot
  readonly words: Words
  readonly layouts: readonly Layout[]
  readonly without: ReadonlySet<ControlName>
  /** What else belongs to such a player, each with its end. */
  readonly extras: readonly ((yoke: Yoke, shadow: ShadowRoot, bar: HTMLElement) => () => void)[]
}

/** Controls that are drawn. */
export interface DrawnControls {
  /** Other layouts: only the bar is made anew. */
  arrange(layouts: readonly Layout[]): void
  erase(): void
}

/** The ready-made controls of a player: made of nothing but commands, values, states and measures, in its shadow root. */
export const drawControls = ({ yoke, shadow, words, layouts, without, extras }: ReadyMadeOptions): DrawnControls => {
  const { host } = shadow
  const life = new AbortController()
  const { signal } = life
  const bar = new Bar({ yoke, words, signal, layouts, without })
  const notice = new Notice(yoke, words)
  const pieces = [bar.top, ...createOverlay(words), notice.element, bar.places, bar.element]
  host.addEventListener('yoke-command', event => notice.follow(event as YokeCommandEvent), { signal })
  dismissFirst(host, bar.element, signal)
  for (const piece of pieces) piece.lang = words.lang
  CONTROLS_SHEET.adopt(shadow, 'behind')
  shadow.append(...pieces)
  const ends = extras.map(dress => dress(yoke, shadow, bar.element))
  let width = host.clientWidth
  const surface = (): Element | undefined => (yoke.media?.kind === 'sound' ? undefined : yoke.media?.surface)
  const letGo = keepOverPicture(host, surface, pieces, bar.element, now => {
    width = now
    bar.fit(width)
  })
  const release = bindScope(yoke, shadow, { states: 'unmarked' })
  // What hides itself by the media's state makes room, or needs it.
  const stop = yoke.subscribe(
    ({ states: { live, hasPictureInPicture, hasFullscreen, hasCaptions } }) =>
      `${live} ${hasPictureInPicture} ${hasFullscreen} ${hasCaptions}`,
    () => queueMicrotask(() => signal.aborted || bar.fit(width))
  )
  return {
    arrange: layouts => bar.fit(width, layouts),
    erase: () => {
      life.abort()
      for (const end of ends) end()
      stop()
      release()
      letGo()
      notice.stop()
      for (const piece of pieces) piece.remove()
      forgetSlots(shadow)
    }
  }
}

/** Chromium holds slots that are gone, and all that stood around them, until something is assigned anew. */
const forgetSlots = ({ host }: ShadowRoot): void => {
  const text = document.createTextNode('')
  host.append(text)
  text.assignedSlot?.assignedNodes()
  text.remove()
}

/** A press that closes a menu does nothing else. */
const dismissFirst = (host: Element, bar: Element, signal: AbortSignal): void => {
  let dismissing = false
  host.addEventListener(
    'pointerdown',
    () => {
      dismissing = bar.querySelector(':popover-open') !== null
    },
    { signal, capture: true }
  )
  for (const type of ['click', 'dblclick'])
    host.addEventListener(
      type,
      event => {
        const [target] = event.composedPath()
        if (dismissing && !(isElement(target) && closest(target, 'button'))) event.preventDefault()
      },
      { signal, capture: true }
    )
}
