import { type Fault, type FaultCode, fault, tellFirst } from '../fault.ts'

/** What is wrong with a manifest, and where: line and column from 1, the column in UTF-16 code units. */
export interface ManifestFault extends Fault {
  readonly line: number
  readonly column: number
}

/** The platform's own reader of addresses: wherever the core runs there is one, and no type library of the language has it. */
declare const URL: { new (address: string, base?: string): { readonly href: string; readonly protocol: string } }

/** Presentations are XML, playlists are lines. */
export const isPresentation = (text: string): boolean => /^\ufeff?\s*</.test(text)

/** Longer manifests are refused, in UTF-16 code units: a day of two seconds each, in twelve renditions, is shorter. */
export const LONGEST_MANIFEST = 16_000_000
/** More segments of one rendition are not listed: two seconds each, that is a day. */
export const MOST_SEGMENTS = 50_000

const SCHEMES: ReadonlySet<string> = new Set(['http:', 'https:', 'blob:', 'data:'])

/** A text that is read, and what is wrong with it. */
export class Reading {
  readonly text: string
  readonly base: string
  readonly #noted: {
    readonly at: number
    readonly code: FaultCode
    readonly message: string
    readonly hint: string
  }[] = []

  /** @param base whole address of the manifest. */
  constructor(text: string, base: string) {
    this.text = text
    this.base = base
  }

  /** Notes what is wrong. @param at where, in code units from the start. */
  note(at: number, code: FaultCode, message: string, hint: string): void {
    this.#noted.push({ at, code, message, hint })
  }

  /** What is wrong, in the order of its places. */
  get faults(): readonly ManifestFault[] {
    const noted = this.#noted.sort((a, b) => a.at - b.at)
    return tellFirst(noted, ({ at, code, message, hint }) => ({
      ...fault(code, message, hint),
      ...placeIn(this.text, at)
    }))
  }

  /** A whole address that may be fetched; `undefined`, and noted, where it is none. */
  address(written: string, at: number, base = this.base): string | undefined {
    try {
      const { href, protocol } = new URL(written.trim(), base)
      if (SCHEMES.has(protocol)) return href
    } catch {
      // Said below, as one that is not to be fetched.
    }
    this.note(
      at,
      'manifest-address-refused',
      `“${written}” is no address that a stream may be fetched from.`,
      'write an address of http or https, or one that is relative to the manifest'
    )
    return undefined
  }
}

/** Line and column of a place in a text, from 1. */
export const placeIn = (text: string, at: number): { readonly line: number; readonly column: number } => {
  const before = text.slice(0, at)
  const breaks = before.match(/\r\n?|\n/g)?.length ?? 0
  return { line: breaks + 1, column: at - Math.max(before.lastIndexOf('\n'), before.lastIndexOf('\r')) }
}
