import { type ByteCursor, type ByteReader, broken } from './bytes.ts'

/** One box of a file (ISO/IEC 14496-12, 4.2). */
export interface Box {
  readonly type: string
  /** Where its contents begin and end, in bytes from the start of the file. */
  readonly from: number
  readonly end: number
}

/** More boxes than any file has in one place; a hostile one could go on for ever. */
const MOST = 10_000
const HEADER = 8
const LONG_HEADER = 16

/** The boxes that stand one after the other in a stretch of the file. */
export async function* readBoxes(reader: ByteReader, from: number, end: number): AsyncGenerator<Box> {
  let at = from
  for (let count = 0; at + HEADER <= end && count < MOST; count += 1) {
    const header = await reader.cursor(at, LONG_HEADER)
    if (header.left < HEADER) return
    const short = header.u32()
    const type = header.text(4)
    // 1: the size is a long one, after the type. 0: to the end of the file.
    const size = short === 1 ? header.u64() : short === 0 ? end - at : short
    const head = short === 1 ? LONG_HEADER : HEADER
    if (size < head) throw broken('MP4: a box in it is smaller than its own header')
    yield { type, from: at + head, end: at + size }
    at += size
  }
}

/** The boxes inside one, by their type; the first of each, and all tracks under `trak`. */
export const boxesIn = async (reader: ByteReader, box: Pick<Box, 'from' | 'end'>): Promise<readonly Box[]> => {
  const found: Box[] = []
  // No box reaches beyond the one that it lies in, whatever it says.
  for await (const inner of readBoxes(reader, box.from, box.end))
    found.push({ ...inner, end: Math.min(inner.end, box.end) })
  return found
}

/** Follows a path of types down from a box; `undefined` where it breaks off. */
export const findBox = async (reader: ByteReader, box: Box, ...path: readonly string[]): Promise<Box | undefined> => {
  let here: Box | undefined = box
  for (const type of path) {
    const inside: readonly Box[] = await boxesIn(reader, here)
    here = inside.find(inner => inner.type === type)
    if (!here) return undefined
  }
  return here
}

/** No box that is read as a whole here is longer. */
const LONGEST = 65_536

/** A cursor over a box's contents; over the first of them in a very long one. */
export const openBox = (reader: ByteReader, { from, end }: Box): Promise<ByteCursor> =>
  reader.cursor(from, Math.min(end - from, LONGEST))

/** A cursor after the version and flags of a full box, and its version (ISO/IEC 14496-12, 4.2). */
export const openFullBox = async (
  reader: ByteReader,
  box: Box
): Promise<{ readonly version: number; readonly cursor: ByteCursor }> => {
  const cursor = await openBox(reader, box)
  const version = cursor.u8()
  return { version, cursor: cursor.skip(3) }
}
