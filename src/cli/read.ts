import { statSync } from 'node:fs'
import { readFile, stat } from 'node:fs/promises'

/** Longer files are not read as text, in bytes. */
const LONGEST = 2 ** 26

/** Whether a path names a file that can be read to its end: no folder, no pipe, no device, and not endless. */
export const isFile = (path: string): boolean => {
  try {
    return statSync(path).isFile()
  } catch {
    return false
  }
}

/** @throws a sentence for what is no file, or what the file system says. */
export const expectFile = async (path: string): Promise<void> => {
  const found = await stat(path)
  if (found.isDirectory()) throw new Error(`this is a folder, and no file: ${path}`)
  // To open a pipe that nobody writes to would wait without end.
  if (!found.isFile()) throw new Error(`this is a pipe or a device, and no file: ${path}`)
}

/** The bytes of a text file. @throws a sentence, or what the file system says. */
export const readBytes = async (path: string): Promise<Uint8Array> => {
  await expectFile(path)
  const { size } = await stat(path)
  if (size > LONGEST) throw new Error(`${path} is longer than ${LONGEST / 2 ** 20} MiB: too long for a text`)
  return readFile(path)
}

/** The text of a file that may not be there, or not be text: `undefined` then. */
export const readTextIfThere = async (path: string): Promise<string | undefined> =>
  readBytes(path).then(
    bytes => new TextDecoder().decode(bytes),
    () => undefined
  )
