import { ByteCursor, type ByteReader, broken } from './bytes.ts'

/** One element (RFC 8794, section 6.2). */
export interface Element {
  readonly id: number
  /** Where its contents begin and end, in bytes from the start of the file. */
  readonly from: number
  readonly end: number
}

/** The longest header: an id of four bytes and a size of eight. */
const HEADER = 12
const MOST = 10_000

/** A number of a length that its first byte tells (RFC 8794, section 4). `undefined`: all bits set, which is “unknown”. */
const readVariable = (cursor: ByteCursor, keepMarker: boolean): number | undefined => {
  const first = cursor.u8()
  const length = Math.clz32(first) - 23
  if (length > 8) throw broken('WebM: an element in it has no length')
  let value = keepMarker ? first : first & (0xff >> length)
  let isUnknown = !keepMarker && (first | (0xff << (8 - length))) % 256 === 255
  for (let count = 1; count < length; count += 1) {
    const byte = cursor.u8()
    isUnknown &&= byte === 255
    value = value * 256 + byte
  }
  return isUnknown ? undefined : value
}

/** The elements that stand one after the other in a stretch of the file. One of unknown size is taken to reach to its end. */
export async function* readElements(reader: ByteReader, from: number, end: number): AsyncGenerator<Element> {
  let at = from
  for (let count = 0; at + 2 <= end && count < MOST; count += 1) {
    const header = await reader.cursor(at, HEADER)
    if (header.left < 2) return
    const id = readVariable(header, true) ?? 0
    const size = readVariable(header, false)
    const start = at + header.at
    const element = { id, from: start, end: size === undefined ? end : start + size }
    yield element
    at = element.end
  }
}

/** All elements directly inside one, by their id; the last where there are several. */
export const elementsIn = async (
  reader: ByteReader,
  { from, end }: Pick<Element, 'from' | 'end'>
): Promise<ReadonlyMap<number, Element>> => {
  const found = new Map<number, Element>()
  // No element reaches beyond the one that it lies in, whatever it says.
  for await (const element of readElements(reader, from, end))
    found.set(element.id, { ...element, end: Math.min(element.end, end) })
  return found
}

/** No value that is read here is longer. */
const LONGEST = 16_384

/** A cursor over an element's contents; empty for one that is not there. */
export const openElement = (reader: ByteReader, element: Element | undefined): Promise<ByteCursor> =>
  element
    ? reader.cursor(element.from, Math.min(element.end - element.from, LONGEST))
    : Promise.resolve(new ByteCursor(new Uint8Array()))

/** A whole number (RFC 8794, section 7.2); `undefined` for an element that is not there. */
export const readUnsigned = async (reader: ByteReader, element: Element | undefined): Promise<number | undefined> => {
  if (!element) return undefined
  const { bytes } = await openElement(reader, element)
  return bytes.slice(0, 8).reduce((value, byte) => value * 256 + byte, 0)
}

/** A number with a fraction, of four or eight bytes (RFC 8794, section 7.3). */
export const readFloat = async (reader: ByteReader, element: Element | undefined): Promise<number | undefined> => {
  const cursor = await openElement(reader, element)
  if (cursor.left === 4) return cursor.f32()
  return cursor.left === 8 ? cursor.f64() : undefined
}

/** Characters of one byte each, up to the first zero (RFC 8794, section 7.4). */
export const readText = async (reader: ByteReader, element: Element | undefined): Promise<string> => {
  const cursor = await openElement(reader, element)
  return cursor.text(Math.min(cursor.left, 256)).replace(/\0.*$/s, '')
}
