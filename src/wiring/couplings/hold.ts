/** How long a press must last before it repeats, in milliseconds. */
const HOLD = 500
/** Between two repetitions, in milliseconds, unless the author wrote `data-yoke-repeat`. */
const INTERVAL = 400

const REPEATED: ReadonlySet<string> = new Set(['skip', 'change-volume', 'change-playback-rate', 'step-frame'])

/** Whether holding a button down means anything: for what goes by steps, and for what the author says. */
export const repeats = (button: Element, command: string): boolean => {
  const written = button.getAttribute('data-yoke-repeat')
  return written === null ? REPEATED.has(command) : Number(written) > 0
}

const intervalOf = (button: Element): number => {
  const seconds = Number(button.getAttribute('data-yoke-repeat') ?? Number.NaN)
  return seconds > 0 ? seconds * 1000 : INTERVAL
}

/** What ends a press, by what began it. */
const ENDS = { pointerdown: ['pointerup', 'pointercancel', 'blur'], keydown: ['keyup', 'blur'] } as const

/** Whether an event begins a press: the main button of a pointer, Enter, the space bar. */
const isPress = (event: Event): boolean =>
  event.type === 'keydown'
    ? ['Enter', ' '].includes((event as KeyboardEvent).key) && !(event as KeyboardEvent).repeat
    : (event as PointerEvent).button === 0

/**
 * Runs `step` again and again while a button is held down by a pointer or a key, from its first moment on the button to letting
 * go or leaving it. The click that ends a held press does nothing more.
 * @returns its stop, for a button that goes while it is held.
 */
export const holdDown = (button: HTMLElement, event: Event, step: () => void): (() => void) => {
  if (!isPress(event)) return () => undefined
  const life = new AbortController()
  const { signal } = life
  let timer: ReturnType<typeof setTimeout>
  let held = false
  const again = (): void => {
    held = true
    step()
    timer = setTimeout(again, intervalOf(button))
  }
  timer = setTimeout(again, HOLD)
  const end = (): void => {
    clearTimeout(timer)
    life.abort()
    if (held) button.addEventListener('click', swallow, { capture: true, once: true })
    // A press that ended elsewhere gives no click.
    setTimeout(() => button.removeEventListener('click', swallow, { capture: true }))
  }
  const swallow = (click: Event): void => {
    click.preventDefault()
    click.stopImmediatePropagation()
  }
  const endBy = ({ type, target }: Event): void => {
    // A press moves focus: another element that loses it ends nothing.
    if (type !== 'blur' || target === globalThis || target === button) end()
  }
  for (const type of ENDS[event.type as keyof typeof ENDS])
    globalThis.addEventListener(type, endBy, { signal, capture: true })
  button.addEventListener('pointerleave', end, { signal })
  // A long press opens a menu on touch screens.
  button.addEventListener('contextmenu', menu => menu.preventDefault(), { signal })
  return () => {
    if (!life.signal.aborted) end()
  }
}
