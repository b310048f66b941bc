import type { TrackKind } from './track-list.ts'

/** A text track as script gives it; in markup it is a `<track>`. */
export interface TrackEntry {
  /** Default `captions`. */
  readonly kind?: TrackKind
  /** The address of a WebVTT file; `#id` for text that stands in the page. */
  readonly src?: string
  /** The text of the file itself, in place of `src`. */
  readonly text?: string
  /** A BCP 47 language tag. */
  readonly srclang?: string
  readonly label?: string
  readonly id?: string
  /** Show it from the start. */
  readonly default?: boolean
  /** Show it while no other track is shown. */
  readonly forced?: boolean
}

/** A text track, wherever it was found. */
export interface TrackSource extends Required<Omit<TrackEntry, 'text'>> {
  readonly text: string | undefined
  /** What tells this source from another one at the next look. */
  readonly origin: object
  /** Where its address is resolved, and what a fault points at. */
  readonly element: Element | undefined
  readonly credentials: RequestCredentials
  /** The engine has begun to load it by itself: what it has brought need not come twice. */
  readonly isUnderWay: boolean
}

const credentialsFor = (track: Element): RequestCredentials =>
  track.closest('video, audio, yoke-player')?.getAttribute('crossorigin') === 'use-credentials'
    ? 'include'
    : 'same-origin'

/** Reads a `<track>`. */
export const sourceOfElement = (track: HTMLTrackElement, isDefault: boolean): TrackSource => ({
  kind: track.kind as TrackKind,
  src: track.getAttribute('src') ?? '',
  text: undefined,
  srclang: track.srclang,
  label: track.label,
  id: track.id,
  default: isDefault,
  forced: track.hasAttribute('data-yoke-forced'),
  origin: track,
  element: track,
  credentials: credentialsFor(track),
  isUnderWay: track.readyState > 0
})

/** Reads what script gave. */
export const sourceOfEntry = (entry: TrackEntry, home: Element | undefined): TrackSource => ({
  kind: entry.kind ?? 'captions',
  src: entry.src ?? '',
  text: entry.text,
  srclang: entry.srclang ?? '',
  label: entry.label ?? '',
  id: entry.id ?? '',
  default: entry.default ?? false,
  forced: entry.forced ?? false,
  origin: entry,
  element: home,
  credentials: 'same-origin',
  isUnderWay: false
})
