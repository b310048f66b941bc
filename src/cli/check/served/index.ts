import { inOrder } from '../json.ts'
import { readPage } from '../page/page.ts'
import type { PlacedFault } from '../placed-fault.ts'
import { fetchText, isHere } from './ask.ts'
import { filesNamedBy } from './named.ts'
import { askAbout, tellsMissing } from './questions.ts'
import { filesOfStreams } from './streams.ts'

/** What was found out about a page that is served. */
export interface ServedCheck {
  readonly path: string
  readonly faults: readonly PlacedFault[]
  /** How many files were asked for. */
  readonly asked: number
  /** Addresses that do not lie on this machine: nobody asks for them. */
  readonly elsewhere: readonly string[]
}

/** Asks a running server on this machine how it serves a page and the files that it names. @throws a sentence. */
export const checkServed = async (written: string): Promise<ServedCheck> => {
  if (!URL.canParse(written)) throw new Error(`“${written}” is no address; write for example http://127.0.0.1:8080/`)
  const page = new URL(written)
  if (!isHere(page))
    throw new Error(`${page.href} is not on this machine; --served asks http://localhost and http://127.0.0.1 alone`)
  const { answer, text } = await fetchText(page)
  if (answer.status !== 200) throw new Error(`${page.href} is answered with ${answer.status}; name a page`)
  const named = filesNamedBy(readPage(page.href, text, undefined), page.href)
  const files = [...named, ...(await filesOfStreams(named))]
  const near = files.filter(({ address }) => isHere(address))
  const faults = await Promise.all(near.map(file => askAbout(file, page)))
  const anything = await tellsMissing(page)
  return {
    path: page.href,
    faults: inOrder([...(anything ? [anything] : []), ...faults.flat()]),
    asked: near.length,
    elsewhere: files.filter(({ address }) => !isHere(address)).map(({ address }) => address.href)
  }
}
