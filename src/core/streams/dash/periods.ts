import type { IndexedFile, Rendition, Segment, Timeline } from '../manifest.ts'
import type { PeriodRendition } from './representations.ts'
import type { PeriodSegments } from './segments.ts'

/** What the timelines of all renditions have in common. */
export type TimelineFacts = Omit<Timeline, 'segments' | 'longest'>

/** A rendition with what each period holds of it. */
interface Joined {
  readonly facts: PeriodRendition['facts']
  readonly periods: PeriodSegments[]
}

/** Renditions of one track: the same kind of thing in the same language, for the same. */
const trackOf = ({ kind, language = '', role = '', label = '' }: PeriodRendition['facts']): string =>
  JSON.stringify([kind, language, role, label])

const isFile = (segments: PeriodSegments): segments is IndexedFile => 'index' in segments

/** The rendition of a period that goes on for one of the period before: by its name, else by its place in its track. */
const nextOf = ({ facts }: Joined, track: readonly PeriodRendition[], rank: number): PeriodRendition | undefined =>
  track.find(each => each.facts.id === facts.id) ?? track[Math.min(rank, track.length - 1)]

const byBandwidth = <Each extends { readonly facts: PeriodRendition['facts'] }>(
  list: readonly Each[]
): readonly Each[] => [...list].sort((a, b) => a.facts.bandwidth - b.facts.bandwidth)

const tracksOf = (period: readonly PeriodRendition[]): ReadonlyMap<string, readonly PeriodRendition[]> => {
  const tracks = new Map<string, PeriodRendition[]>()
  for (const each of period) {
    const track = tracks.get(trackOf(each.facts))
    if (track) track.push(each)
    else tracks.set(trackOf(each.facts), [each])
  }
  return tracks
}

/** What is long is not listed by spreading it into a call. */
const longestOf = (segments: readonly Segment[]): number =>
  segments.reduce((longest, { duration }) => Math.max(longest, duration), 0)

const timelineOf = (periods: readonly PeriodSegments[], facts: TimelineFacts): Rendition['timeline'] => {
  const files = periods.filter(isFile)
  if (files.length > 0) return { from: 'index', files }
  const segments = periods.flatMap(each => (isFile(each) ? [] : each))
  return { segments, longest: longestOf(segments), ...facts }
}

/** Puts together what the periods hold of each rendition (ISO/IEC 23009-1, 5.3.2). */
export const joinPeriods = (
  periods: readonly (readonly PeriodRendition[])[],
  facts: TimelineFacts
): readonly Rendition[] => {
  const joined = new Map<string, Joined[]>()
  for (const period of periods)
    for (const [key, track] of tracksOf(period)) {
      const before = joined.get(key)
      if (!before)
        joined.set(
          key,
          [...byBandwidth(track)].map(each => ({ facts: each.facts, periods: [each.segments] }))
        )
      else
        for (const [rank, each] of before.entries()) {
          const next = nextOf(each, byBandwidth(track), rank)
          if (next) each.periods.push(next.segments)
        }
    }
  const ids = new Set<string>()
  return [...joined.values()].flat().map(each => {
    let { id } = each.facts
    for (let count = 2; ids.has(id) || id === ''; count += 1) id = `${each.facts.id || each.facts.kind} ${count}`
    ids.add(id)
    return { ...each.facts, id, timeline: timelineOf(each.periods, facts) }
  })
}
