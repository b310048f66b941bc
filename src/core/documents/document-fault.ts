import { type Fault, type FaultCode, fault } from '../fault.ts'

/** Where in a document: keys, and places in lists from 0. */
export type DocumentPath = readonly (string | number)[]

/** A fault at a place in a document. */
export interface DocumentFault extends Fault {
  readonly path: DocumentPath
}

/** A place as an author would write it: `sources[0].type`. */
export const printPath = (path: DocumentPath): string =>
  path
    .map(step => (typeof step === 'number' ? `[${step}]` : `.${step}`))
    .join('')
    .replace(/^\./, '') || 'the document'

export const faultAt = (path: DocumentPath, code: FaultCode, message: string, hint: string): DocumentFault => ({
  ...fault(code, message, hint),
  path
})

/** `"text"`, `3`, `an object`. */
export const inWords = (value: unknown): string => {
  if (value === null) return 'null'
  if (Array.isArray(value)) return 'a list'
  return typeof value === 'object' ? 'an object' : (JSON.stringify(value) ?? String(value))
}
