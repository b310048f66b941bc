/** A report as it comes from a player: see the reference, "Progress". */
export interface KeptReport {
  readonly clip: string
  readonly title: string
  readonly visit: string
  readonly number: number
  readonly duration: number | null
  readonly position: number
  readonly stretches: readonly (readonly [start: number, end: number])[]
  readonly seconds: number
  readonly ends: number
}

/** What the reports of one clip say together. */
export interface Sums {
  readonly clip: string
  readonly title: string
  /** Seconds; the longest that was told. */
  readonly duration: number
  readonly visits: number
  /** Seconds that were watched in all; what was watched twice counts twice. */
  readonly seconds: number
  /** How many visits came to the end. */
  readonly ends: number
  /** By equal parts of the clip, from its start: how many visits watched it. */
  readonly watched: readonly number[]
  /** By the same parts: how many visits were left there. */
  readonly left: readonly number[]
}

/** A clip is drawn as so many parts. */
export const PARTS = 100

const isCount = (value: unknown): boolean => typeof value === 'number' && value >= 0 && Number.isFinite(value)

const isStretch = (value: unknown): boolean => Array.isArray(value) && value.length === 2 && value.every(isCount)

/** Whether something that was posted is a report. */
export const isReport = (value: unknown): value is KeptReport => {
  if (typeof value !== 'object' || value === null) return false
  const { clip, title, visit, number, duration, position, stretches, seconds, ends } = value as Partial<KeptReport>
  return (
    [clip, title, visit].every(text => typeof text === 'string' && text.length < 2000) &&
    [number, position, seconds, ends].every(isCount) &&
    (duration === null || isCount(duration)) &&
    Array.isArray(stretches) &&
    stretches.length < 1000 &&
    stretches.every(isStretch)
  )
}

const partAt = (seconds: number, duration: number): number =>
  Math.min(PARTS - 1, Math.max(0, Math.floor((seconds / duration) * PARTS)))

const sumUp = (reports: readonly KeptReport[]): Sums => {
  const duration = Math.max(...reports.map(report => report.duration ?? 0))
  const watched = new Array<number>(PARTS).fill(0)
  const left = new Array<number>(PARTS).fill(0)
  for (const { stretches, position } of duration > 0 ? reports : []) {
    const seen = new Set<number>()
    for (const [start, end] of stretches)
      for (let part = partAt(start, duration); part <= partAt(end - 1e-6, duration); part += 1) seen.add(part)
    for (const part of seen) watched[part] = (watched[part] ?? 0) + 1
    const at = partAt(position, duration)
    left[at] = (left[at] ?? 0) + 1
  }
  const [{ clip, title } = { clip: '', title: '' }] = reports.toReversed()
  return {
    clip,
    title,
    duration,
    visits: reports.length,
    seconds: reports.reduce((sum, { seconds }) => sum + seconds, 0),
    ends: reports.filter(({ ends }) => ends > 0).length,
    watched,
    left
  }
}

/** What reports say together, clip by clip; the most visited first. */
export const sumsOf = (reports: readonly KeptReport[]): readonly Sums[] => {
  const byClip = new Map<string, KeptReport[]>()
  for (const report of reports) byClip.set(report.clip, [...(byClip.get(report.clip) ?? []), report])
  return [...byClip.values()].map(sumUp).sort((a, b) => b.visits - a.visits)
}
