import { suffixOf } from '../../../core/sources/file-types.ts'
import { plainType } from '../../../core/sources/type-names.ts'
import { servingOfSuffix } from '../../serving.ts'
import { type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import { type Answer, ask } from './ask.ts'
import type { NamedFile } from './named.ts'

/** Shorter texts gain nothing by being compressed, in bytes. */
const WORTH_COMPRESSING = 1400

type Question = (file: NamedFile, page: URL) => Promise<PlacedFault | undefined>

const nameOf = ({ address }: NamedFile): string => address.pathname

const typeIn = ({ headers }: Answer): string => plainType(headers['content-type'] ?? '')

/** Types that engines take for the same. */
const SAME: Readonly<Record<string, readonly string[]>> = {
  'text/javascript': ['application/javascript', 'application/x-javascript'],
  'application/json': ['text/json', 'application/ld+json']
}

const isType = (said: string, wanted: string): boolean =>
  said === wanted || SAME[wanted]?.includes(said) === true || said.replace(/^\w+/, '') === wanted.replace(/^\w+/, '')

/** Is it there, and of the type that engines need? */
const isThere: Question = async file => {
  const { place } = file
  const answer = await ask(file.address)
  if (answer.status >= 300 && answer.status < 400) return undefined
  if (answer.status !== 200) {
    const sentence = `${nameOf(file)} is named, and the server answers ${answer.status}.`
    return placedError(place, 'answer-missing', sentence, 'upload it, or look at the address')
  }
  const wanted = servingOfSuffix(suffixOf(file.address.pathname))
  const said = typeIn(answer)
  if (!wanted || isType(said, plainType(wanted.type))) return undefined
  const sentence = `${nameOf(file)} is served as ${said || 'nothing in particular'}, and not as ${wanted.type}.`
  return placedError(
    place,
    'answer-type-wrong',
    sentence,
    `let the server say Content-Type: ${wanted.type} for .${wanted.suffix}`
  )
}

/** Can a viewer go to a place that has not been loaded (RFC 9110, section 14)? */
const givesParts: Question = async file => {
  if (!file.isParted) return undefined
  const answer = await ask(file.address, { range: 'bytes=0-1' })
  if (answer.status !== 200) return undefined
  const sentence = `${nameOf(file)} is always sent whole: seeking waits until everything before is loaded, and some phones do not play it at all.`
  return placedError(file.place, 'answer-whole', sentence, 'let the server answer Range requests with 206')
}

/** May script read what lies on another origin? */
const mayBeRead: Question = async (file, page) => {
  if (!file.isRead || file.address.origin === page.origin) return undefined
  const { status, headers } = await ask(file.address, { origin: page.origin })
  const allowed = headers['access-control-allow-origin']
  if (status !== 200 || allowed === '*' || allowed === page.origin) return undefined
  const sentence = `${file.address.href} lies on another origin, which does not let this page read it.`
  return placedError(file.place, 'answer-closed', sentence, `let it say Access-Control-Allow-Origin: ${page.origin}`)
}

/** Are texts compressed? */
const isCompressed: Question = async file => {
  if (!file.isText) return undefined
  const { status, headers } = await ask(file.address, { 'accept-encoding': 'gzip, br' })
  const length = Number(headers['content-length'] ?? Number.POSITIVE_INFINITY)
  if (status !== 200 || headers['content-encoding'] || length < WORTH_COMPRESSING) return undefined
  const sentence = `${nameOf(file)} is sent as it is, though it is text and the browser takes it compressed.`
  return placedWarning(
    file.place,
    'answer-uncompressed',
    sentence,
    'let the server compress text/*, JavaScript and SVG'
  )
}

const QUESTIONS: readonly Question[] = [isThere, givesParts, mayBeRead, isCompressed]

/** Every fault in how a file is served. One that is not there is asked no more. */
export const askAbout = async (file: NamedFile, page: URL): Promise<readonly PlacedFault[]> => {
  const found: PlacedFault[] = []
  for (const question of QUESTIONS) {
    const fault = await question(file, page)
    if (fault) found.push(fault)
    if (fault?.code === 'answer-missing') break
  }
  return found
}

/** Is what is not there told as not there? Where a page comes instead, it is read as captions, clips and scripts. */
export const tellsMissing = async (page: URL): Promise<PlacedFault | undefined> => {
  const { status } = await ask(new URL('yokewright-nothing-here.vtt', page))
  if (status !== 200) return undefined
  const place = { path: page.href, line: 1, column: 1 }
  const sentence =
    'The server answers 200 for a file that is not there: a page comes in the place of captions and scripts.'
  return placedWarning(
    place,
    'answer-for-anything',
    sentence,
    'let it answer 404 for what has a suffix and is not there'
  )
}
