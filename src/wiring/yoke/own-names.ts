import type { Availability } from '../../core/playback/availability.ts'
import { isStateName, STATE_NAMES, STATES } from '../../core/playback/states.ts'
import type { YokeView } from './yoke-view.ts'

/** Functions of authors that have failed: told once of each. */
const failed = new WeakSet<object>()

/** Asks a function of an author's own; `undefined` where it throws, which is told once. */
export const askOwn = <Answer>(own: object, yoke: YokeView, ask: () => Answer): Answer | undefined => {
  try {
    return ask()
  } catch (cause) {
    if (!failed.has(own)) yoke.subscriberFailed(cause)
    failed.add(own)
    return undefined
  }
}

/** The names of all states of a yoke: the library's, and those of its author. */
export const stateNames = ({ authorStates }: YokeView): readonly string[] => [...STATE_NAMES, ...authorStates.keys()]

/** Whether a state holds; one that nobody knows does not. */
export const holdsState = (name: string, yoke: YokeView): boolean => {
  if (isStateName(name)) return STATES[name](yoke.snapshot)
  const own = yoke.authorStates.get(name)
  return own !== undefined && askOwn(own, yoke, () => own(yoke)) === true
}

/** Whether a command of an author's own can run; `undefined` for one that is none. */
export const ownAvailability = (name: string, yoke: YokeView): Availability | undefined => {
  const own = yoke.commands.get(name)
  return own && (askOwn(own, yoke, () => own.availability?.(yoke)) ?? 'now')
}
