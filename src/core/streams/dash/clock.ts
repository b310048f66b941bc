import type { StreamClock } from '../manifest.ts'

/** What a server answers that is asked for the time. */
export interface ClockAnswer {
  readonly text: string
  /** What its header says, in milliseconds since 1970. */
  readonly date: number
}

/**
 * Milliseconds that the clock which a manifest names (ISO/IEC 23009-1, 5.8.5.7) is ahead of that of the device; 0 where it cannot be
 * read.
 * @param ask asks the server that tells the time; `undefined` where nothing comes
 */
export const readClock = async (
  { way, value }: StreamClock,
  ask: (src: string) => Promise<ClockAnswer | undefined>
): Promise<number> => {
  const answer = way === 'direct' ? { text: value, date: Number.NaN } : await ask(value)
  const time = way === 'head' ? answer?.date : Date.parse(answer?.text.trim() ?? '')
  return time !== undefined && Number.isFinite(time) ? time - Date.now() : 0
}
