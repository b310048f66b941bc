import { typeOfAddress } from '../../core/sources/file-types.ts'
import type { PlayAnswer, SourceEntry } from '../../core/sources/rank.ts'

/** A source with its whole address and what the engine says of it. */
export interface ListedSource {
  readonly src: string
  readonly name: string
  readonly type: string
  readonly answer: PlayAnswer
}

const isForeign = (element: HTMLMediaElement, placed: string | undefined): boolean =>
  element.srcObject !== null || (element.currentSrc.startsWith('blob:') && element.currentSrc !== placed)

const ofElement = (source: HTMLSourceElement): SourceEntry => {
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
  return [...element.querySelectorAll('source')].map(ofElement)
}

/** A source as the engine sees it. */
export const listSource = (element: HTMLMediaElement, { src, type, media, name }: SourceEntry): ListedSource => {
  const address = new URL(src, element.baseURI).href
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
