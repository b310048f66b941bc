import { fractionAtOffset } from '../../core/time/scale.ts'
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
/** Clicks pass through several trees on their way up, and mean something once. */
const answered = new WeakSet<Event>()

/** Whether an event came from the picture itself, rather than from a control or an author's own thing upon it. */
const isOnPicture = (event: Event, yoke: YokeView): boolean => {
  const target = event.composedPath()[0]
  const { picture, media, settings } = yoke
  if (!settings.gestures || !picture || !(target instanceof Element) || media?.nativeControls?.shown) return false
  return target === picture || target === yoke.container || target.closest('[data-yoke-picture]') !== null
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
 */
export const clickPicture = (event: MouseEvent, yoke: YokeView, pointerType: string): void => {
  const { picture } = yoke
  if (event.defaultPrevented || answered.has(event) || !picture || !isOnPicture(event, yoke)) return
  answered.add(event)
  if (pointerType === 'touch') {
    // Taps are counted here: not every engine makes a double click of two.
    if (event.type === 'click') tap(event, yoke, picture)
  } else if (event.type === 'dblclick') yoke.run('toggle-fullscreen', undefined, picture)
  else yoke.run('play-pause', undefined, picture)
}

/** The button of ours that lies under a layer without a use of its own, at the place of a click in a scope. */
export const buttonUnder = (
  event: MouseEvent,
  scope: Node,
  roots: readonly (Document | ShadowRoot)[]
): HTMLElement | undefined => {
  const [target] = event.composedPath()
  const use = target instanceof Element ? target.closest(INTERACTIVE) : undefined
  if (use === undefined || (use && use !== scope && scope.contains(use))) return undefined
  for (const root of roots) {
    for (const element of root.elementsFromPoint(event.clientX, event.clientY)) {
      const control = element.closest<HTMLElement>('button, input, select, a[href]')
      if (control) return control.matches('button[command]') ? control : undefined
    }
  }
  return undefined
}
