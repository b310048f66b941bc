import type { TrackKind, TrackSource } from '../text-tracks.ts'

const credentialsFor = (track: Element): RequestCredentials =>
  track.closest('video, audio, yoke-player')?.getAttribute('crossorigin') === 'use-credentials'
    ? 'include'
    : 'same-origin'

/** Text that stands in the page goes before the file, which serves where no script runs. */
const addressOf = (track: Element): string => {
  const id = track.getAttribute('data-yoke-text')
  return id ? `#${id}` : (track.getAttribute('src') ?? '')
}

/** Reads a `<track>`. @param isDefault whether it was its author's default before the engine was kept from it. */
export const readTrackElement = (track: HTMLTrackElement, isDefault: boolean): TrackSource => ({
  kind: track.kind as TrackKind,
  src: addressOf(track),
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
