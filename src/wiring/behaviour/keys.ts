import { SHORTCUTS, shortcutFor } from '../../core/playback/shortcuts.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

/** Where every key is text, or picks among many. */
const TAKES_ALL =
  'textarea, select, input:not([type="range"], [type="checkbox"], [type="radio"], [type="button"]), [role^="menu"], [role="listbox"], [role="option"], [role="tab"], [role="textbox"]'
/** Where the space bar and Enter press. */
const TAKES_PRESS = 'button, a[href], summary, input, [role="button"], [role="link"]'
/** Where arrows and their like move. */
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
  (focused as HTMLElement).isContentEditable ||
  focused.matches(TAKES_ALL) ||
  (PRESSES.has(key) && focused.closest(TAKES_PRESS) !== null) ||
  (MOVES.has(key) && focused.matches(TAKES_MOVES))

/** Shift only where it makes another sign, as it does of `?`. */
const hasModifier = (event: KeyboardEvent): boolean =>
  event.ctrlKey || event.altKey || event.metaKey || (event.shiftKey && /^(?:\w|\w{2,}| )$/.test(event.key))

/** A key that came up to a scope: runs its shortcut, if it is one and nobody else has used the key. */
export const pressKey = (event: KeyboardEvent, yoke: YokeView): void => {
  const focused = event.composedPath()[0]
  if (event.defaultPrevented || event.isComposing || hasModifier(event) || !(focused instanceof Element)) return
  if (isTaken(focused, event.key)) return
  const { fullscreen } = yoke.snapshot
  const direction = getComputedStyle(focused).direction === 'rtl' ? 'rtl' : 'ltr'
  const shortcut = shortcutFor(yoke.settings.shortcuts ?? SHORTCUTS, event.key, { fullscreen, direction })
  if (!shortcut || !yoke.canRun(shortcut.command)) return
  event.preventDefault()
  yoke.run(shortcut.command, shortcut.value, focused)
}
