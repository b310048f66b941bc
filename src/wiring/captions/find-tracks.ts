import { tracksRightIn } from '../../media/html/track-elements.ts'
import type { TrackEntry, TrackSource } from '../../media/text-tracks.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

/** Reads what script gave. */
const sourceOfEntry = (entry: TrackEntry, home: Element | undefined): TrackSource => ({
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

/** The text tracks of a yoke: those of its media, those right in its bound elements, and what its settings say. */
export const findTracks = ({ media, scopes, settings, container }: YokeView): readonly TrackSource[] => [
  ...(media?.textTracks?.list ?? []),
  // A player and what is drawn in its shadow root are two scopes of one element.
  ...[...new Set([...scopes].map(({ target }) => target))].flatMap(tracksRightIn),
  ...settings.tracks.map(entry => sourceOfEntry(entry, container))
]
