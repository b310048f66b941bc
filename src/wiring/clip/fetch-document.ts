import { pointerOfFragment, pointInto } from '../../core/documents/pointer.ts'
import { fault, type Result, refuse, succeed } from '../../core/fault.ts'
import { textOfAnswer } from '../../loading/text-of-answer.ts'

/** What a document may be at most, in bytes. */
const MOST_BYTES = 16 * 2 ** 20

const tooLong = (what: string, address: string): Result<never> =>
  refuse(
    fault(
      'clip-too-large',
      `The ${what} ${address} is longer than ${MOST_BYTES / 2 ** 20} MiB, and is not read.`,
      'look at its address, or make a document of each part'
    )
  )

const fetchText = async (what: string, address: string, signal: AbortSignal): Promise<Result<string>> => {
  const why = (reason: string, cause?: unknown) =>
    refuse(
      fault('document-unreachable', `The ${what} ${address} cannot be read: ${reason}.`, 'look at its address', cause)
    )
  try {
    const answer = await fetch(address, { signal })
    if (!answer.ok) return why(`the server answers ${answer.status}`)
    const text = await textOfAnswer(answer, MOST_BYTES)
    return text === undefined ? tooLong(what, address) : succeed(text)
  } catch (error) {
    return why('no answer came', error)
  }
}

const parse = (what: string, text: string, address: string): Result<unknown> => {
  try {
    return succeed(JSON.parse(text))
  } catch (error) {
    const hint = 'yokewright check says in which line'
    return refuse(fault('document-unreadable', `The ${what} ${address} is not JSON.`, hint, error))
  }
}

/** A document that was fetched, and the address that addresses in it are relative to. */
export interface FetchedDocument {
  readonly data: unknown
  readonly base: string
}

/**
 * Fetches the JSON document at an address, and of it what the fragment points at (RFC 6901). @param what it is to be, in words.
 * Faults: `document-unreachable`, `document-unreadable`, `clip-too-large`.
 */
export const fetchDocument = async (
  what: string,
  address: string,
  signal: AbortSignal
): Promise<Result<FetchedDocument>> => {
  if (!URL.canParse(address, document.baseURI))
    return refuse(fault('document-unreachable', `“${address}” is no address.`, 'write a path, or https:// and a host'))
  const { href, hash } = new URL(address, document.baseURI)
  const text = await fetchText(what, href, signal)
  const read = text.ok ? parse(what, text.value, href) : text
  if (!read.ok) return read
  const data = pointInto(read.value, pointerOfFragment(hash))
  return data === undefined
    ? refuse(
        fault(
          'document-unreadable',
          `There is nothing at ${hash} in ${address}.`,
          'write a JSON Pointer, such as #/clips/0'
        )
      )
    : succeed({ data, base: href })
}
