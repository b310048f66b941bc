import { SHORTCUTS, shortcutFor } from '../../core/playback/shortcuts.ts'
import { type MediaTrace, runOnce } from '../couplings/twice.ts'
import { closest, isElement, matches } from '../scope/nodes.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

/** Elements in which every key types text or chooses an option. */
const TAKES_ALL =
  'textarea, select, input:not([type="range"], [type="checkbox"], [type="radio"], [type="button"]), [role^="menu"], [role="listbox"], [role="option"], [role="tab"], [role="textbox"]'
/** Elements that the space bar and Enter press; a range is not pressed. */
const TAKES_PRESS = 'button, a[href], summary, input:not([type="range"]), [role="button"], [role="link"]'
/** Elements in which the arrow keys, Home, End and the page keys move something. */
const TAKES_MOVES = 'input, [role="slider"], [role="spinbutton"], [role="radio"]'

const PRESSES: ReadonlySet<string> = new Set([' ', 'Enter'])
const MOVES: ReadonlySet<string> = new Set([
  'ArrowLeft',
  'ArrowRight',
  'ArrowUp',
  'ArrowDown',
  'Home',
  'End',
  'PageUp',
  'PageDown'
])

/** Whether a key already means something to the element that has focus. */
const isTaken = (focused: Element, key: string): boolean =>
  (focused as HTMLElement).isContentEditable === true ||
  matches(focused, TAKES_ALL) ||
  (PRESSES.has(key) && closest(focused, TAKES_PRESS) !== null) ||
  (MOVES.has(key) && matches(focused, TAKES_MOVES))

/** Shift belongs to the key only where it changes the character, as for `?`. */
const hasModifier = (event: KeyboardEvent): boolean =>
  event.ctrlKey || event.altKey || event.metaKey || (event.shiftKey && /^(?:\w|\w{2,}| )$/.test(event.key))

/** A key that came up to a scope: runs its shortcut, if it is one and nobody else has used the key. */
export const pressKey = (event: KeyboardEvent, yoke: YokeView, before: MediaTrace | undefined): void => {
  const focused = event.composedPath()[0]
  if (event.defaultPrevented || event.isComposing || hasModifier(event) || !isElement(focused)) return
  if (isTaken(focused, event.key)) return
  const { fullscreen } = yoke.snapshot
  const direction = getComputedStyle(focused).direction === 'rtl' ? 'rtl' : 'ltr'
  const shortcut = shortcutFor(yoke.settings.shortcuts ?? SHORTCUTS, event.key, { fullscreen, direction })
  if (!shortcut || !yoke.canRun(shortcut.command)) return
  event.preventDefault()
  runOnce(focused, shortcut.command, yoke, before, () => void yoke.run(shortcut.command, shortcut.value, focused))
}
