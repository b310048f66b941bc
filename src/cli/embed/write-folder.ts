import { constants } from 'node:fs'
import { copyFile, mkdir, stat, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Asset } from './assets.ts'

/** A file that is written, and not copied. */
export interface WrittenFile {
  readonly name: string
  readonly text: string
}

/** A file of a folder that has been made. */
export interface MadeFile {
  readonly name: string
  readonly bytes: number
}

const isThere = (path: string): Promise<boolean> =>
  stat(path).then(
    () => true,
    () => false
  )

/**
 * Makes a folder of files. Nothing is written where one of them is there already, unless it may be written over.
 * @throws a sentence.
 */
export const writeFolder = async (
  folder: string,
  written: readonly WrittenFile[],
  assets: readonly Asset[],
  overwrite: boolean
): Promise<readonly MadeFile[]> => {
  const names = [...written, ...assets].map(({ name }) => name)
  if (!overwrite)
    for (const name of names)
      if (await isThere(join(folder, name)))
        throw new Error(`${join(folder, name)} is there already; to write over it say --overwrite`)
  for (const name of new Set(names.map(each => dirname(join(folder, each))))) await mkdir(name, { recursive: true })
  const flag = overwrite ? 'w' : 'wx'
  for (const { name, text } of written) await writeFile(join(folder, name), text, { flag })
  for (const { name, from } of assets) await copyFile(from, join(folder, name), overwrite ? 0 : constants.COPYFILE_EXCL)
  return Promise.all(names.map(async name => ({ name, bytes: (await stat(join(folder, name))).size })))
}
