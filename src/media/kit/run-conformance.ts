import type { MediaAdapter } from '../adapter.ts'
import { CONFORMANCE_CASES } from './cases.ts'
import type { ConformanceCase, ConformanceSubject } from './subject.ts'

/** How one case ended. */
export interface ConformanceOutcome {
  readonly name: string
  readonly ok: boolean
  /** Why not, where it is not ok, and how the media stood then. */
  readonly message: string
}

const inShort = (seconds: number): number => Number(seconds.toFixed(2))

const describeMedia = ({ readyState, currentTime, duration, paused, seeking, ended, error }: MediaAdapter): string => {
  const holds = Object.entries({ paused, seeking, ended, error }).flatMap(([name, value]) => (value ? [name] : []))
  const is = [...holds, ...(error?.message ? [error.message] : [])].join(', ')
  return `at ${inShort(currentTime)} of ${inShort(duration)} s, readyState ${readyState}${is && `, ${is}`}`
}

/** Runs one case on a fresh subject. Never rejects: what goes wrong is the outcome. */
export const runCase = async (
  { name, run }: ConformanceCase,
  createSubject: () => ConformanceSubject | Promise<ConformanceSubject>
): Promise<ConformanceOutcome> => {
  let subject: ConformanceSubject | undefined
  try {
    subject = await createSubject()
    await run(subject)
    return { name, ok: true, message: '' }
  } catch (thrown) {
    const why = thrown instanceof Error ? thrown.message : String(thrown)
    return { name, ok: false, message: subject ? `${why} (${describeMedia(subject.media)})` : why }
  } finally {
    subject?.dispose()
  }
}

/** Tries every promise of the adapter contract, one after the other, each on a fresh subject. */
export const runConformance = async (
  createSubject: () => ConformanceSubject | Promise<ConformanceSubject>,
  cases: readonly ConformanceCase[] = CONFORMANCE_CASES
): Promise<readonly ConformanceOutcome[]> => {
  const outcomes: ConformanceOutcome[] = []
  for (const item of cases) outcomes.push(await runCase(item, createSubject))
  return outcomes
}

/** What came of a run, for people: how many promises hold, and of each other one what it is and why it does not. */
export const describeOutcomes = (name: string, outcomes: readonly ConformanceOutcome[]): string => {
  const broken = outcomes.filter(({ ok }) => !ok)
  const kept = outcomes.length - broken.length
  const lines = broken.map(({ name: promise, message }) => `  ${promise}\n    ${message}`)
  return [
    `${name}: ${kept} of ${outcomes.length} promises hold${lines.length > 0 ? '; these do not:' : '.'}`,
    ...lines
  ].join('\n')
}
