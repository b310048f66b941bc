import { type Fault, fault } from '../../../core/fault.ts'
import type { Segment, Timeline } from '../../../core/streams/manifest.ts'
import { SLACK } from './playback/source-buffer.ts'

/** What is there of a track, and what has come of late. */
export interface FeedFacts {
  /** Where playback is, in seconds. */
  readonly position: number
  /** Where what is there from that place on ends; the place itself where nothing is. */
  readonly end: number
  /** What has come last since the last seek. */
  readonly last: Segment | undefined
  /** What came for the place begins behind it. */
  readonly isBehind: boolean
  /** What is there is put in anew. */
  readonly isRenewed: boolean
}

/** The segment that goes on where what is there ends, or that holds the place where playback is. */
export const nextSegment = ({ segments }: Timeline, facts: FeedFacts): Segment | undefined => {
  const { position, end, last, isBehind, isRenewed } = facts
  // Manifests round the times of their segments.
  if (last && isBehind) return segments.filter(({ start }) => start < last.start - SLACK).at(-1)
  // Ends are told a little short; where nothing is yet, the very place is wanted.
  const from = end > position ? end + SLACK : end
  const isNew = ({ start, part }: Segment): boolean =>
    isRenewed || !last || part > last.part || start > last.start + SLACK
  return segments.find(segment => segment.start + segment.duration > from && isNew(segment))
}

/** Whether what came for a place begins behind it: manifests round the times of their segments. @param ranges what is there */
export const beginsBehind = (
  ranges: readonly { readonly start: number; readonly end: number }[],
  position: number,
  { duration }: Segment
): boolean =>
  !ranges.some(({ start, end }) => start <= position + SLACK && end > position) &&
  ranges.some(({ start }) => start > position && start < position + duration)

/** The segment that holds a place, in seconds. */
export const segmentAt = ({ segments }: Timeline, time: number): Segment | undefined =>
  segments.find(({ start, duration }) => start <= time && time < start + duration)

/** A segment that is nowhere to be had. */
export const passedOver = ({ start, duration }: Segment): Fault =>
  fault(
    'segment-passed-over',
    `${duration.toFixed(1)} seconds from ${start.toFixed(1)} on cannot be had, and are passed over.`,
    'look for the faults before this one'
  )
