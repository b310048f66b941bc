/** What is chosen among, and what is known of the line and of what is in store. */
export interface QualityQuestion {
  /** Bits a second of each quality, ascending. */
  readonly ladder: readonly number[]
  /** Which of them came last; absent at the beginning. */
  readonly last?: number | undefined
  /** Seconds that are in store. */
  readonly buffer: number
  /** Seconds that may be in store. */
  readonly room: number
  /** Bits a second that may be counted on. */
  readonly line: number
  /** Seconds of a segment. */
  readonly duration: number
}

/** How much one second of waiting weighs: as much as three seconds of a picture that is e times as rich. */
const WAIT_WEIGHT = 3
/** And how much that there is a wait at all: many short ones are worse than a long one. */
const WAIT_COST = 2
/** How much a change of quality weighs, for each factor of e. */
const CHANGE_WEIGHT = 1
/** How much each second weighs that is not in store when a segment has come: a line may fall behind what it gave. */
const RESERVE_WEIGHT = 0.5
/** Segments that are looked ahead at most, and ways that are gone through for that. */
const FARTHEST = 5
const MOST_WAYS = 20_000

/** What a quality is worth: what is seen grows with the logarithm of its rate. */
export const worthOf = (rate: number, ladder: readonly number[]): number => Math.log(rate / (ladder[0] || rate))

/** What one segment adds: its worth, less what its change and the wait for it cost. */
export const scoreOf = (worth: number, before: number | undefined, waited: number): number =>
  worth - CHANGE_WEIGHT * Math.abs(worth - (before ?? worth)) - (waited > 0 ? WAIT_COST + WAIT_WEIGHT * waited : 0)

/**
 * Chooses the quality of the next segment from what the line gives and what is in store: the one by which the next segments can
 * be had best, a picture that is rich and steady and does not wait. The way of X. Yin and others, "A Control-Theoretic
 * Approach for Dynamic Adaptive Video Streaming over HTTP" (SIGCOMM 2015), with a worth that grows by the logarithm of the
 * rate, as in K. Spiteri and others, "BOLA" (INFOCOM 2016), section II, and a reserve of one segment that is not drawn on without
 * need.
 * @returns its place in the ladder, from 0
 */
export const chooseQuality = ({ ladder, last, buffer, room, line, duration }: QualityQuestion): number => {
  const worths = ladder.map(rate => worthOf(rate, ladder))
  const seconds = ladder.map(rate => (rate * duration) / line)
  const ahead = Math.max(1, Math.min(FARTHEST, Math.floor(Math.log(MOST_WAYS) / Math.log(Math.max(2, ladder.length)))))
  const richest = worths.at(-1) ?? 0
  let best = { score: Number.NEGATIVE_INFINITY, first: 0 }
  const go = (
    left: number,
    store: number,
    before: number | undefined,
    score: number,
    first: number | undefined
  ): void => {
    if (left === 0) {
      if (score > best.score) best = { score, first: first ?? 0 }
      return
    }
    // Not even the richest picture without a wait would be better.
    if (score + left * richest <= best.score) return
    for (let quality = ladder.length - 1; quality >= 0; quality -= 1) {
      const [worth = 0, takes = 0] = [worths[quality], seconds[quality]]
      const waited = Math.max(0, takes - store)
      const rest = Math.max(0, store - takes)
      const lacking = RESERVE_WEIGHT * Math.max(0, duration - rest)
      const scored = score + scoreOf(worth, before, waited) - lacking
      go(left - 1, Math.min(room, rest + duration), worth, scored, first ?? quality)
    }
  }
  go(ahead, buffer, last === undefined ? undefined : worths[last], 0, undefined)
  return best.first
}

/** A quality as far as its size matters. */
export interface SizedQuality {
  /** Bits a second. */
  readonly bandwidth: number
  /** Pixels of its picture. */
  readonly width?: number
  readonly height?: number
}

/** Where a picture is shown. */
export interface QualityLimits {
  /** Device pixels. */
  readonly width?: number
  readonly height?: number
  /** The smallest will do. */
  readonly saveData?: boolean
}

/**
 * The qualities that may be chosen among, by their rate: none beyond the smallest that fills the box, and only the smallest
 * where data is to be saved. Never empty where there are some.
 */
export const allowedQualities = <Quality extends SizedQuality>(
  qualities: readonly Quality[],
  { width = 0, height = 0, saveData = false }: QualityLimits
): readonly Quality[] => {
  const sorted = [...qualities].sort((a, b) => a.bandwidth - b.bandwidth)
  if (saveData) return sorted.slice(0, 1)
  if (width <= 0 || height <= 0) return sorted
  // A picture is fitted into the box: it is large enough where either side is.
  const fills = (quality: Quality): boolean => (quality.width ?? 0) >= width || (quality.height ?? 0) >= height
  const enough = sorted.filter(fills).map(quality => (quality.width ?? 0) * (quality.height ?? 0))
  if (enough.length === 0) return sorted
  const smallest = Math.min(...enough)
  return sorted.filter(quality => (quality.width ?? 0) * (quality.height ?? 0) <= smallest)
}
