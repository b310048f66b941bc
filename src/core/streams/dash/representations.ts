import type { Rendition, RenditionKind, Tiles } from '../manifest.ts'
import type { Reading } from '../reading.ts'
import { baseOf } from './base.ts'
import { type PeriodSegments, type PeriodTimes, segmentsOf } from './segments.ts'
import { readFrameRate, readWhole } from './times.ts'
import { childOf, childrenOf, type XmlElement } from './xml.ts'

/** A rendition as far as one period holds it. */
export interface PeriodRendition {
  readonly facts: Omit<Rendition, 'timeline'>
  readonly segments: PeriodSegments
}

/** Where an adaptation set stands. */
export interface SetPlace {
  readonly reading: Reading
  readonly period: PeriodTimes
  readonly base: string
  readonly outer: XmlElement
  /** Something was passed over because it is enciphered for a system of keys. */
  readonly isProtected: { value: boolean }
}

const KINDS: readonly (readonly [RegExp, RenditionKind])[] = [
  [/^video/, 'video'],
  [/^audio/, 'audio'],
  [/^(?:text|application\/ttml)|stpp|wvtt/, 'text'],
  [/^image/, 'image']
]

const TILES = /thumbnail_tile$/

/** The roles of ISO/IEC 23009-1, 5.8.5.5, by the names of HTML. */
const ROLES: Readonly<Record<string, string>> = {
  caption: 'captions',
  subtitle: 'subtitles',
  description: 'descriptions',
  commentary: 'commentary',
  dub: 'translation',
  alternate: 'alternative'
}

const rolesOf = (set: XmlElement): readonly string[] =>
  childrenOf(set, 'Role').map(({ attributes }) => attributes.value ?? '')

const tilesOf = (elements: readonly XmlElement[]): Tiles | undefined => {
  const property = elements
    .flatMap(each => [...childrenOf(each, 'EssentialProperty'), ...childrenOf(each, 'SupplementalProperty')])
    .find(({ attributes }) => TILES.test(attributes.schemeIdUri ?? ''))
  const [columns, rows] = (property?.attributes.value ?? '').split('x').map(readWhole)
  return columns && rows ? { columns, rows } : undefined
}

/** What only players that know it may use, such as pictures for fast winding (ISO/IEC 23009-1, 5.8.4.8). */
const isSpecial = (element: XmlElement): boolean =>
  childrenOf(element, 'EssentialProperty').some(({ attributes }) => !TILES.test(attributes.schemeIdUri ?? ''))

const typeOf = (mime: string, codecs: string): string => (mime && codecs ? `${mime}; codecs="${codecs}"` : mime)

/** What one representation is; what it does not say itself, its set does. */
const factsOf = (representation: XmlElement, set: XmlElement): Omit<Rendition, 'timeline'> | undefined => {
  const said = (name: string): string | undefined => representation.attributes[name] ?? set.attributes[name]
  const [mime = '', codecs = ''] = [said('mimeType'), said('codecs')]
  const named = [said('contentType') ?? '', mime, codecs]
  const [, kind] = KINDS.find(([pattern]) => named.some(each => pattern.test(each))) ?? []
  if (!kind) return undefined
  const [width, height] = [readWhole(said('width')), readWhole(said('height'))]
  const frameRate = readFrameRate(said('frameRate'))
  const roles = rolesOf(set)
  const role = roles.flatMap(each => ROLES[each] ?? [])[0]
  const tiles = tilesOf([representation, set])
  const label = childOf(set, 'Label')?.text.trim()
  return {
    id: representation.attributes.id ?? '',
    kind,
    type: typeOf(mime, codecs),
    bandwidth: readWhole(representation.attributes.bandwidth) ?? 0,
    ...(width && height && { width, height }),
    ...(frameRate !== undefined && { frameRate }),
    ...(set.attributes.lang && { language: set.attributes.lang }),
    ...(label && { label }),
    ...(roles.includes('main') && { isDefault: true }),
    ...(roles.includes('forced-subtitle') && { isForced: true }),
    ...(role && { role }),
    ...(tiles && { tiles })
  }
}

/** The renditions of one adaptation set; those that cannot be used are passed over, and told. */
export const readAdaptationSet = (set: XmlElement, place: SetPlace): readonly PeriodRendition[] => {
  const { reading, period, outer, isProtected } = place
  const base = baseOf(set, place.base, reading)
  return childrenOf(set, 'Representation').flatMap(representation => {
    const isEnciphered = [set, representation].some(each => childOf(each, 'ContentProtection'))
    if (isEnciphered) isProtected.value = true
    if (isEnciphered || isSpecial(set) || isSpecial(representation)) return []
    const facts = factsOf(representation, set)
    if (!facts) {
      reading.note(
        representation.at,
        'manifest-tag-missing',
        'A Representation does not say whether it is video, audio or text.',
        'write mimeType'
      )
      return []
    }
    const segments = segmentsOf({
      reading,
      period,
      base: baseOf(representation, base, reading),
      id: facts.id,
      bandwidth: facts.bandwidth,
      chain: [outer, set, representation]
    })
    return [{ facts, segments }]
  })
}
