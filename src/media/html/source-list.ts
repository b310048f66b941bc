import type { Fault } from '../../core/fault.ts'
import type { MediaErrorLike } from '../../core/playback/snapshot.ts'
import { isSoundType, typeOfAddress } from '../../core/sources/file-types.ts'
import type { PlayAnswer, SourceEntry } from '../../core/sources/rank.ts'
import type { SourceReport } from '../../core/sources/reports.ts'
import { filesAmong } from '../kinds.ts'

const MEDIA_ERR_SRC_NOT_SUPPORTED = 4

/** A source with its whole address and what the engine says of it. */
export interface ListedSource {
  readonly src: string
  readonly name: string
  readonly type: string
  readonly answer: PlayAnswer
}

const isForeign = (element: HTMLMediaElement, placed: string | undefined): boolean =>
  element.srcObject !== null || (element.currentSrc.startsWith('blob:') && element.currentSrc !== placed)

/** A `<source>` as it is written. */
export const ofElement = (source: HTMLSourceElement): SourceEntry => {
  const width = Number(source.dataset.yokeWidth)
  return {
    src: source.src,
    ...(source.type && { type: source.type }),
    ...(source.media && { media: source.media }),
    ...(width > 0 && { width })
  }
}

/**
 * The sources that an author has written: those of script, else the `src` attribute, else the `<source>` children. None
 * where some other engine feeds the element: it is left alone.
 * @param placed the address that was put into `src` by the library itself.
 */
export const writtenSources = (
  element: HTMLMediaElement,
  given: readonly SourceEntry[],
  placed: string | undefined
): readonly SourceEntry[] => {
  if (isForeign(element, placed)) return []
  const isOurs = !element.hasAttribute('src') || element.src === placed
  if (given.length > 0 && isOurs) return given
  if (!isOurs) return [{ src: element.src }]
  return filesAmong([...element.querySelectorAll('source')].map(ofElement))
}

/** The whole address; one that is none stays as it is written, and fails when it is loaded. */
export const addressOf = (src: string, element: HTMLMediaElement): string => {
  try {
    return new URL(src, element.baseURI).href
  } catch {
    return src
  }
}

/** A source as the engine sees it. */
export const listSource = (element: HTMLMediaElement, { src, type, media, name }: SourceEntry): ListedSource => {
  const address = addressOf(src, element)
  const named = type ?? typeOfAddress(src) ?? ''
  const holds = media === undefined || matchMedia(media).matches
  // Of what nothing is known the engine has to try the bytes. A suffix is a guess, and a guess is no reason to pass over it.
  const said = named ? element.canPlayType(named) : 'maybe'
  return {
    src: address,
    name: name ?? address,
    type: named,
    answer: holds ? said || (type === undefined ? 'maybe' : '') : ''
  }
}

/** The sources of an element, and which of them it has. */
interface Chosen {
  readonly element: HTMLMediaElement
  readonly list: readonly SourceReport[]
  readonly currentSrc: string
}

/** Sound alone of what was to have a picture: engines play what they can of a file, without an error. */
export const hasPicture = ({ element, list, currentSrc }: Chosen): boolean => {
  if (!('videoWidth' in element) || (element as HTMLVideoElement).videoWidth > 0) return true
  const { type = '' } = list.find(({ src }) => src === currentSrc) ?? {}
  return type === '' || isSoundType(type)
}

/** Whether there is another source that may yet play. */
export const hasOthers = ({ list, currentSrc }: Chosen): boolean =>
  list.some(({ src, state }) => src !== currentSrc && (state === 'untried' || state === 'refused'))

/** The error of an element of whose sources none plays. */
export const nothingPlays = (
  { error }: HTMLMediaElement,
  list: readonly SourceReport[],
  reason?: Fault
): MediaErrorLike => ({
  code: error?.code ?? MEDIA_ERR_SRC_NOT_SUPPORTED,
  message: error?.message || `None of these could be played: ${list.map(({ name }) => name).join(', ')}`,
  ...(reason && { reason })
})
