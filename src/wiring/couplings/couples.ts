import type { Couple } from '../yoke/yoke-view.ts'
import { coupleAlong, coupleFill } from './carried.ts'
import { coupleCommand } from './command-button.ts'
import { coupleValue } from './value.ts'
import { coupleWhen } from './when.ts'
import { coupleArea, coupleTranscript } from './with-captions.ts'

/** Each attribute that couples an element, and what it does. */
export const COUPLES: readonly { readonly attribute: string; readonly couple: Couple }[] = [
  { attribute: 'command', couple: coupleCommand },
  { attribute: 'data-yoke-value', couple: coupleValue },
  { attribute: 'data-yoke-when', couple: coupleWhen },
  { attribute: 'data-yoke-fill', couple: coupleFill },
  { attribute: 'data-yoke-along', couple: coupleAlong },
  { attribute: 'data-yoke-captions', couple: coupleArea },
  { attribute: 'data-yoke-transcript', couple: coupleTranscript }
]

export const COUPLED_SELECTOR =
  '[command^="--"], [data-yoke-value], [data-yoke-when], [data-yoke-fill], [data-yoke-along], [data-yoke-captions], [data-yoke-transcript]'

/** The id that an element names its player by; `commandfor` serves its other attributes too. */
const idOf = (element: Element): string | null =>
  element.getAttribute('data-yoke-for') ?? element.getAttribute('commandfor')

const referenceOf = (element: Element): Element | undefined =>
  (element as { commandForElement?: Element | null }).commandForElement ?? undefined

/** Whether an element names its player, rather than standing in it. */
export const isOutsideReference = (element: Element): boolean =>
  idOf(element) !== null || referenceOf(element) !== undefined

/** The element that a control names, `undefined` if it is not there (yet), or `around` if it names none. */
export const targetOf = (element: Element, root: Node): Element | 'around' | undefined => {
  const id = idOf(element)
  if (id) return (root as Partial<NonElementParentNode>).getElementById?.(id) ?? undefined
  const reference = referenceOf(element)
  return reference ?? (id === null ? 'around' : undefined)
}
