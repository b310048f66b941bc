import { type Fault, fault } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { typeOfAddress } from './file-types.ts'
import { tryParseMediaType } from './media-type.ts'
import type { SourceEntry } from './rank.ts'
import { isSameContainer, knownTypes, plainType } from './type-names.ts'

/** The page of a hosted clip, which no engine is to ask for as for a file. */
const isPage = ({ src, type = '' }: SourceEntry): boolean => /^https?:/i.test(src) && /^\s*text\/html\b/i.test(type)

const typeFault = ({ src, type = '' }: SourceEntry): Fault | undefined => {
  const read = tryParseMediaType(type)
  if (!read.ok) return fault('type-unreadable', `The type of ${src} cannot be read: “${type}”.`, read.fault.hint)
  const plain = plainType(read.value.type)
  if (!knownTypes().includes(plain)) {
    const nearest = nearestName(plain, knownTypes())
    return fault(
      'type-unknown',
      `The type of ${src} is ${plain}, which no engine is known to play.`,
      nearest ? `did you mean ${nearest}?` : 'yokewright probe prints the right type'
    )
  }
  const expected = typeOfAddress(src)
  if (!expected || isSameContainer(expected, plain)) return undefined
  return fault(
    'type-differs',
    `${src} is said to be ${plain}, and its suffix says ${expected}.`,
    'yokewright probe prints the right type'
  )
}

/** What is wrong with sources as they are written, before anything is fetched. */
export const checkSources = (entries: readonly SourceEntry[]): readonly Fault[] =>
  entries.flatMap(entry => (entry.type === undefined || isPage(entry) ? [] : (typeFault(entry) ?? [])))
