import type { Reading } from '../reading.ts'
import { childOf, type XmlElement } from './xml.ts'

/** The address that those in an element are relative to (ISO/IEC 23009-1, 5.6). */
export const baseOf = (element: XmlElement, base: string, reading: Reading): string => {
  const written = childOf(element, 'BaseURL')
  return (written && reading.address(written.text, written.at, base)) ?? base
}
