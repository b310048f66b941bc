import { nearestName } from '../../core/nearest-name.ts'
import { isStateName } from '../../core/playback/states.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { attributeOf } from '../scope/nodes.ts'
import { holdsState, stateNames } from '../yoke/own-names.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { leaveFocus } from './focus.ts'
import { coupleLater } from './later.ts'

interface Term {
  readonly state: string
  readonly holds: boolean
}

/** Reads `paused !muted`. */
const readTerms = (element: Element): readonly Term[] =>
  (attributeOf(element, 'data-yoke-when') ?? '')
    .split(/\s+/)
    .filter(Boolean)
    .map(word => ({ state: word.replace(/^!/, ''), holds: !word.startsWith('!') }))

/** Reports a misspelt state. A name that is close to none of ours may be defined by the page's script later. */
const reportMisspelling = (element: Element, name: string, yoke: YokeView): void => {
  const names = stateNames(yoke)
  if (nearestName(name, names)) tellMistake(yoke, element, ({ unknownState }) => unknownState(name, names))
}

/** By attribute: an SVG has no property of that name. */
const setHidden = (element: Element, isHidden: boolean): void =>
  void Element.prototype.toggleAttribute.call(element, 'hidden', isHidden)

const hide = (element: HTMLElement): void => {
  leaveFocus(element)
  setHidden(element, true)
}

/**
 * Couples `data-yoke-when`: the element shows only while all its terms hold. With a state that there is not it is left as it
 * is, until the state has been defined.
 */
export const coupleWhen = (element: HTMLElement, yoke: YokeView): Coupling => {
  const terms = readTerms(element)
  const isDefined = (seen: YokeView): boolean =>
    terms.every(({ state }) => isStateName(state) || seen.authorStates.has(state))
  if (!isDefined(yoke)) {
    for (const { state } of terms) if (!isStateName(state)) reportMisspelling(element, state, yoke)
    return coupleLater(yoke, isDefined, () => coupleWhen(element, yoke))
  }
  const holds = (seen: YokeView): boolean => terms.every(({ state, holds }) => holdsState(state, seen) === holds)
  const show = (shown: boolean): void => {
    if (shown) setHidden(element, false)
    // After everything else has been shown, so that focus finds the control that comes in this one's place.
    else queueMicrotask(() => holds(yoke) || yoke.disposed || hide(element))
  }
  setHidden(element, !holds(yoke))
  return { release: yoke.subscribe(holds, show) }
}
