import type { Fault } from '../../core/fault.ts'
import type { Yoke } from '../yoke/yoke.ts'

/** A player, as far as what a page has brought for all of them concerns it. */
export interface AccompaniedPlayer {
  readonly element: HTMLElement
  readonly yoke: Yoke
  raise(reason: Fault): void
  /** The shadow root, made where there is none yet. */
  openShadow(): ShadowRoot
}

/** Is shown every player, again whenever it looks for its media. */
type Companion = (player: AccompaniedPlayer) => void

/** What a page has brought for all its players: presets. On the page and not in a module: it may be a script of its own. */
export const COMPANION = Symbol.for('yokewright companion')

/** A page that may have brought it. */
export type AccompaniedPage = { [COMPANION]?: Companion }
