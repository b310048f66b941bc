import type { Cue } from '../captions/cue.ts'
import { parseCueText, plainCueText } from '../captions/text/parse-cue-text.ts'
import type { Clip } from '../documents/clip-schema.ts'
import { dialectOf } from '../hosted/addresses.ts'
import type { DialectData } from '../hosted/dialect.ts'
import { placeMoments } from '../moments/placed-moments.ts'
import { tryReadMoment } from '../moments/read-moments.ts'
import { formatDatetime } from '../time/clock.ts'
import { addressesOf } from './services.ts'

/** What search engines are told of a clip. */
export interface VideoFacts {
  /** Its addresses as the page says them. */
  readonly clip: Clip
  readonly title: string
  readonly isSound: boolean
  /** Seconds. */
  readonly duration?: number | undefined
  /** The day since when it can be watched, as `2026-03-21`. */
  readonly published: string
  readonly lang: string
  /** What is said in it, in the language of the page. */
  readonly cues: readonly Cue[]
  /** The address of the page, once it is known where it will be. */
  readonly page?: string | undefined
  /** Makes an address of the page whole; it cannot before it is known where the page will be. */
  readonly whole: (address: string) => string | undefined
  /** What the services that show it are like. */
  readonly services: readonly DialectData[]
}

/** The poster's address, if it has one. */
const posterAddress = ({ poster }: Clip): string | undefined => {
  if (typeof poster === 'string') return poster
  return poster && 'src' in poster ? poster.src : undefined
}

/** Its media file; the address of a service is none. */
const firstFile = ({ clip, services }: VideoFacts): string | undefined =>
  addressesOf(clip).find(address => !dialectOf(services, address))

const wholeOf = (address: string | undefined, { whole }: VideoFacts): string | undefined =>
  address === undefined ? undefined : whole(address)

/** Its moments as schema.org's `Clip`: search engines show them as key moments. */
const partsOf = ({ clip, duration }: VideoFacts): readonly object[] => {
  const moments = (clip.moments ?? []).flatMap(entry => {
    const read = tryReadMoment(entry as Parameters<typeof tryReadMoment>[0])
    return read.ok ? [read.value] : []
  })
  const placed = placeMoments(moments, duration === undefined ? undefined : { start: 0, end: duration })
  return placed.map(({ start, end, moment }) => ({
    '@type': 'Clip',
    name: moment.label,
    startOffset: Math.round(start),
    ...(Number.isFinite(end)
      ? { endOffset: Math.round(end) }
      : duration !== undefined && { endOffset: Math.round(duration) })
  }))
}

/** Each thing said once, in its order. */
const transcriptOf = (cues: readonly Cue[]): string =>
  cues
    .map(({ text }) => plainCueText(parseCueText(text)).replace(/\s+/g, ' ').trim())
    .filter((text, index, all) => text !== '' && text !== all[index - 1])
    .join(' ')

/** A clip as schema.org's `VideoObject` or `AudioObject`, to be written as JSON-LD. */
export const videoObject = (facts: VideoFacts): Readonly<Record<string, unknown>> => {
  const { clip, title, isSound, duration, published, lang, cues, page } = facts
  const parts = partsOf(facts)
  const transcript = transcriptOf(cues)
  return {
    '@context': 'https://schema.org',
    '@type': isSound ? 'AudioObject' : 'VideoObject',
    name: title,
    description: title,
    inLanguage: lang,
    uploadDate: published,
    ...(duration !== undefined && { duration: formatDatetime(Math.round(duration)) }),
    thumbnailUrl: wholeOf(posterAddress(clip), facts),
    contentUrl: wholeOf(firstFile(facts), facts),
    embedUrl: page,
    ...(transcript !== '' && { transcript }),
    ...(parts.length > 0 && { hasPart: parts })
  }
}

/** The same for those who show a card of a link (Open Graph protocol). Nothing until it is known where the page will be. */
export const shareProperties = (facts: VideoFacts): Readonly<Record<string, string>> => {
  const { clip, title, isSound, page } = facts
  const image = wholeOf(posterAddress(clip), facts)
  const media = wholeOf(firstFile(facts), facts)
  if (page === undefined) return {}
  return {
    'og:type': isSound ? 'music.song' : 'video.other',
    'og:title': title,
    'og:url': page,
    ...(image && { 'og:image': image }),
    ...(media && { [isSound ? 'og:audio' : 'og:video']: media })
  }
}
