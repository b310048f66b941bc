import type { ByteRange, IndexedFile, InitSegment, Segment } from '../manifest.ts'
import { MOST_SEGMENTS, type Reading } from '../reading.ts'
import { readByteRange, readWhole } from './times.ts'
import { childOf, childrenOf, type XmlElement } from './xml.ts'

/** A period, as far as its segments concern it; times in seconds of the stream. */
export interface PeriodTimes {
  readonly index: number
  readonly start: number
  /** `Infinity` where it is open. */
  readonly end: number
  /** What can be had of a live stream, from when to when; all of another one. */
  readonly from: number
  readonly until: number
  readonly isLive: boolean
  /** When second 0 of the stream was recorded, in milliseconds since 1970; of a live stream. */
  readonly epoch: number | undefined
}

/** A representation, as far as its segments concern it. */
export interface SegmentContext {
  readonly reading: Reading
  readonly period: PeriodTimes
  /** Whole address that its own are relative to. */
  readonly base: string
  readonly id: string
  readonly bandwidth: number
  /** From the outermost to the innermost element that may say something of segments. */
  readonly chain: readonly XmlElement[]
}

/** The segments of one representation in one period, or the file whose index tells them. */
export type PeriodSegments = readonly Segment[] | IndexedFile

type Found = { readonly name: string; readonly levels: readonly XmlElement[] }

/** What says something of segments, innermost last: outer ones say what inner ones leave out (ISO/IEC 23009-1, 5.3.9.1). */
const segmentInformation = (chain: readonly XmlElement[]): Found | undefined => {
  for (const name of ['SegmentTemplate', 'SegmentList', 'SegmentBase']) {
    const levels = chain.flatMap(each => childrenOf(each, name).slice(0, 1))
    if (levels.length > 0) return { name, levels }
  }
  return undefined
}

const attributeOf = ({ levels }: Found, name: string): string | undefined =>
  levels.flatMap(({ attributes }) => attributes[name] ?? []).at(-1)

const childIn = ({ levels }: Found, name: string): XmlElement | undefined =>
  levels.flatMap(level => childOf(level, name) ?? []).at(-1)

const PLACE = /\$(RepresentationID|Number|Bandwidth|Time|)(?:%0(\d{1,2})d)?\$/g

/** Fills a template in (ISO/IEC 23009-1, 5.3.9.4.4). */
const fillTemplate = (template: string, values: Readonly<Record<string, number | string>>): string =>
  template.replace(PLACE, (_, name: string, width: string | undefined) =>
    name === '' ? '$' : String(values[name] ?? '').padStart(Number(width ?? 0), '0')
  )

/** One stretch of equal segments: when it begins, and how many there are, in units of the timescale. */
interface Stretch {
  readonly time: number
  readonly each: number
  readonly count: number
}

/** The stretches of a `SegmentTimeline` (ISO/IEC 23009-1, 5.3.9.6). @param end where the last open one ends. */
const stretchesOf = (timeline: XmlElement, end: number, reading: Reading): readonly Stretch[] => {
  const stretches: Stretch[] = []
  const rows = childrenOf(timeline, 'S')
  let time = 0
  for (const [index, { attributes, at }] of rows.entries()) {
    const each = readWhole(attributes.d) ?? 0
    time = readWhole(attributes.t) ?? time
    if (each === 0) {
      reading.note(at, 'manifest-tag-unreadable', 'An S does not say its length.', 'write d, in units of the timescale')
      continue
    }
    const repeats = Number(attributes.r ?? 0)
    const next = readWhole(rows[index + 1]?.attributes.t) ?? end
    const count = repeats < 0 ? Math.ceil((next - time) / each - 1e-9) : repeats + 1
    // An open one that ends nowhere: as many as there may be at all.
    stretches.push({ time, each, count: Math.max(0, Math.min(count || 0, MOST_SEGMENTS + 1)) })
    time += each * count
  }
  return stretches
}

const initOf = (found: Found, context: SegmentContext): InitSegment | undefined => {
  const { reading, base, id, bandwidth } = context
  const element = childIn(found, 'Initialization')
  const range = readByteRange(element?.attributes.range)
  const template = attributeOf(found, 'initialization')
  const written =
    element?.attributes.sourceURL ??
    (template === undefined ? undefined : fillTemplate(template, { RepresentationID: id, Bandwidth: bandwidth }))
  if (written === undefined && !range) return undefined
  const src = written === undefined ? base : reading.address(written, element?.at ?? found.levels[0]?.at ?? 0, base)
  return src === undefined ? undefined : { src, ...(range && { range }) }
}

/** What all segments of a representation in a period have in common. */
interface Common {
  readonly scale: number
  readonly first: number
  /** Units of its media at the beginning of the period. */
  readonly zero: number
  readonly init: InitSegment | undefined
}

const commonOf = (found: Found, context: SegmentContext): Common => ({
  scale: readWhole(attributeOf(found, 'timescale')) || 1,
  first: readWhole(attributeOf(found, 'startNumber')) ?? 1,
  zero: readWhole(attributeOf(found, 'presentationTimeOffset')) ?? 0,
  init: initOf(found, context)
})

