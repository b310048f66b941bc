import type { DocumentFault } from '../core/documents/document-fault.ts'
import type { Fault } from '../core/fault.ts'
import { bring, definePart } from '../loading/part.ts'
import { reportAt } from '../wiring/yoke/events.ts'

const PLACES = definePart(() => import('../core/documents/locate.ts'))

/** Tells a fault that is of no player: at the element whose text it is in, else at the root of the page. In Node nobody hears. */
export const tell = (reason: Fault, element: Element | undefined = globalThis.document?.documentElement): void => {
  if (element) reportAt(element, reason)
}

/** Tells the faults of a document, each with its line and column. @param where what the document is called. */
export const tellPlaced = (
  faults: readonly DocumentFault[],
  text: string,
  where: string,
  raise: (reason: Fault) => void
): void => {
  if (faults.length === 0) return
  bring(PLACES, { raise }).then(places => {
    for (const reason of places?.placedFaults(faults, text, where) ?? faults) raise(reason)
  })
}
