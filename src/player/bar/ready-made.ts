import type { ControlName, Layout } from '../../core/layout/layouts.ts'
import type { Words } from '../../core/words/en.ts'
import { bindScope } from '../../wiring/scope/scope.ts'
import type { YokeCommandEvent } from '../../wiring/yoke/events.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { Bar } from './bar.ts'
import { Notice } from './notice.ts'
import { createOverlay } from './overlay.ts'
import { CONTROLS_SHEET } from './styles.ts'

/** What the ready-made controls of one player are made from. */
export interface ReadyMadeOptions {
  readonly yoke: Yoke
  readonly shadow: ShadowRoot
  readonly words: Words
  readonly layouts: readonly Layout[]
  readonly without: ReadonlySet<ControlName>
}

/**
 * The ready-made controls of a player: made of nothing but commands, values, states and measures, in its shadow root.
 * @returns their way out.
 */
export const drawControls = ({ yoke, shadow, words, layouts, without }: ReadyMadeOptions): (() => void) => {
  const { host } = shadow
  const life = new AbortController()
  const { signal } = life
  const bar = new Bar({ yoke, words, signal, layouts, without })
  const notice = new Notice(yoke, words)
  const pieces = [...createOverlay(words), notice.element, bar.element]
  host.addEventListener('yoke-command', event => notice.follow(event as YokeCommandEvent), { signal })
  dismissFirst(host, bar.element, signal)
  for (const piece of pieces) piece.lang = words.lang
  CONTROLS_SHEET.adopt(shadow, 'behind')
  shadow.append(...pieces)
  bar.fit(host.clientWidth)
  const sizes = new ResizeObserver(() => bar.fit(host.clientWidth))
  sizes.observe(host)
  const release = bindScope(yoke, shadow, { states: 'unmarked' })
  // What hides itself by the media's state makes room, or needs it.
  const stop = yoke.subscribe(
    ({ states: { live, hasPictureInPicture, hasFullscreen, hasCaptions } }) =>
      `${live} ${hasPictureInPicture} ${hasFullscreen} ${hasCaptions}`,
    () => queueMicrotask(() => signal.aborted || bar.fit(host.clientWidth))
  )
  return () => {
    life.abort()
    stop()
    release()
    sizes.disconnect()
    notice.stop()
    for (const piece of pieces) piece.remove()
  }
}

/** The press that closes a menu means that, and nothing to the picture beneath. */
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
        if (dismissing && !(target instanceof Element && target.closest('button'))) event.preventDefault()
      },
      { signal, capture: true }
    )
}
