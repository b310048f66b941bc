import type { Fault } from '../fault.ts'
import type { DocumentFault, DocumentPath } from './document-fault.ts'

/** A place in a text, each from 1. */
export interface TextPlace {
  readonly line: number
  readonly column: number
}

/** The place of an offset, in UTF-16 code units. */
const placeAt = (text: string, offset: number): TextPlace => {
  const before = text.slice(0, offset).split(/\r\n|\r|\n/)
  return { line: before.length, column: (before.at(-1) ?? '').length + 1 }
}

/** Strings, signs and everything else that is no space. */
const TOKENS = /"(?:[^"\\]|\\.)*"|[{}[\],:]|[^\s{}[\],:"]+/gs

interface Holder {
  readonly isList: boolean
  step: string | number
  isAtKey: boolean
}

/** Follows the path through JSON, a token each. */
class Walk {
  readonly #path: DocumentPath
  readonly #holders: Holder[] = []
  /** The deepest place that is on the way. */
  found = 0
  #depth = 0

  constructor(path: DocumentPath) {
    this.#path = path
  }

  take(token: string, offset: number): void {
    const holder = this.#holders.at(-1)
    if (token === '}' || token === ']') this.#holders.pop()
    else if (token === ',' && holder) {
      if (holder.isList) holder.step = Number(holder.step) + 1
      holder.isAtKey = !holder.isList
    } else if (token === ':' || token === ',') return
    else if (holder?.isAtKey) {
      holder.step = keyOf(token)
      holder.isAtKey = false
      this.#look(offset)
    } else {
      if (holder?.isList) this.#look(offset)
      if (token === '{' || token === '[')
        this.#holders.push({ isList: token === '[', step: token === '[' ? 0 : '', isAtKey: token === '{' })
    }
  }

  #look(offset: number): void {
    const depth = this.#holders.length
    if (depth <= this.#depth || depth > this.#path.length) return
    if (!this.#holders.every(({ step }, index) => step === this.#path[index])) return
    this.#depth = depth
    this.found = offset
  }
}

const keyOf = (token: string): string => {
  try {
    return String(JSON.parse(token))
  } catch {
    return token
  }
}

/** Where a key or an entry stands in the text of a JSON document; where it does not, what it should have stood in. */
const locateIn = (text: string, path: DocumentPath): TextPlace => {
  const walk = new Walk(path)
  for (const { 0: token, index } of text.matchAll(TOKENS)) walk.take(token, index)
  return placeAt(text, path.length === 0 ? Math.max(0, text.search(/\S/)) : walk.found)
}

/** Where JSON cannot be read, as far as the engine says it. */
const placeOfSyntaxError = (text: string, error: unknown): TextPlace | undefined => {
  const message = String((error as Error | undefined)?.message ?? '')
  const [, position] = /position (\d+)/.exec(message) ?? []
  if (position !== undefined) return placeAt(text, Number(position))
  const [, line, column] = /line (\d+) column (\d+)/.exec(message) ?? []
  if (line !== undefined && column !== undefined) return { line: Number(line), column: Number(column) }
  return /end of|EOF/i.test(message) ? placeAt(text, text.length) : undefined
}

/** Where a fault of a JSON document is; `undefined` where the engine does not say it of a text that is no JSON. */
export const placeOfFault = (text: string, { code, path, cause }: DocumentFault): TextPlace | undefined =>
  code === 'document-unreadable' && cause !== undefined ? placeOfSyntaxError(text, cause) : locateIn(text, path)

/** Faults of a JSON document that say where they are. @param where what the document is called */
export const placedFaults = (faults: readonly DocumentFault[], text: string, where: string): readonly Fault[] =>
  faults.map(reason => {
    const place = placeOfFault(text, reason)
    const at = place ? `${where}:${place.line}:${place.column}` : where
    return { ...reason, message: `${at}: ${reason.message}` }
  })
