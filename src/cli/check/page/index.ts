import type { DialectData } from '../../../core/hosted/dialect.ts'
import { readTextIfThere } from '../../read.ts'
import { missingAt, type Place, type PlacedFault, placedWarning } from '../placed-fault.ts'
import { checkPresets } from '../presets.ts'
import { checkControls } from './controls.ts'
import { checkHosted } from './hosted.ts'
import { isLibrary } from './library.ts'
import { checkMedia } from './media.ts'
import { checkNames } from './names.ts'
import { type Page, type PageElement, readPage } from './page.ts'
import { checkTags } from './tags.ts'
import { checkTargets } from './targets.ts'
import { checkTracks } from './tracks.ts'

/** Modules that a script brings in, by their addresses. */
const IMPORTS = /\b(?:import|from)\s*\(?\s*['"](\.{0,2}\/[^'"]+)['"]/g

/** How deep modules are followed, and how many of a page are read at most. */
const DEPTH = 3
const MOST_MODULES = 200

/** A script and the modules that it brings in. @param read files that were read already: modules may bring in one another. */
const scriptsOf = async (
  path: string,
  text: string,
  top: string | undefined,
  read: Set<string>,
  depth = DEPTH
): Promise<readonly string[]> => {
  if (depth === 0) return [text]
  const page = readPage(path, '', top)
  const found: string[] = [text]
  for (const [, address = ''] of text.matchAll(IMPORTS)) {
    const file = page.fileOf(address)
    if (file === undefined || read.has(file) || read.size >= MOST_MODULES) continue
    read.add(file)
    const module = await readTextIfThere(file)
    if (module !== undefined && !isLibrary(file, module))
      found.push(...(await scriptsOf(file, module, top, read, depth - 1)))
  }
  return found
}

const isScript = ({ name, attributes }: PageElement): boolean =>
  name === 'script' && !/json|text\/template/.test(attributes.get('type') ?? '')

/** Scripts of a page as text, and a fault for each that is not there. */
const readScripts = async (
  page: Page,
  top: string | undefined
): Promise<{
  readonly scripts: readonly string[]
  readonly hasLibrary: boolean
  readonly faults: readonly PlacedFault[]
}> => {
  const scripts: string[] = []
  const read = new Set<string>()
  const faults: PlacedFault[] = []
  let hasLibrary = false
  for (const element of page.elements.filter(isScript)) {
    const src = element.attributes.get('src')
    const file = src === undefined ? undefined : page.fileOf(src)
    if (src === undefined) scripts.push(...(await scriptsOf(page.path, element.text, top, read)))
    else if (file !== undefined) {
      if (read.has(file)) continue
      const text = await readTextIfThere(file)
      if (text !== undefined) read.add(file)
      if (text !== undefined && isLibrary(file, text)) hasLibrary = true
      else if (text !== undefined) scripts.push(...(await scriptsOf(file, text, top, read)))
      else faults.push(missingAt(element.placeOf('src'), src, file))
    }
  }
  return { scripts, hasLibrary, faults }
}

const tooLarge = (place: Place): PlacedFault =>
  placedWarning(
    place,
    'page-too-large',
    'More elements, or more in one another, are not looked at: what follows here was not checked.',
    'engines take 512 elements in one another; part the page'
  )

/** What is known beside a page itself. */
export interface PageSurroundings {
  /** The folder whose files are served at the top of the site. */
  readonly top?: string | undefined
  /** The services whose clips it may show. */
  readonly dialects?: readonly DialectData[]
}

/** Every mistake of a page that would bite a viewer. */
export const checkPage = async (
  path: string,
  text: string,
  { top, dialects = [] }: PageSurroundings = {}
): Promise<readonly PlacedFault[]> => {
  const { scripts, hasLibrary, faults } = await readScripts(readPage(path, text, top), top)
  const page = readPage(path, text, top, scripts)
  const found = [
    ...faults,
    ...(page.cutAt ? [tooLarge(page.cutAt)] : []),
    ...checkNames(page),
    ...(await checkMedia(page)),
    ...checkHosted(page, dialects),
    ...(await checkTracks(page)),
    ...checkControls(page),
    ...checkPresets(page),
    ...checkTargets(page, hasLibrary),
    ...checkTags(page)
  ]
  return found.sort(
    (a, b) => Number(a.path !== path) - Number(b.path !== path) || a.line - b.line || a.column - b.column
  )
}
