import type { Choice, PlainValue, YokeView } from '../yoke/yoke-view.ts'

/** A value as a coupling meets it. */
export interface BoundValue {
  readonly name: string
  /** `time`: seconds. `fraction`: 0 to 1. `date`: milliseconds since 1970. `plain`: anything else. */
  readonly kind: 'time' | 'fraction' | 'date' | 'plain'
  readonly read: (yoke: YokeView) => PlainValue
  /** What it may be set to, where that is a list. */
  readonly choices?: ((yoke: YokeView) => readonly Choice[]) | undefined
  /** Absent: read only. */
  readonly write: ((value: string | number | boolean, yoke: YokeView, source: Element) => void) | undefined
}
