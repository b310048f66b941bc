import { attributeOf, elementById, isTag } from '../scope/nodes.ts'

/** The id that an element names its player by; `commandfor` serves its other attributes too. */
export const idNamedBy = (element: Element): string | null =>
  attributeOf(element, 'data-yoke-for') ?? attributeOf(element, 'commandfor')

const referenceOf = (element: Element): Element | undefined =>
  isTag(element, 'button')
    ? ((element as { commandForElement?: Element | null }).commandForElement ?? undefined)
    : undefined

/** Whether an element names its player, rather than standing in it. */
export const isOutsideReference = (element: Element): boolean =>
  idNamedBy(element) !== null || referenceOf(element) !== undefined

/** The element that a control names, `undefined` if it is not there (yet), or `around` if it names none. */
export const targetOf = (element: Element, root: Node): Element | 'around' | undefined => {
  const id = idNamedBy(element)
  if (id) return elementById(root, id) ?? undefined
  const reference = referenceOf(element)
  return reference ?? (id === null ? 'around' : undefined)
}
