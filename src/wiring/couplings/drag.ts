import type { YokeView } from '../yoke/yoke-view.ts'

/** Whatever ends a drag: letting go, anywhere; a pointer that is lost; a window that loses focus. */
const ENDS = ['pointerup', 'pointercancel', 'lostpointercapture', 'blur'] as const

/**
 * Calls `ended` once, when the drag that has just begun on the input is over, wherever the pointer is by then.
 * @returns its stop, which ends the drag too.
 */
export const watchDrag = (input: HTMLInputElement, ended: () => void): (() => void) => {
  const life = new AbortController()
  const end = (): void => {
    if (life.signal.aborted) return
    life.abort()
    ended()
  }
  const options = { signal: life.signal, capture: true }
  for (const type of ENDS) {
    globalThis.addEventListener(
      type,
      event => {
        // A capture that is lost inside the page's other elements, or a field that loses focus, ends no drag here.
        if (type !== 'blur' || event.target === globalThis.window) end()
      },
      options
    )
  }
  // A native slider tells `change` when it is let go, also where it swallows the pointer's own events.
  input.addEventListener('change', end, options)
  return end
}

/** Until the slider is let go: a volume that is taken to 0 comes back as it was before. @returns its stop. */
export const holdVolume = (input: HTMLInputElement, yoke: YokeView): (() => void) => {
  yoke.setContext({ volumeHeld: true })
  return watchDrag(input, () => {
    yoke.setContext({ volumeHeld: false })
    yoke.refresh()
  })
}
