import { readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Asset } from './embed/assets.ts'

/** Where the library's own files lie. */
const HOME = fileURLToPath(new URL('../', import.meta.url))

/** The folder beside the page in which they stand. */
export const LIBRARY_FOLDER = 'yokewright/'

/** The files of the library that a page may need: the one script, what it loads when it is wanted, and the style sheet. */
export const libraryAssets = async (): Promise<readonly Asset[]> => {
  const names = (await readdir(HOME)).filter(
    // Effects are asked for by a page's own script, and by nothing that is made here.
    name => name === 'yokewright.css' || (/^yokewright\.(?:.*\.)?js$/.test(name) && name !== 'yokewright.effects.js')
  )
  return names.sort().map(name => ({ from: join(HOME, name), name: `${LIBRARY_FOLDER}${name}` }))
}
