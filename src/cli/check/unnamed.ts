import { readdir } from 'node:fs/promises'
import { basename, dirname, extname, join } from 'node:path'
import { readTextIfThere } from '../read.ts'

const MEDIA: ReadonlySet<string> = new Set([
  '.aac',
  '.flac',
  '.m4a',
  '.m4v',
  '.mkv',
  '.mov',
  '.mp3',
  '.mp4',
  '.oga',
  '.ogg',
  '.ogv',
  '.opus',
  '.srt',
  '.vtt',
  '.wav',
  '.webm'
])

/** Of a folder with more in it, the rest is not looked at. */
const MOST_NAMES = 2000

/** What may name a file. */
const NAMING: ReadonlySet<string> = new Set(['.css', '.html', '.htm', '.js', '.json', '.mjs', '.ts'])

/** Media and caption files that lie beside pages, and that nothing in their folder names. */
export const unnamedBeside = async (pages: readonly string[]): Promise<readonly string[]> => {
  const found: string[] = []
  for (const folder of new Set(pages.map(path => dirname(path)))) {
    const names = (await readdir(folder).catch(() => [])).slice(0, MOST_NAMES)
    const texts = await Promise.all(
      names
        .filter(name => NAMING.has(extname(name).toLowerCase()) && !/^yokewright[.\w-]*\.js$/.test(name))
        .map(async name => (await readTextIfThere(join(folder, name))) ?? '')
    )
    const isNamed = (name: string): boolean => texts.some(text => text.includes(name) || text.includes(encodeURI(name)))
    for (const name of names)
      if (MEDIA.has(extname(name).toLowerCase()) && !isNamed(basename(name))) found.push(join(folder, name))
  }
  return found.sort()
}
