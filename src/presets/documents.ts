import { type Fault, fault } from '../core/fault.ts'
import { readPresetText } from '../core/presets/read-text.ts'
import { textOfAnswer } from '../loading/text-of-answer.ts'
import type { Shelf } from './shelf.ts'
import { tellPlaced } from './tell.ts'

/** The name in a fragment; percent signs that decode to nothing stand for themselves. */
const nameIn = ({ hash }: URL): string => {
  try {
    return decodeURIComponent(hash.slice(1))
  } catch {
    return hash.slice(1)
  }
}

/** A longer document is not fetched to its end. */
const MOST_BYTES = 2 ** 20

const tooLong = (address: string): Fault =>
  fault(
    'preset-too-large',
    `The document ${address} is longer than ${MOST_BYTES / 2 ** 20} MiB, and is not read.`,
    'look at its address, or part it into several'
  )

/** Who wants a document. */
interface Asking {
  raise(reason: Fault): void
}

interface Fetched {
  /** The names of its presets, once it is there. */
  names: readonly string[] | undefined
  hasFailed: boolean
}

/** Documents with presets, fetched once each. */
export class PresetDocuments {
  readonly #shelf: Shelf
  readonly #fetched = new Map<string, Fetched>()

  constructor(shelf: Shelf) {
    this.#shelf = shelf
  }

  /**
   * The name of the preset at an address, once it is known: the first of its document, or the one that the fragment names.
   * `''` where there is none.
   * @param isNew whether it is asked for anew: then what has failed is tried again.
   */
  nameAt(address: string, asking: Asking, isNew: boolean): string | undefined {
    if (!URL.canParse(address, document.baseURI)) {
      if (isNew)
        asking.raise(
          fault('document-unreachable', `“${address}” is no address.`, 'write a path, or https:// and a host')
        )
      return undefined
    }
    const url = new URL(address, document.baseURI)
    const wanted = nameIn(url)
    url.hash = ''
    const fetched = this.#fetched.get(url.href)
    if (!fetched || (fetched.hasFailed && isNew)) void this.#fetch(url.href, asking)
    if (fetched?.hasFailed) return ''
    return fetched?.names && (wanted || (fetched.names[0] ?? ''))
  }

  async #fetch(address: string, asking: Asking): Promise<void> {
    const fetched: Fetched = { names: undefined, hasFailed: false }
    this.#fetched.set(address, fetched)
    const fail = (reason: Fault): void => {
      fetched.hasFailed = true
      asking.raise(reason)
      // Nobody waits for it any more.
      this.#shelf.changed()
    }
    const refuse = (reason: string, cause?: unknown): void => {
      const sentence = `The preset ${address} cannot be read: ${reason}.`
      fail(fault('document-unreachable', sentence, 'look at its address', cause))
    }
    let text: string
    try {
      const answer = await fetch(address)
      if (!answer.ok) return refuse(`the server answers ${answer.status}`)
      const whole = await textOfAnswer(answer, MOST_BYTES)
      if (whole === undefined) return fail(tooLong(address))
      text = whole
    } catch (error) {
      return refuse('no answer came', error)
    }
    const read = readPresetText(text)
    tellPlaced(
      read.flatMap(({ faults }) => faults),
      text,
      address,
      reason => asking.raise(reason)
    )
    fetched.names = read.flatMap(({ preset }) => preset?.name ?? [])
    for (const each of read) this.#shelf.keep(each)
    this.#shelf.changed()
  }
}
