/** A line of a playlist. */
export interface PlaylistLine {
  /** Where it begins, in code units from the start of the text. */
  readonly at: number
  /** The name of a tag without `#`; `''` for an address. */
  readonly tag: string
  /** What stands behind the colon of a tag; an address. */
  readonly value: string
  /** Where {@link value} begins. */
  readonly valueAt: number
}

const LINE = /[^\r\n]+/g
const TAG = /^#(EXT[^:]*)(:?)/

/** The tags and addresses of a playlist, without comments and empty lines (RFC 8216, section 4.1). */
export function* linesOf(text: string): Generator<PlaylistLine> {
  for (const { 0: line, index: at } of text.matchAll(LINE)) {
    const [head = '', tag = ''] = TAG.exec(line) ?? []
    if (head) yield { at, tag: tag.trimEnd(), value: line.slice(head.length).trim(), valueAt: at + head.length }
    else if (!line.startsWith('#') && line.trim()) yield { at, tag: '', value: line.trim(), valueAt: at }
  }
}

/** Without a white space behind `=`, of which there is none (RFC 8216, section 4.2): no text is gone over twice. */
const ATTRIBUTE = /\s*([A-Z0-9-]+)\s*=(?:"([^"]*)" *|([^",]*))(?:,|$)/y

/** The attributes of a tag (RFC 8216, section 4.2); `undefined` where they cannot be read. */
export const readAttributes = (value: string): Readonly<Record<string, string>> | undefined => {
  const attributes: Record<string, string> = Object.create(null)
  ATTRIBUTE.lastIndex = 0
  for (let end = 0; end < value.length; end = ATTRIBUTE.lastIndex) {
    const [, name, quoted, plain] = ATTRIBUTE.exec(value) ?? []
    if (name === undefined) return undefined
    attributes[name] = quoted ?? plain?.trim() ?? ''
  }
  return attributes
}

/** A number that is not negative; `undefined` where there is none. */
export const readAmount = (text: string | undefined): number | undefined => {
  const amount = text === undefined || text.trim() === '' ? Number.NaN : Number(text)
  return Number.isFinite(amount) && amount >= 0 ? amount : undefined
}

/** `length@from` (RFC 8216, section 4.3.2.2). @param follows where it begins where that is left out. */
export const readRange = (
  value: string,
  follows: number | undefined
): { readonly from: number; readonly length: number } | undefined => {
  const [, length, at] = /^(\d+)(?:@(\d+))?$/.exec(value) ?? []
  const from = at === undefined ? follows : Number(at)
  const isExact = Number.isSafeInteger(Number(length)) && Number.isSafeInteger(from)
  return length === undefined || from === undefined || !isExact ? undefined : { from, length: Number(length) }
}
