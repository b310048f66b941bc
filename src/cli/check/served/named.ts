import { typeOfAddress } from '../../../core/sources/file-types.ts'
import { isManifest } from '../../streams/look-into-stream.ts'
import { around, isMedia, type Page, type PageElement } from '../page/page.ts'
import type { Place } from '../placed-fault.ts'

/** A file that a page names. */
export interface NamedFile {
  readonly address: URL
  readonly place: Place
  /** It is read by script, so another origin has to allow that (Fetch, CORS protocol). */
  readonly isRead: boolean
  /** It is text that engines fetch whole: worth compressing. */
  readonly isText: boolean
  /** Parts of it are asked for. */
  readonly isParted: boolean
}

/** Elements that name files, and by which attribute. */
const ATTRIBUTES: Readonly<Record<string, readonly string[]>> = {
  script: ['src'],
  link: ['href'],
  img: ['src'],
  source: ['src'],
  video: ['src', 'poster'],
  audio: ['src'],
  track: ['src'],
  'yoke-player': ['src', 'poster', 'playlist']
}

/** Links that load something. */
const LOADED = /\b(?:stylesheet|icon|preload|modulepreload)\b/i

const isLoaded = ({ name, attributes }: PageElement): boolean =>
  name !== 'link' || LOADED.test(attributes.get('rel') ?? '')

const isRead = ({ name, attributes }: PageElement, attribute: string, address: URL): boolean =>
  name === 'track' ||
  attributes.has('crossorigin') ||
  attributes.get('type') === 'module' ||
  (name === 'yoke-player' && attribute !== 'poster' && /\.json$/i.test(address.pathname)) ||
  isManifest(address.pathname)

/** Media elements that say `crossorigin` say it of their sources too. */
const asksFirst = (element: PageElement): boolean =>
  element.name === 'source' && around(element, isMedia)?.attributes.has('crossorigin') === true

const TEXT = /\.(?:css|js|json|svg|vtt|m3u8|mpd)$/i

/** By what an address lets one expect; of a stream it is known what its manifest names. */
export const fileAt = (address: URL): Pick<NamedFile, 'address' | 'isText' | 'isParted'> => ({
  address,
  isText: TEXT.test(address.pathname),
  isParted: typeOfAddress(address.pathname) !== undefined && !isManifest(address.pathname)
})

/** The files that a page names, each once. @param base the address of the page. */
export const filesNamedBy = (page: Page, base: string): readonly NamedFile[] => {
  const found = new Map<string, NamedFile>()
  for (const element of page.elements.filter(isLoaded)) {
    for (const attribute of ATTRIBUTES[element.name] ?? []) {
      const written = element.attributes.get(attribute)
      if (!written || /^\s*(?:[[{#]|data:|blob:)/i.test(written) || !URL.canParse(written, base)) continue
      const address = new URL(written, base)
      address.hash = ''
      const file = {
        ...fileAt(address),
        place: element.placeOf(attribute),
        isRead: isRead(element, attribute, address) || asksFirst(element)
      }
      const known = found.get(address.href)
      if (!known || (file.isRead && !known.isRead)) found.set(address.href, file)
    }
  }
  return [...found.values()]
}
