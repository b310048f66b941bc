import { isStateName, STATE_NAMES, STATES, type StateName } from '../../core/playback/states.ts'
import { attributeOf } from '../scope/nodes.ts'
import { unknownName } from '../yoke/unknown-name.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { leaveFocus } from './focus.ts'

interface Term {
  readonly state: StateName
  readonly holds: boolean
}

/** Reads `paused !muted`; a name that is no state is told, and the element is left as it is. */
const readTerms = (element: Element, yoke: YokeView): readonly Term[] | undefined => {
  const words = (attributeOf(element, 'data-yoke-when') ?? '').split(/\s+/).filter(Boolean)
  const terms: Term[] = []
  for (const word of words) {
    const state = word.replace(/^!/, '')
    if (!isStateName(state)) {
      yoke.raise(unknownName('state-unknown', 'data-yoke-when', state, 'state', STATE_NAMES), element)
      return undefined
    }
    terms.push({ state, holds: !word.startsWith('!') })
  }
  return terms
}

/** By attribute: an SVG has no property of that name. */
const setHidden = (element: Element, isHidden: boolean): void =>
  void Element.prototype.toggleAttribute.call(element, 'hidden', isHidden)

const hide = (element: HTMLElement): void => {
  leaveFocus(element)
  setHidden(element, true)
}

/** Couples `data-yoke-when`: the element shows only while all its terms hold. */
export const coupleWhen = (element: HTMLElement, yoke: YokeView): Coupling | undefined => {
  const terms = readTerms(element, yoke)
  if (!terms) return undefined
  const holds = (seen: YokeView): boolean => terms.every(({ state, holds }) => STATES[state](seen.snapshot) === holds)
  const show = (shown: boolean): void => {
    if (shown) setHidden(element, false)
    // After everything else has been shown, so that focus finds the control that comes in this one's place.
    else queueMicrotask(() => holds(yoke) || yoke.disposed || hide(element))
  }
  setHidden(element, !holds(yoke))
  return { release: yoke.subscribe(holds, show) }
}
