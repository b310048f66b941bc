/** What is remembered of a clip that was watched. */
export interface WatchedPlace {
  /** Where it was left, in seconds. */
  readonly position: number
  /** Its length, in seconds; not finite where it was not known, or has no end. */
  readonly duration: number
  /** When, in milliseconds of `Date.now()`. */
  readonly at: number
  /** Where an all-round picture was looked at, as `look-at` writes it. */
  readonly look?: string
}

/** When it is worth going on where a clip was left. */
export interface ResumeRules {
  /** Who left it so soon has hardly begun: seconds from its start. */
  readonly afterStart: number
  /** Who left it so late has seen it: seconds from its end. */
  readonly beforeEnd: number
  /** What is older is forgotten, in days. */
  readonly days: number
}

/** The rules where a page says nothing. */
export const RESUME_RULES: ResumeRules = { afterStart: 10, beforeEnd: 15, days: 90 }

const MILLISECONDS_A_DAY = 86_400_000

/**
 * Where to go on with a clip, in seconds; `undefined` where it is to begin at its start. A clip so short that the rules leave
 * nothing of it, and one without an end, begins there.
 * @param now milliseconds of `Date.now()`
 */
export const resumePlace = (
  { position, duration, at }: WatchedPlace,
  now: number,
  { afterStart, beforeEnd, days }: ResumeRules = RESUME_RULES
): number | undefined => {
  // A clock that was set back makes nothing older.
  const isOld = now - at > days * MILLISECONDS_A_DAY
  const isWithin = position >= afterStart && position <= duration - beforeEnd
  return isWithin && Number.isFinite(duration) && !isOld ? position : undefined
}
