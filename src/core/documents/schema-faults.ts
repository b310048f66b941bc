import type { BaseIssue } from 'valibot'
import { nearestName } from '../nearest-name.ts'
import { type DocumentFault, type DocumentPath, faultAt, inWords, printPath } from './document-fault.ts'

/** What a schema has found wrong, with its place in the whole document. */
export interface PlacedIssue {
  readonly issue: BaseIssue<unknown>
  readonly path: DocumentPath
}

/** The names of the keys that may stand beside one that means nothing. */
export type NamesAt = (path: DocumentPath) => readonly string[]

const pathOf = (issue: BaseIssue<unknown>): DocumentPath => (issue.path ?? []).map(({ key }) => key as string | number)

/** Where one of several forms was expected, what is wrong with the one that was probably meant. */
export const innermost = (issue: BaseIssue<unknown>, above: DocumentPath = []): readonly PlacedIssue[] => {
  const path = [...above, ...pathOf(issue)]
  const inside = (issue.issues ?? []).filter(({ path: own }) => own !== undefined)
  return inside.length === 0 ? [{ issue, path }] : inside.flatMap(part => innermost(part, path))
}

/** A key that means nothing, and which was probably meant. */
export const unknownKey = (path: DocumentPath, namesAt: NamesAt): DocumentFault => {
  const key = String(path.at(-1))
  const names = namesAt(path)
  const nearest = nearestName(key, names)
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
  const sentence = `${printPath(path.slice(0, -1))} has the key “${key}”, which means nothing.`
  return faultAt(path, 'key-unknown', sentence, hint)
}

/** What a schema has found wrong, as a fault at its place. */
export const faultOfIssue = ({ issue, path }: PlacedIssue, namesAt: NamesAt): DocumentFault => {
  if (issue.type === 'strict_object' && issue.expected === 'never') return unknownKey(path, namesAt)
  if (issue.type === 'strict_object' && issue.received === 'undefined') {
    const key = String(path.at(-1))
    return faultAt(path, 'key-missing', `${printPath(path.slice(0, -1))} lacks ${key}.`, `add "${key}"`)
  }
  const expected = issue.type === 'strict_object' ? 'an object' : issue.message
  const sentence = `${printPath(path)} is ${inWords(issue.input)}, and that cannot be read.`
  return faultAt(path, 'entry-unreadable', sentence, `write ${expected}`)
}
