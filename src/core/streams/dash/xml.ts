import { fault, type Result, refuse, succeed } from '../../fault.ts'

/** An element of a document. */
export interface XmlElement {
  /** Its name without a prefix. */
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly XmlElement[]
  /** The text in it, of all its pieces. */
  readonly text: string
  /** Where it begins, in code units from the start of the document. */
  readonly at: number
}

/** Deeper documents are refused. */
const DEEPEST = 64
/** Of more elements than these nothing is read. */
const MOST_ELEMENTS = 500_000

/** Each begins behind a white space, so that no text is gone over twice. */
const ATTRIBUTES = /\s([^\s=<>"'/]+)\s*=\s*(?:"([^"]*)"|'([^']*)')/g
const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" }

const character = (code: number, written: string): string =>
  code > 0 && code <= 0x10_ff_ff ? String.fromCodePoint(code) : written

const plain = (text: string): string =>
  text.replace(/&(?:#x([\da-f]{1,6})|#(\d{1,7})|(\w+));/gi, (written, hex, decimal, name) => {
    if (hex) return character(Number.parseInt(hex, 16), written)
    return decimal ? character(Number(decimal), written) : (ENTITIES[name] ?? written)
  })

const local = (name: string): string => name.slice(name.indexOf(':') + 1)

const readAttributes = (text: string): Readonly<Record<string, string>> => {
  const attributes: Record<string, string> = Object.create(null)
  for (const [, name = '', double, single] of text.matchAll(ATTRIBUTES))
    attributes[name] = plain(double ?? single ?? '')
  return attributes
}

/** An element that is being read. */
type Open = Omit<XmlElement, 'children' | 'text'> & { readonly children: XmlElement[]; text: string }

/** What stands between `<` and `>`, or a stretch that is passed over; by a sticky pattern each begins where the one before ends. */
const PIECE =
  /<!--[\s\S]*?-->|<\?[\s\S]*?\?>|<!\[CDATA\[([\s\S]*?)\]\]>|<(!DOCTYPE)|<\/([^\s>]+)\s*>|<([^\s>/!?]+)((?:[^>"']|"[^"]*"|'[^']*')*?)(\/?)>|([^<]+)/gy

/** A fault with its place, in code units. */
export type XmlResult = Result<XmlElement> & { readonly at?: number }

const unreadable = (at: number, message: string, hint: string): XmlResult => ({
  ...refuse(fault('manifest-unreadable', message, hint)),
  at
})

const RAW_TEXT = 1
const DOCTYPE = 2
const CLOSED = 3
const OPENED = 4
const WITHIN = 5
const EMPTY = 6
const TEXT = 7

/**
 * Reads an XML document without a document type (Extensible Markup Language 1.0): elements, attributes, text, character
 * references. Faults: `manifest-unreadable`, with its place.
 */
export const readXml = (text: string): XmlResult => {
  const root: Open = { name: '', attributes: {}, children: [], text: '', at: 0 }
  const open: Open[] = [root]
  let count = 0
  let at = text.startsWith('\ufeff') ? 1 : 0
  while (at < text.length) {
    PIECE.lastIndex = at
    const piece = PIECE.exec(text)
    const here = open.at(-1) as Open
    if (!piece) return unreadable(at, 'A tag is not closed.', 'close it by >')
    if (piece[DOCTYPE]) return unreadable(at, 'A document type stands in it.', 'leave <!DOCTYPE> out')
    if (piece[CLOSED] !== undefined) {
      if (open.length === 1 || here.name !== local(piece[CLOSED]))
        return unreadable(at, `</${piece[CLOSED]}> closes nothing that is open.`, `close <${here.name}> first`)
      open.pop()
    } else if (piece[OPENED] !== undefined) {
      const name = local(piece[OPENED])
      const element: Open = { name, attributes: readAttributes(piece[WITHIN] ?? ''), children: [], text: '', at }
      here.children.push(element)
      count += 1
      if (!piece[EMPTY]) open.push(element)
      if (open.length > DEEPEST || count > MOST_ELEMENTS)
        return unreadable(at, 'There are too many elements in it.', 'name fewer segments, by a template')
    } else here.text += piece[RAW_TEXT] ?? plain(piece[TEXT] ?? '')
    at = PIECE.lastIndex
  }
  const [element] = root.children
  if (open.length > 1) return unreadable(open.at(-1)?.at ?? 0, `<${open.at(-1)?.name}> is not closed.`, 'close it')
  return element ? succeed(element) : unreadable(0, 'There is no element in it.', 'a manifest begins with <MPD>')
}

/** The children of that name. */
export const childrenOf = (element: XmlElement | undefined, name: string): readonly XmlElement[] =>
  element?.children.filter(child => child.name === name) ?? []

/** The first child of that name. */
export const childOf = (element: XmlElement | undefined, name: string): XmlElement | undefined =>
  element?.children.find(child => child.name === name)
