import type { DialectData } from './dialect.ts'

/** An address in parts (URL Standard). */
interface Address {
  readonly origin: string
  readonly pathname: string
  readonly searchParams: Iterable<[string, string]> & { get(name: string): string | null }
}

/** The platform's own reader of addresses: wherever the core runs there is one, and no type library of the language has it. */
declare const URL: { new (address: string, base?: string): Address; canParse(address: string, base?: string): boolean }

/** The code of a clip, as addresses carry it: nothing that would mean something else in another address. */
const CODE = /^[\w.~-]{1,200}$/

/** What an address says of a clip: the parts that a dialect names in braces, `clip` among them. */
export type ClipParts = Readonly<Record<string, string>>

const NAME = /^\{(\w+)\}$/

/** Takes what stands at a name in braces, or says whether both are the same. */
const takePart = (pattern: string, found: string, parts: Record<string, string>): boolean => {
  const [, name] = NAME.exec(pattern) ?? []
  if (name === undefined) return pattern === found
  if (!CODE.test(found)) return false
  parts[name] = found
  return true
}

const decoded = (text: string): string => {
  try {
    return decodeURIComponent(text)
  } catch {
    return ''
  }
}

const segmentsOf = ({ pathname }: Address): readonly string[] => pathname.replace(/\/$/, '').split('/').map(decoded)

/** What of a clip an address of this form names; `undefined` where it is none. Other parameters are passed over. */
const readAddress = (pattern: Address, address: Address): ClipParts | undefined => {
  const parts: Record<string, string> = Object.create(null)
  const [wanted, found] = [segmentsOf(pattern), segmentsOf(address)]
  if (pattern.origin !== address.origin || wanted.length !== found.length) return undefined
  if (!wanted.every((segment, index) => takePart(segment, found[index] ?? '', parts))) return undefined
  for (const [name, value] of pattern.searchParams)
    if (!takePart(value, address.searchParams.get(name) ?? '', parts)) return undefined
  return parts.clip === undefined ? undefined : parts
}

/** The clip that an address names in this dialect; `undefined` where it is none of its addresses. */
export const clipOfAddress = ({ origin, addresses }: DialectData, address: string): ClipParts | undefined => {
  if (!URL.canParse(address)) return undefined
  for (const pattern of addresses) {
    if (!URL.canParse(pattern, origin)) continue
    const parts = readAddress(new URL(pattern, origin), new URL(address))
    if (parts) return parts
  }
  return undefined
}

/** The dialect that an address is one of, if any. */
export const dialectOf = (dialects: readonly DialectData[], address: string): DialectData | undefined =>
  dialects.find(dialect => clipOfAddress(dialect, address) !== undefined)
