import { type Availability, availabilityOf, isCommandOn } from '../../core/playback/availability.ts'
import { isCommandName } from '../../core/playback/commands.ts'
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

/** Whether a command can run, one of the library's or an author's own; `later` for one that nobody knows. */
export const availabilityIn = (name: string, yoke: YokeView): Availability => {
  const own = yoke.commands.get(name)
  if (own) return askOwn(own, yoke, () => own.availability?.(yoke)) ?? 'now'
  return isCommandName(name) ? availabilityOf(name, yoke.snapshot) : 'later'
}

/** Whether what a command stands for is so now; `undefined` for one that sets nothing. */
export const isOn = (name: string, value: string, yoke: YokeView): boolean | undefined => {
  const own = yoke.commands.get(name)
  if (own) return askOwn(own, yoke, () => own.isOn?.(value, yoke))
  return isCommandName(name) ? isCommandOn(name, value, yoke.snapshot) : undefined
}
