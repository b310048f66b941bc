import type { Clip } from '../documents/clip-schema.ts'
import { indented, startTag } from './html.ts'

/** Texts of tracks that stand in the page, by the address of their file. */
export type TrackTexts = ReadonlyMap<string, string>

/** What a player is written from. */
export interface PlayerInput {
  /** Its addresses as the page is to say them. */
  readonly clip: Clip
  readonly isSound: boolean
  /** Written into the page, where it is to work without a server. */
  readonly texts: TrackTexts
  /** The name of a preset. */
  readonly preset?: string | undefined
}

type Track = NonNullable<Clip['tracks']>[number]

/** Ids of texts in the page: by kind and language, a second one with a number. */
export const idsOfTexts = ({ tracks = [] }: Clip, texts: TrackTexts): ReadonlyMap<Track, string> => {
  const ids = new Map<Track, string>()
  const taken = new Set<string>()
  for (const track of tracks) {
    if (!texts.has(track.src)) continue
    const base = [track.kind ?? 'captions', track.srclang].filter(Boolean).join('-').toLowerCase()
    let id = base
    for (let number = 2; taken.has(id); number += 1) id = `${base}-${number}`
    taken.add(id)
    ids.set(track, id)
  }
  return ids
}

const trackTag = ({ src, kind = 'captions', srclang, label, id, forced, ...track }: Track, text?: string): string =>
  startTag('track', {
    kind,
    src,
    srclang,
    label,
    id,
    default: track.default,
    'data-yoke-text': text,
    'data-yoke-forced': forced
  })

const sourceTag = (source: NonNullable<Clip['sources']>[number]): string => {
  const { src, type, media, width } = typeof source === 'string' ? { src: source } : source
  return startTag('source', { src, type, media, 'data-yoke-width': width })
}

/** What has no attribute is said as JSON. */
const restOf = ({ moments, settings }: Clip): string | undefined => {
  const rest = { ...settings, ...(moments && { moments }) }
  return Object.keys(rest).length > 0 ? JSON.stringify(rest) : undefined
}

const posterOf = ({ poster }: Clip): { readonly src?: string; readonly at?: string | number } => {
  if (poster === undefined) return {}
  if (typeof poster === 'string') return { src: poster }
  return 'src' in poster ? { src: poster.src } : { at: poster.at }
}

/** Ready-made controls, unless the clip says that there are to be none, or a backdrop, which has its own. */
const drawsControls = ({ settings = {} }: Clip): boolean => !('controls' in settings || 'backdrop' in settings)

/** A clip as the markup of a player that also serves those whose browser runs no script. */
export const playerMarkup = ({ clip, isSound, texts, preset }: PlayerInput): readonly string[] => {
  const { title, width, height, fit, focusPoint, frameRate, from, until, sources = [], tracks = [] } = clip
  const poster = posterOf(clip)
  const ids = idsOfTexts(clip, texts)
  const media = isSound ? 'audio' : 'video'
  const player = startTag('yoke-player', {
    id: 'player',
    controls: drawsControls(clip),
    'clip-title': title,
    preset,
    poster: isSound ? poster.src : undefined,
    'poster-at': poster.at,
    fit,
    'focus-point': focusPoint,
    'frame-rate': frameRate,
    from,
    until,
    settings: restOf(clip)
  })
  const element = startTag(media, {
    controls: true,
    playsinline: !isSound,
    preload: 'metadata',
    width: isSound ? undefined : width,
    height: isSound ? undefined : height,
    poster: isSound ? undefined : poster.src
  })
  const inside = [...sources.map(sourceTag), ...tracks.map(track => trackTag(track, ids.get(track)))]
  return [player, ...indented([element, ...indented(inside), `</${media}>`]), '</yoke-player>']
}
