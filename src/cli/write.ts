import { randomUUID } from 'node:crypto'
import { realpath, rename, rm, stat, writeFile } from 'node:fs/promises'

/**
 * Puts a text in the place of a file, or leaves the file as it is: it is written beside it, and then takes its place.
 * @throws what the file system says.
 */
export const replaceFile = async (path: string, text: string): Promise<void> => {
  // A link stays one.
  const target = await realpath(path)
  const { mode } = await stat(target)
  const beside = `${target}.${randomUUID()}.tmp`
  try {
    await writeFile(beside, text, { flag: 'wx', mode })
    await rename(beside, target)
  } finally {
    await rm(beside, { force: true })
  }
}
