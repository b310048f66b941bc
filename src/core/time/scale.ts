import { clampToRange } from './ranges.ts'

/** A straight scale of values, as of a slider (ARIA, `slider`). `step` is absent for a smooth scale. */
export interface Scale {
  readonly min: number
  readonly max: number
  readonly step?: number
}

/** The way a bar is read: its start edge is left or right. */
export type Direction = 'ltr' | 'rtl'

/** Where a value lies: 0 at `min`, 1 at `max`, clamped. An empty, endless or unknown scale, or a value that is no number, is at 0. */
export const fractionOf = ({ min, max }: Scale, value: number): number => {
  const span = max - min
  if (!(span > 0) || !Number.isFinite(span) || Number.isNaN(value)) return 0
  return clampToRange((value - min) / span, { start: 0, end: 1 })
}

/** The value at a fraction: the mirror of {@link fractionOf}, brought to the nearest step. */
export const valueAt = (scale: Scale, fraction: number): number => {
  const { min, max } = scale
  if (!(max > min)) return min
  return toStep(scale, min + clampToRange(fraction, { start: 0, end: 1 }) * (max - min))
}

/** The nearest value that the scale can take. Unlike a native range input, the end can always be reached, whatever the step. */
export const toStep = ({ min, max, step }: Scale, value: number): number => {
  const clamped = clampToRange(value, { start: min, end: Math.max(min, max) })
  if (step === undefined || !(step > 0) || clamped === max) return clamped
  const steps = Math.round((clamped - min) / step)
  return clampToRange(Number((min + steps * step).toPrecision(12)), { start: min, end: max })
}

/** The fraction under a pointer, `offset` pixels from the left edge of a bar `width` pixels wide. A bar without width is at 0. */
export const fractionAtOffset = (offset: number, width: number, direction: Direction): number => {
  if (!(width > 0)) return 0
  const fromLeft = clampToRange(offset / width, { start: 0, end: 1 })
  return direction === 'rtl' ? 1 - fromLeft : fromLeft
}

/** Keys of a slider (ARIA Authoring Practices, "Slider"). */
export type SliderKey = 'ArrowLeft' | 'ArrowRight' | 'ArrowUp' | 'ArrowDown' | 'PageUp' | 'PageDown' | 'Home' | 'End'

/**
 * The value that a key moves a slider to, or `undefined` for a key that is not a slider's.
 * Arrows go by `step`, pages by `page`; left and right change sides in right to left.
 */
export const valueAfterKey = (
  key: string,
  {
    scale,
    value,
    step,
    page,
    direction
  }: {
    readonly scale: Scale
    readonly value: number
    readonly step: number
    readonly page: number
    readonly direction: Direction
  }
): number | undefined => {
  const onward = direction === 'rtl' ? -1 : 1
  const moves: Record<SliderKey, number> = {
    ArrowRight: value + onward * step,
    ArrowLeft: value - onward * step,
    ArrowUp: value + step,
    ArrowDown: value - step,
    PageUp: value + page,
    PageDown: value - page,
    Home: scale.min,
    End: scale.max
  }
  return Object.hasOwn(moves, key) ? toStep(scale, moves[key as SliderKey]) : undefined
}

/**
 * Sensible steps, in seconds, for seeking by key: arrows go 5 s, pages a tenth of the whole,
 * in whole seconds; both less where the media is short, and pages never below the arrows' step.
 */
export const seekSteps = (duration: number): { readonly step: number; readonly page: number } => {
  if (!Number.isFinite(duration) || duration <= 0) return { step: 5, page: 30 }
  const step = duration >= 50 ? 5 : duration >= 20 ? 2 : 1
  return { step, page: Math.max(step, Math.round(Math.min(duration / 10, 60))) }
}
