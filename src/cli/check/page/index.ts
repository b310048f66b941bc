import { readFile } from 'node:fs/promises'
import { missingAt, type PlacedFault } from '../placed-fault.ts'
import { checkControls } from './controls.ts'
import { checkMedia } from './media.ts'
import { checkNames } from './names.ts'
import { type Page, type PageElement, readPage } from './page.ts'
import { checkTargets } from './targets.ts'
import { checkTracks } from './tracks.ts'

/** Modules that a script brings in, by their addresses. */
const IMPORTS = /\b(?:import|from)\s*\(?\s*['"](\.{0,2}\/[^'"]+)['"]/g

/** How deep modules are followed. */
const DEPTH = 3

const scriptsOf = async (
  path: string,
  text: string,
  top: string | undefined,
  depth = DEPTH
): Promise<readonly string[]> => {
  if (depth === 0) return [text]
  const page = readPage(path, '', top)
  const found: string[] = [text]
  for (const [, address = ''] of text.matchAll(IMPORTS)) {
    const file = page.fileOf(address)
    const module = file === undefined ? undefined : await readFile(file, 'utf8').catch(() => undefined)
    if (file !== undefined && module !== undefined) found.push(...(await scriptsOf(file, module, top, depth - 1)))
  }
  return found
}

const isScript = ({ name, attributes }: PageElement): boolean =>
  name === 'script' && !/json|text\/template/.test(attributes.get('type') ?? '')

/** Scripts of a page as text, and a fault for each that is not there. */
const readScripts = async (
  page: Page,
  top: string | undefined
): Promise<{ readonly scripts: readonly string[]; readonly faults: readonly PlacedFault[] }> => {
  const scripts: string[] = []
  const faults: PlacedFault[] = []
  for (const element of page.elements.filter(isScript)) {
    const src = element.attributes.get('src')
    const file = src === undefined ? undefined : page.fileOf(src)
    if (src === undefined) scripts.push(...(await scriptsOf(page.path, element.text, top)))
    else if (file !== undefined) {
      const text = await readFile(file, 'utf8').catch(() => undefined)
      if (text !== undefined) scripts.push(...(await scriptsOf(file, text, top)))
      else faults.push(missingAt(element.placeOf('src'), src, file))
    }
  }
  return { scripts, faults }
}

/** Every mistake of a page that would bite a viewer. @param top the folder whose files are served at the top of the site. */
export const checkPage = async (
  path: string,
  text: string,
  top: string | undefined
): Promise<readonly PlacedFault[]> => {
  const { scripts, faults } = await readScripts(readPage(path, text, top), top)
  const page = readPage(path, text, top, scripts)
  const found = [
    ...faults,
    ...checkNames(page),
    ...(await checkMedia(page)),
    ...(await checkTracks(page)),
    ...checkControls(page),
    ...checkTargets(page)
  ]
  return found.sort(
    (a, b) => Number(a.path !== path) - Number(b.path !== path) || a.line - b.line || a.column - b.column
  )
}
