import { isRecord } from '../record.ts'
import type { WatchedPlace } from './resume.ts'

/** No more clips are remembered: those that were left longest ago go first. */
export const MOST_CLIPS = 300

/** Reads what was kept: by clip, where it was left. What is no such thing is passed over. */
export const readPlaces = (text: string): Map<string, WatchedPlace> => {
  const places = new Map<string, WatchedPlace>()
  let kept: unknown
  try {
    kept = JSON.parse(text)
  } catch {
    return places
  }
  for (const [key, place] of Object.entries(isRecord(kept) ? kept : {})) {
    const { position, duration, at, look } = isRecord(place) ? place : {}
    if (![position, duration, at].every(Number.isFinite)) continue
    places.set(key, { position, duration, at, ...(typeof look === 'string' && { look }) } as WatchedPlace)
  }
  return places
}

/** What is kept of places, the newest {@link MOST_CLIPS} of them. */
export const writePlaces = (places: ReadonlyMap<string, WatchedPlace>, most = MOST_CLIPS): string => {
  const newest = [...places].sort(([, a], [, b]) => b.at - a.at).slice(0, most)
  return JSON.stringify(Object.fromEntries(newest))
}

/** How loud and how fast a viewer likes it, wherever they are on a site. */
export interface Habits {
  /** From 0 to 1. */
  readonly volume?: number
  readonly muted?: boolean
  readonly playbackRate?: number
}

/** Reads what was kept of {@link Habits}; what cannot be so is left out. */
export const readHabits = (text: string): Habits => {
  let kept: unknown
  try {
    kept = JSON.parse(text)
  } catch {
    return {}
  }
  const { volume, muted, playbackRate } = isRecord(kept) ? kept : {}
  return {
    ...(typeof volume === 'number' && volume >= 0 && volume <= 1 && { volume }),
    ...(typeof muted === 'boolean' && { muted }),
    ...(typeof playbackRate === 'number' && playbackRate > 0 && playbackRate <= 16 && { playbackRate })
  }
}
