import { readFileSync } from 'node:fs'
import { dirname, join, sep } from 'node:path'
import { isFile } from '../../read.ts'

/** One of the files that a page may take from the package, wherever it was copied to. */
const FILE = /(?:^|[\\/])yokewright(?:\.[\w-]+)?\.js$/

const isOfPackage = (file: string): boolean => {
  if (!file.includes(`${sep}dist${sep}`)) return false
  for (let folder = dirname(file); folder !== dirname(folder); folder = dirname(folder)) {
    const manifest = join(folder, 'package.json')
    if (!isFile(manifest)) continue
    return /"name"\s*:\s*"yokewright"/.test(readFileSync(manifest, 'utf8'))
  }
  return false
}

/** Whether a script is the library itself: it holds every name there is, and says nothing of those that a page brings. */
export const isLibrary = (file: string, text: string): boolean =>
  FILE.test(file) || isOfPackage(file) || /\bdefine\(\s*["'`]yoke-player["'`]/.test(text)
