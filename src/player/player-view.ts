import type { PartHost } from '../loading/part.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'

/** What the features of a player know of it. */
export interface PlayerView extends PartHost {
  /** The `<yoke-player>`. */
  readonly element: HTMLElement
  readonly yoke: Yoke
  /** It is in view, or nearly, or has played: a hundred players on a page cost no more than the few that are. */
  readonly isNear: boolean
  /** The record that script has given as a clip, and how often it has given one. */
  readonly clip: { readonly record: unknown; readonly given: number }
  /** Ready-made controls are there: the browser's own are not needed. */
  isDrawn: boolean
  /** The shadow root, made if need be. */
  openShadow(): ShadowRoot
}

/** Something that a player does, from when it is wanted until it leaves its document. */
export type PlayerFeature = (player: PlayerView, signal: AbortSignal) => void
