import type { TimeRange } from '../time/ranges.ts'

/** What is told of one visit to one clip. Each report says all of the visit until now: a later one takes an earlier one's place. */
export interface WatchReport {
  /** What the clip is called: as its place is remembered by. */
  readonly clip: string
  /** What plays, in words; `''` while not known. */
  readonly title: string
  /** An id for this visit, made by chance: nothing in it is about the viewer. */
  readonly visit: string
  /** Counts the reports of a visit, from 1: of two, the one with the higher number holds. */
  readonly number: number
  /** Why it was made. `ended`: playback came to the end; `left`: the page, or the clip, was left. */
  readonly why: 'started' | 'going' | 'paused' | 'ended' | 'left'
  /** When, in milliseconds of `Date.now()`. */
  readonly at: number
  /** The length of the clip, in seconds; `null` while not known, and of what has no end. */
  readonly duration: number | null
  /** Where it is now, in seconds. */
  readonly position: number
  /** What was truly watched: stretches in seconds, in their order; none touches another. */
  readonly stretches: readonly (readonly [start: number, end: number])[]
  /** How long time ran, in seconds of the clip: what is watched twice counts twice. */
  readonly seconds: number
  /** How much of the clip was watched, from 0 to 1. */
  readonly share: number
  /** The last second that was watched. */
  readonly furthest: number
  /** How often it began to play from standing still. */
  readonly starts: number
  /** How often it came to its end. */
  readonly ends: number
}

const round = (seconds: number): number => Math.round(seconds * 1000) / 1000

/** Stretches as a report says them, to the millisecond. */
export const stretchesOf = (ranges: readonly TimeRange[]): WatchReport['stretches'] =>
  ranges.map(({ start, end }) => [round(start), round(end)] as const)
