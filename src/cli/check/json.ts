import { findNodeAtLocation, type Node, type ParseError, parseTree, printParseErrorCode } from 'jsonc-parser'
import { placesIn } from '../../core/captions/vtt/scan.ts'
import type { DocumentFault, DocumentPath } from '../../core/documents/index.ts'
import { type Place, type PlacedFault, placedError } from './placed-fault.ts'

/** Lists and objects that stand in more others are not read. */
const MOST_DEPTH = 512

/** Whether a text has more brackets open at once than are read. */
const isTooDeep = (text: string): boolean => {
  let depth = 0
  let isQuoted = false
  for (let at = 0; at < text.length; at += 1) {
    const character = text[at]
    if (isQuoted && character === '\\') at += 1
    else if (character === '"') isQuoted = !isQuoted
    else if (!isQuoted && (character === '[' || character === '{')) depth += 1
    else if (!isQuoted && (character === ']' || character === '}')) depth -= 1
    if (depth > MOST_DEPTH) return true
  }
  return false
}

/** The node of a place, or of the nearest one around it that is there. */
export const nodeAt = (tree: Node, path: DocumentPath): Node => {
  for (let length = path.length; length > 0; length -= 1) {
    const found = findNodeAtLocation(tree, path.slice(0, length) as (string | number)[])
    if (found) return found
  }
  return tree
}

/** The node of a key itself. */
export const keyAt = (tree: Node, path: DocumentPath): Node | undefined =>
  findNodeAtLocation(tree, [...path])?.parent?.children?.[0]

/** A JSON text, and where in it things stand. */
export interface Readable {
  readonly path: string
  readonly tree: Node
  readonly value: unknown
  placeAt(offset: number): Place
}

/** As much of a text as could be read, or why it is no JSON. */
type Written = Readable | { readonly faults: readonly PlacedFault[] }

export const readWritten = (path: string, written: string): Written => {
  // A byte-order mark is allowed to stand there, and is no JSON (RFC 8259, section 8.1); places stay as they are.
  const text = written.replace(/^\ufeff/, ' ')
  const placeIn = placesIn(text)
  const placeAt = (offset: number): Place => ({ path, ...placeIn(offset) })
  const broken = (offset: number, sentence: string, hint: string): Written => ({
    faults: [placedError(placeAt(offset), 'document-unreadable', sentence, hint)]
  })
  if (isTooDeep(text)) {
    const sentence = `Lists and objects stand in more than ${MOST_DEPTH} others, and are not read.`
    return broken(0, sentence, 'a clip has four in one another')
  }
  const errors: ParseError[] = []
  const tree = parseTree(text, errors, { allowTrailingComma: false, disallowComments: true })
  const [first] = errors
  if (!first && tree) return { path, tree, value: JSON.parse(text), placeAt }
  const what = first
    ? printParseErrorCode(first.error)
        .replace(/([a-z])([A-Z])/g, '$1 $2')
        .toLowerCase()
    : 'empty'
  return broken(first?.offset ?? 0, `This is not JSON: ${what}.`, 'mend it here')
}

export const inOrder = (faults: readonly PlacedFault[]): readonly PlacedFault[] =>
  [...faults].sort((a, b) => a.line - b.line || a.column - b.column)

/** Where a fault of a document stands: at the key that means nothing, or at what cannot be read. */
export const placeOf = (tree: Node, { code, path }: DocumentFault): number =>
  ((code === 'key-unknown' && keyAt(tree, path)) || nodeAt(tree, path)).offset
