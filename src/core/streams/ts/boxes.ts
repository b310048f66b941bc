import { joinBytes } from './packets.ts'

/** What a box may hold: bytes, numbers of 32 bits, other boxes. */
export type BoxContent = Uint8Array | readonly number[]

const bytesOf = (content: BoxContent): Uint8Array =>
  content instanceof Uint8Array ? content : Uint8Array.from(content)

/** A box (ISO/IEC 14496-12, 4.2). Lists of numbers are bytes. */
export const box = (type: string, ...contents: readonly BoxContent[]): Uint8Array => {
  const pieces = contents.map(bytesOf)
  const size = pieces.reduce((sum, { length }) => sum + length, 8)
  return joinBytes([Uint8Array.from([...u32(size), ...[...type].map(letter => letter.charCodeAt(0))]), ...pieces])
}

/** A box with version and flags (ISO/IEC 14496-12, 4.2). */
export const fullBox = (type: string, version: number, flags: number, ...contents: readonly BoxContent[]): Uint8Array =>
  box(type, [version, ...u32(flags).slice(1)], ...contents)

/** A whole number in four bytes, the highest first; a negative one in two's complement. */
export const u32 = (value: number): readonly number[] => [
  value >>> 24,
  (value >>> 16) & 255,
  (value >>> 8) & 255,
  value & 255
]

/** In eight bytes. */
export const u64 = (value: number): readonly number[] => [...u32(Math.floor(value / 2 ** 32)), ...u32(value % 2 ** 32)]

export const u16 = (value: number): readonly number[] => [(value >> 8) & 255, value & 255]

/** So many bytes of nothing. */
export const zeros = (count: number): Uint8Array => new Uint8Array(count)
