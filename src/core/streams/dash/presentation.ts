import { type Fault, fault, type Result, refuse, succeed } from '../../fault.ts'
import type { ReadManifest, StreamClock } from '../manifest.ts'
import { LONGEST_MANIFEST, type ManifestFault, placeIn, Reading } from '../reading.ts'
import { baseOf } from './base.ts'
import { joinPeriods } from './periods.ts'
import { type PeriodRendition, readAdaptationSet } from './representations.ts'
import type { PeriodTimes } from './segments.ts'
import { readDate, readDuration } from './times.ts'
import { childrenOf, readXml, type XmlElement } from './xml.ts'

/** A window of a live stream that says nothing of its length, in seconds. */
const USUAL_WINDOW = 3600
/** A live manifest that does not say when it changes is read anew after so many seconds. */
const USUAL_REFRESH = 5
/** No oftener than this, in seconds. */
const SOONEST_REFRESH = 1

/** Where a live stream stands. */
interface LiveTimes {
  readonly isLive: boolean
  readonly epoch: number | undefined
  readonly from: number
  readonly until: number
}

const liveTimes = ({ attributes }: XmlElement, now: number): LiveTimes => {
  const isLive = attributes.type === 'dynamic'
  if (!isLive) return { isLive, epoch: undefined, from: 0, until: Number.POSITIVE_INFINITY }
  const epoch = readDate(attributes.availabilityStartTime) ?? 0
  const until = (now - epoch) / 1000
  return { isLive, epoch, from: until - (readDuration(attributes.timeShiftBufferDepth) ?? USUAL_WINDOW), until }
}

/** When each period begins and ends (ISO/IEC 23009-1, 5.3.2.1). */
const periodTimes = (periods: readonly XmlElement[], duration: number | undefined, live: LiveTimes): PeriodTimes[] => {
  const starts: number[] = []
  for (const [index, period] of periods.entries()) {
    const before = periods[index - 1]
    const ended = index === 0 ? 0 : (starts[index - 1] ?? 0) + (readDuration(before?.attributes.duration) ?? 0)
    starts.push(readDuration(period.attributes.start) ?? ended)
  }
  return periods.map(({ attributes }, index) => {
    const start = starts[index] ?? 0
    const own = readDuration(attributes.duration)
    const end = own === undefined ? (starts[index + 1] ?? duration ?? Number.POSITIVE_INFINITY) : start + own
    return { index, start, end, ...live }
  })
}

const CLOCKS: readonly (readonly [RegExp, StreamClock['way']])[] = [
  [/utc:direct:/, 'direct'],
  [/utc:http-(?:xsdate|iso):/, 'text'],
  [/utc:http-head:/, 'head']
]

const clockOf = (root: XmlElement, reading: Reading): StreamClock | undefined => {
  for (const { attributes, at } of childrenOf(root, 'UTCTiming')) {
    const [, way] = CLOCKS.find(([scheme]) => scheme.test(attributes.schemeIdUri ?? '')) ?? []
    if (!way) continue
    if (way === 'direct') return { way, value: attributes.value ?? '' }
    const value = reading.address((attributes.value ?? '').split(/\s+/)[0] ?? '', at)
    if (value) return { way, value }
  }
  return undefined
}

const located = (reason: Fault, text: string, at: number): ManifestFault => ({ ...reason, ...placeIn(text, at) })

/**
 * Reads a media presentation description (ISO/IEC 23009-1). Faults: `manifest-unreadable`, with its place;
 * `manifest-too-large`; `stream-key-unsupported`.
 * @param src its whole address
 * @param now milliseconds since 1970 by the clock of whoever made it: which segments of a live stream can be had
 */
export const tryReadPresentation = (text: string, src: string, now: number): Result<ReadManifest> => {
  if (text.length > LONGEST_MANIFEST)
    return refuse(fault('manifest-too-large', 'The manifest is larger than 16 MB.', 'name segments by a template'))
  const read = readXml(text)
  if (!read.ok) return refuse(located(read.fault, text, read.at ?? 0))
  const root = read.value
  if (root.name !== 'MPD')
    return refuse(
      located(
        fault('manifest-unreadable', `A manifest is an <MPD>, and this is a <${root.name}>.`, 'look at the address'),
        text,
        root.at
      )
    )
  const reading = new Reading(text, src)
  const live = liveTimes(root, now)
  const duration = readDuration(root.attributes.mediaPresentationDuration)
  const base = baseOf(root, src, reading)
  const periods = childrenOf(root, 'Period')
  const times = periodTimes(periods, duration, live)
  const isProtected = { value: false }
  const parts = periods.map((period, index): readonly PeriodRendition[] => {
    const place = { reading, period: times[index] as PeriodTimes, base: baseOf(period, base, reading), isProtected }
    return childrenOf(period, 'AdaptationSet').flatMap(set => readAdaptationSet(set, { ...place, outer: period }))
  })
  const update = readDuration(root.attributes.minimumUpdatePeriod)
  const delay = readDuration(root.attributes.suggestedPresentationDelay)
  const refresh = live.isLive ? Math.max(SOONEST_REFRESH, update ?? USUAL_REFRESH) : undefined
  const renditions = joinPeriods(parts, {
    isEnded: !live.isLive,
    ...(refresh !== undefined && { refresh }),
    ...(delay !== undefined && { delay })
  })
  if (renditions.length === 0 && isProtected.value)
    return refuse(
      fault(
        'stream-key-unsupported',
        'All that is in the stream is enciphered for a system of keys.',
        'name a form of it that is not'
      )
    )
  const last = times.at(-1)?.end ?? Number.POSITIVE_INFINITY
  const whole = duration ?? (Number.isFinite(last) ? last : undefined)
  const clock = clockOf(root, reading)
  return succeed({
    manifest: {
      type: 'application/dash+xml',
      src,
      renditions,
      ...(!live.isLive && whole !== undefined && { duration: whole }),
      ...(clock && { clock })
    },
    faults: reading.faults
  })
}
