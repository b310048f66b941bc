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

/**
 * Runs `step` again and again while a button is held down, from its first moment on the button to letting go or
 * leaving it. The click that ends a held press does nothing more.
 * @returns its stop, for a button that goes while it is held.
 */
export const holdDown = (button: HTMLElement, event: PointerEvent, step: () => void): (() => void) => {
  if (event.button !== 0) return () => undefined
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
  for (const type of ['pointerup', 'pointercancel', 'blur'])
    globalThis.addEventListener(type, end, { signal, capture: true })
  button.addEventListener('pointerleave', end, { signal })
  // A long press opens a menu on touch screens.
  button.addEventListener('contextmenu', menu => menu.preventDefault(), { signal })
  return () => {
    if (!life.signal.aborted) end()
  }
}
