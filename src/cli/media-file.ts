import { type FileHandle, open } from 'node:fs/promises'
import type { ByteSource } from '../core/sources/probe/bytes.ts'
import { expectFile } from './read.ts'

const readPiece = async (handle: FileHandle, from: number, length: number): Promise<Uint8Array> => {
  const bytes = new Uint8Array(length)
  const { bytesRead } = await handle.read(bytes, 0, length, from)
  return bytes.subarray(0, bytesRead)
}

/** Opens a file to be looked into, for as long as `use` takes. @throws what the file system says. */
export const withMediaFile = async <Value>(path: string, use: (file: ByteSource) => Promise<Value>): Promise<Value> => {
  await expectFile(path)
  const handle = await open(path)
  try {
    const { size } = await handle.stat()
    return await use({
      size,
      read: (from, length) => readPiece(handle, from, Math.max(0, Math.min(length, size - from)))
    })
  } finally {
    await handle.close()
  }
}
