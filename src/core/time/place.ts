import { clampToRange, type TimeRange } from './ranges.ts'

/**
 * One way to name a point in time, everywhere: `90`, `1:30`, `1:01:30.250`, `50%`, `end`.
 * A bare number is always seconds; a fraction is always written with `%`.
 */
export type TimeAddress =
  | { readonly kind: 'seconds'; readonly seconds: number }
  /** From 0 (start) to 1 (end) of what can be sought. */
  | { readonly kind: 'fraction'; readonly fraction: number }
  | { readonly kind: 'end' }

/**
 * The second on the timeline that an address names, clamped to what can be sought; `undefined` for a fraction and `end`
 * while the length is unknown.
 */
export const placeOfAddress = (address: TimeAddress, seekable: TimeRange | undefined): number | undefined => {
  if (address.kind === 'seconds') return seekable ? clampToRange(address.seconds, seekable) : address.seconds
  if (!seekable || !Number.isFinite(seekable.end)) return undefined
  const fraction = address.kind === 'end' ? 1 : address.fraction
  return seekable.start + fraction * (seekable.end - seekable.start)
}
