import { fractionAtOffset } from '../../core/time/scale.ts'
import { type MediaTrace, toggleFullscreenOnce } from '../couplings/twice.ts'
import { closest, contains, isElement } from '../scope/nodes.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

/** Two taps within this time are one double tap, in milliseconds. */
const DOUBLE_TAP = 350
/** How wide the sides are on which a double tap skips, as a share of the picture. */
const SIDE = 1 / 3
/** Seconds. */
const SKIP = 10

const INTERACTIVE =
  'a, button, input, select, textarea, label, summary, audio[controls], video[controls], [tabindex], [contenteditable], [role]'

interface Tap {
  readonly yoke: YokeView
  readonly at: number
  readonly by: number
}

let lastTap: Tap | undefined
/** Clicks that were handled: one click bubbles through several trees. */
const answered = new WeakSet<Event>()

/** Whether an event came from the picture itself, rather than from a control or another element over it. */
const isOnPicture = (event: Event, yoke: YokeView): boolean => {
  const target = event.composedPath()[0]
  const { picture, media, settings } = yoke
  if (!settings.gestures || !picture || !isElement(target) || media?.nativeControls?.shown) return false
  return target === picture || target === yoke.container || closest(target, '[data-yoke-picture]') !== null
}

/** Seconds that a tap skips by: back on the start side, forward on the other, none in the middle. */
const skipOf = ({ clientX }: MouseEvent, picture: Element): number => {
  const { left, width } = picture.getBoundingClientRect()
  const direction = getComputedStyle(picture).direction === 'rtl' ? 'rtl' : 'ltr'
  const place = fractionAtOffset(clientX - left, width, direction)
  return place < SIDE ? -SKIP : place > 1 - SIDE ? SKIP : 0
}

/** A tap shows or hides the controls at once; a second one on the same side skips, and each further one again. */
const tap = (event: MouseEvent, yoke: YokeView, picture: Element): void => {
  const by = skipOf(event, picture)
  const again = lastTap?.yoke === yoke && lastTap.by === by && event.timeStamp - lastTap.at < DOUBLE_TAP
  lastTap = { yoke, at: event.timeStamp, by }
  if (!yoke.states.started) yoke.run('play', undefined, picture)
  else if (again && by !== 0) {
    yoke.wake()
    yoke.run('skip', by, picture)
  } else yoke.wake(yoke.states.idle)
}

/**
 * A click on the picture acts at once. The second click of a double click takes the first one's effect back, and the
 * double click itself toggles full screen.
 * @param before how the media was before anyone heard of the click.
 */
export const clickPicture = (
  event: MouseEvent,
  yoke: YokeView,
  pointerType: string,
  before: MediaTrace | undefined
): void => {
  const { picture } = yoke
  if (event.defaultPrevented || answered.has(event) || !picture || !isOnPicture(event, yoke)) return
  answered.add(event)
  if (pointerType === 'touch') {
    // Taps are counted here: not every engine makes a double click of two.
    if (event.type === 'click') tap(event, yoke, picture)
  } else if (event.type === 'dblclick') toggleFullscreenOnce(picture, yoke, before)
  else yoke.run('play-pause', undefined, picture)
}

/** Whether a click met something in a scope that has neither controls nor a role of its own. */
export const isPlainLayer = (event: MouseEvent, scope: Node): boolean => {
  const [target] = event.composedPath()
  if (!isElement(target)) return false
  const use = closest(target, INTERACTIVE)
  return !use || use === scope || !contains(scope, use)
}

/** The coupled button at the place of a click, under a layer that does not handle clicks itself. */
export const buttonUnder = (
  event: MouseEvent,
  scope: Node,
  roots: readonly (Document | ShadowRoot)[]
): HTMLElement | undefined => {
  if (!isPlainLayer(event, scope)) return undefined
  for (const root of roots) {
    for (const element of root.elementsFromPoint(event.clientX, event.clientY)) {
      const control = closest(element, 'button, input, select, a[href]')
      if (control) return control.matches('button[command]') ? control : undefined
    }
  }
  return undefined
}