/** A segment by its place in its media; `undefined` where it is not to be had at this moment. */
const segmentOf = (
  { scale, zero, init }: Common,
  { period }: SegmentContext,
  place: {
    readonly time: number
    readonly each: number
    readonly number: number
    readonly src: string
    readonly range?: ByteRange
  }
): Segment | undefined => {
  const start = period.start + (place.time - zero) / scale
  const end = Math.min(start + place.each / scale, period.end)
  const slack = 1e-6
  if (end <= Math.max(period.start, period.from) + slack || start >= period.end - slack) return undefined
  if (period.isLive && end > period.until + slack) return undefined
  return {
    src: place.src,
    ...(place.range && { range: place.range }),
    number: place.number,
    start,
    duration: end - start,
    part: period.index,
    offset: period.start - zero / scale,
    ...(init && { init }),
    ...(period.epoch !== undefined && { date: period.epoch + start * 1000 })
  }
}

/** Seconds that a period lasts, as far as it can be known: of a live one, until now. */
const reachOf = ({ start, end, until }: PeriodTimes): number => Math.max(0, Math.min(end, until) - start)

const byTemplate = (found: Found, context: SegmentContext): readonly Segment[] => {
  const { reading, period, base, id, bandwidth } = context
  const common = commonOf(found, context)
  const at = found.levels[0]?.at ?? 0
  const template = attributeOf(found, 'media')
  if (template === undefined) {
    reading.note(at, 'manifest-tag-missing', 'A SegmentTemplate names no media.', 'write media="…$Number$…"')
    return []
  }
  const timeline = childIn(found, 'SegmentTimeline')
  const each = readWhole(attributeOf(found, 'duration')) ?? 0
  if (!timeline && each === 0) {
    reading.note(
      at,
      'manifest-tag-missing',
      'A SegmentTemplate does not say how long its segments are.',
      'write duration, or a SegmentTimeline'
    )
    return []
  }
  const reach = reachOf(period) * common.scale
  // By number alone, only those are gone over that can be had.
  const skipped = timeline ? 0 : Math.max(0, Math.floor(((period.from - period.start) * common.scale) / each))
  // What is listed can be had, whatever the clock says.
  const listed = timeline ? { ...context, period: { ...period, from: 0, until: Number.POSITIVE_INFINITY } } : context
  const stretches = timeline
    ? stretchesOf(timeline, common.zero + reach, reading)
    : [{ time: common.zero + skipped * each, each, count: Math.ceil(reach / each - 1e-9) - skipped }]
  const segments: Segment[] = []
  let number = common.first + skipped
  for (const { time, each, count } of stretches)
    for (let index = 0; index < count && segments.length <= MOST_SEGMENTS; index += 1) {
      const values = { RepresentationID: id, Bandwidth: bandwidth, Number: number, Time: time + index * each }
      const place = { time: time + index * each, each, number, src: fillTemplate(template, values) }
      number += 1
      const segment = segmentOf(common, listed, place)
      const src = segment && reading.address(segment.src, at, base)
      if (segment && src) segments.push({ ...segment, src })
      else if (segment) return []
    }
  return segments
}

const byList = (found: Found, context: SegmentContext): readonly Segment[] => {
  const { reading, base, period } = context
  const common = commonOf(found, context)
  const rows = found.levels.flatMap(level => childrenOf(level, 'SegmentURL')).slice(0, MOST_SEGMENTS + 1)
  const timeline = childIn(found, 'SegmentTimeline')
  const each = readWhole(attributeOf(found, 'duration')) ?? reachOf(period) * common.scale
  const times = timeline
    ? stretchesOf(timeline, common.zero + reachOf(period) * common.scale, reading).flatMap(({ time, each, count }) =>
        Array.from({ length: Math.min(count, rows.length) }, (_, index) => ({ time: time + index * each, each }))
      )
    : rows.map((_, index) => ({ time: common.zero + index * each, each }))
  return rows.flatMap(({ attributes, at }, index) => {
    const src = attributes.media === undefined ? base : reading.address(attributes.media, at, base)
    const range = readByteRange(attributes.mediaRange)
    const time = times[index]
    if (!src || !time) return []
    return segmentOf(common, context, { ...time, number: common.first + index, src, ...(range && { range }) }) ?? []
  })
}

/** One file: its index tells its segments; without one it is fetched at once. */
const byFile = (found: Found | undefined, context: SegmentContext): PeriodSegments => {
  const { period, base } = context
  const none: Found = { name: '', levels: [] }
  const common = commonOf(found ?? none, context)
  const index = readByteRange(attributeOf(found ?? none, 'indexRange'))
  const offset = period.start - common.zero / common.scale
  if (index)
    return {
      src: base,
      index,
      ...(common.init && { init: common.init }),
      start: period.start,
      offset,
      end: period.end,
      part: period.index
    }
  const duration = reachOf(period)
  return [{ src: base, number: 1, start: period.start, duration, part: period.index, offset }]
}

/** The segments of a representation in one period. */
export const segmentsOf = (context: SegmentContext): PeriodSegments => {
  const found = segmentInformation(context.chain)
  if (found?.name === 'SegmentTemplate') return byTemplate(found, context)
  return found?.name === 'SegmentList' ? byList(found, context) : byFile(found, context)
}
