import { readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Asset } from './embed/assets.ts'

/** Where the library's own files lie. */
const HOME = fileURLToPath(new URL('../', import.meta.url))

/** The folder beside the page in which they stand. */
export const LIBRARY_FOLDER = 'yokewright/'

/** Effects are for pages that have a script of their own: no setting asks for them. */
const EFFECTS = 'yokewright.effects.js'

/**
 * The files of the library that a page may need: the one script, what it loads when it is wanted, and the style sheet.
 * @param page its HTML; absent for one that has no script of its own.
 */
export const libraryAssets = async (page = ''): Promise<readonly Asset[]> => {
  const names = (await readdir(HOME)).filter(
    name =>
      name === 'yokewright.css' || (/^yokewright\.(?:.*\.)?js$/.test(name) && (name !== EFFECTS || page.includes(name)))
  )
  return names.sort().map(name => ({ from: join(HOME, name), name: `${LIBRARY_FOLDER}${name}` }))
}
