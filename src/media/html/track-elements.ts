import type { TrackKind, TrackSource } from '../text-tracks.ts'

const credentialsFor = (track: Element): RequestCredentials =>
  track.closest('video, audio, yoke-player')?.getAttribute('crossorigin') === 'use-credentials'
    ? 'include'
    : 'same-origin'

/** Reads a `<track>`. @param isDefault whether it was its author's default before the engine was kept from it. */
export const readTrackElement = (track: HTMLTrackElement, isDefault: boolean): TrackSource => ({
  kind: track.kind as TrackKind,
  src: track.getAttribute('src') ?? '',
  text: undefined,
  srclang: track.srclang,
  label: track.label,
  id: track.id,
  default: isDefault || track.default,
  forced: track.hasAttribute('data-yoke-forced'),
  origin: track,
  element: track,
  credentials: credentialsFor(track),
  isUnderWay: track.readyState > 0
})

/** The tracks that stand right in an element, beside its media rather than in it. */
export const tracksRightIn = (element: Element): readonly TrackSource[] =>
  [...element.children]
    .filter((child): child is HTMLTrackElement => child.localName === 'track')
    .map(track => readTrackElement(track, false))
