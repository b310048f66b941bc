import type { Clip } from '../documents/clip-schema.ts'
import { dialectOf } from '../hosted/addresses.ts'
import type { DialectData } from '../hosted/dialect.ts'
import { type HtmlAttributes, htmlText, indented, startTag } from './html.ts'
import { addressesOf } from './services.ts'

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
  /** What the services that show it are like. */
  readonly services: readonly DialectData[]
}

type Track = NonNullable<Clip['tracks']>[number]
type Source = NonNullable<Clip['sources']>[number]

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

/** That of a service has a type that no engine takes for media: it would ask for the page of the clip. */
const sourceTag = (source: Source, services: readonly DialectData[]): string => {
  const { src, type, media, width } = typeof source === 'string' ? { src: source } : source
  const own = type ?? (dialectOf(services, src) && 'text/html')
  return startTag('source', { src, type: own, media, 'data-yoke-width': width })
}

/** What has no attribute is said as JSON. */
const restOf = ({ moments, settings }: Clip, more?: object): string | undefined => {
  const rest = { ...settings, ...(moments && { moments }), ...more }
  return Object.keys(rest).length > 0 ? JSON.stringify(rest) : undefined
}

const posterOf = ({ poster }: Clip): { readonly src?: string; readonly at?: string | number } => {
  if (poster === undefined) return {}
  if (typeof poster === 'string') return { src: poster }
  return 'src' in poster ? { src: poster.src } : { at: poster.at }
}

/** Ready-made controls, unless the clip says that there are to be none, or a backdrop, which has its own. */
const drawsControls = ({ settings = {} }: Clip): boolean => !('controls' in settings || 'backdrop' in settings)

/** What a player says of its clip, whatever shows it. */
const playerAttributes = ({ clip, preset }: PlayerInput): HtmlAttributes => {
  const { title, fit, focusPoint, view, lookAt, frameRate, from, until } = clip
  return {
    id: 'player',
    controls: drawsControls(clip),
    'clip-title': title,
    preset,
    'poster-at': posterOf(clip).at,
    fit,
    'focus-point': focusPoint,
    view,
    'look-at': lookAt,
    'frame-rate': frameRate,
    from,
    until
  }
}

const trackTags = ({ clip, texts }: PlayerInput): readonly string[] => {
  const ids = idsOfTexts(clip, texts)
  return (clip.tracks ?? []).map(track => trackTag(track, ids.get(track)))
}

/** A source that says an address and nothing else is that address. */
const asShort = (source: Source): Source =>
  typeof source === 'object' && Object.keys(source).length === 1 ? source.src : source

/** A clip of services alone: there is no element, and without script a link to each. */
const hostedMarkup = (input: PlayerInput): readonly string[] => {
  const { clip, services } = input
  const addresses = addressesOf(clip)
  const player = startTag('yoke-player', {
    ...playerAttributes(input),
    width: clip.width,
    height: clip.height,
    poster: posterOf(clip).src,
    src: addresses.length === 1 ? addresses[0] : undefined,
    settings: restOf(clip, addresses.length > 1 ? { sources: (clip.sources ?? []).map(asShort) } : {})
  })
  const links = addresses.map(
    href => `${startTag('a', { href })}Watch it at ${htmlText(dialectOf(services, href)?.name ?? '')}</a>`
  )
  const inside = [...trackTags(input), '<noscript>', ...indented(links), '</noscript>']
  return [player, ...indented(inside), '</yoke-player>']
}

/** A clip as the markup of a player that also serves those whose browser runs no script. */
export const playerMarkup = (input: PlayerInput): readonly string[] => {
  const { clip, isSound, services } = input
  const { width, height, sources = [] } = clip
  const addresses = addressesOf(clip)
  if (addresses.length > 0 && addresses.every(address => dialectOf(services, address))) return hostedMarkup(input)
  const poster = posterOf(clip)
  const media = isSound ? 'audio' : 'video'
  const player = startTag('yoke-player', {
    ...playerAttributes(input),
    poster: isSound ? poster.src : undefined,
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
  const inside = [...sources.map(source => sourceTag(source, services)), ...trackTags(input)]
  return [player, ...indented([element, ...indented(inside), `</${media}>`]), '</yoke-player>']
}
