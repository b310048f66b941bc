import { existsSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { type DefaultTreeAdapterTypes, html, parse } from 'parse5'
import { placesIn } from '../../../core/captions/vtt/scan.ts'
import type { Edit, Place } from '../placed-fault.ts'

type Node = DefaultTreeAdapterTypes.Node
type Element = DefaultTreeAdapterTypes.Element

/** An element of a page that is read and not run. */
export interface PageElement {
  readonly name: string
  readonly attributes: ReadonlyMap<string, string>
  readonly parent: PageElement | undefined
  readonly children: readonly PageElement[]
  /** All text in it, in order. */
  readonly text: string
  readonly place: Place
  /** Its start tag is written as `<name />`, which HTML does not know for it. */
  readonly isSelfClosed: boolean
  /** Where an attribute stands; the element's own place where it has none. */
  placeOf(attribute: string): Place
  /** The edit that gives an attribute another value, or adds it; `undefined` takes it away. */
  write(attribute: string, value: string | undefined, instead?: string): Edit | undefined
}

/** A page with all that stands in it, in the order of the text. */
export interface Page {
  readonly path: string
  readonly text: string
  readonly elements: readonly PageElement[]
  /** Text of its scripts, inline and local. */
  readonly scripts: readonly string[]
  /** Where it was cut off, because more stands in it than is looked at. */
  readonly cutAt: Place | undefined
  /** Every id, in the order of the text. */
  readonly ids: ReadonlySet<string>
  /** Whether a script of the page has a word. */
  mentions(word: string): boolean
  /** The file that an address names, or `undefined` where it lies elsewhere than on this disk. */
  fileOf(address: string): string | undefined
}

const childrenOf = (node: Node): readonly Node[] => {
  // A <template> of SVG has no content of its own.
  if ('content' in node) return node.content.childNodes
  return 'childNodes' in node ? node.childNodes : []
}

/** All text in a node, in order. Not by recursion: what is read may be deep. */
const textOf = (node: Node): string => {
  const found: string[] = []
  const waiting: Node[] = [node]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (next.nodeName === '#text') found.push((next as DefaultTreeAdapterTypes.TextNode).value)
    for (const child of [...childrenOf(next)].reverse()) waiting.push(child)
  }
  return found.join('')
}

const quoted = (name: string, plain: string): string => {
  if (plain === '') return name
  const value = plain.replaceAll('&', '&amp;')
  return value.includes('"') ? `${name}='${value.replaceAll("'", '&#39;')}'` : `${name}="${value}"`
}

const elementOf = (
  path: string,
  text: string,
  node: Element,
  parent: PageElement | undefined,
  children: readonly PageElement[]
): PageElement => {
  const where = node.sourceCodeLocation
  const tag = where?.startTag ?? where
  let ownText: string | undefined
  const element: PageElement = {
    name: node.tagName,
    attributes: new Map(node.attrs.map(({ name, value }) => [name, value])),
    parent,
    children,
    get text() {
      ownText ??= textOf(node)
      return ownText
    },
    place: { path, line: where?.startLine ?? 1, column: where?.startCol ?? 1 },
    isSelfClosed: tag ? text.slice(tag.startOffset, tag.endOffset).endsWith('/>') : false,
    placeOf(attribute) {
      const found = where?.attrs?.[attribute]
      return found ? { path, line: found.startLine, column: found.startCol } : element.place
    },
    write(attribute, value, instead = attribute) {
      const found = where?.attrs?.[attribute]
      // Another name for the same value: nothing but the name changes.
      if (found && instead !== attribute && value === element.attributes.get(attribute))
        return { from: found.startOffset, to: found.startOffset + attribute.length, text: instead }
      const text = value === undefined ? '' : quoted(instead, value)
      if (found) return { from: found.startOffset - (text ? 0 : 1), to: found.endOffset, text }
      if (!tag || value === undefined) return undefined
      const at = tag.startOffset + 1 + node.tagName.length
      return { from: at, to: at, text: ` ${text}` }
    }
  }
  return element
}

/** More elements of a page, or elements in more others, are not looked at: engines stop at 512 as well. */
const MOST_ELEMENTS = 50_000
const MOST_DEPTH = 512
/** So many tags may be open at once. */
const MOST_OPEN = 2000

/** Tags that nobody has to close, and those that have nothing in them. */
const UNCLOSED =
  /^(?:area|base|br|col|embed|hr|img|input|link|meta|param|source|track|wbr|p|li|option|optgroup|dt|dd|rt|rp|t[rhd]|tbody|thead|tfoot|html|head|body)$/

/** Where too many tags are open for the page to be read in time; its end where that is nowhere. */
const endOfReading = (text: string): number => {
  let open = 0
  for (const { 1: end, 2: name = '', index } of text.matchAll(/<(\/?)([a-z][a-z0-9-]*)/gi)) {
    if (UNCLOSED.test(name.toLowerCase())) continue
    open = Math.max(0, open + (end ? -1 : 1))
    if (open > MOST_OPEN) return index
  }
  return text.length
}

/** The elements of a page in the order of its text, and the first of those that are passed over. */
const elementsOf = (
  path: string,
  text: string,
  document: DefaultTreeAdapterTypes.Document
): { readonly elements: readonly PageElement[]; readonly beyond: Element | undefined } => {
  interface Waiting {
    readonly node: Node
    readonly parent: PageElement | undefined
    readonly siblings: PageElement[]
    readonly depth: number
  }
  const elements: PageElement[] = []
  const waiting: Waiting[] = [{ node: document, parent: undefined, siblings: [], depth: 0 }]
  let beyond: Element | undefined
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, parent, siblings, depth } = next
    const children: PageElement[] = []
    let element = parent
    if ('tagName' in node) {
      if (elements.length >= MOST_ELEMENTS || depth > MOST_DEPTH) {
        beyond ??= node
        continue
      }
      element = elementOf(path, text, node, parent, children)
      elements.push(element)
      siblings.push(element)
    }
    for (const child of [...childrenOf(node)].reverse())
      waiting.push({ node: child, parent: element, siblings: children, depth: depth + 1 })
  }
  return { elements, beyond }
}

/** Addresses with a scheme, or on another host. */
const ELSEWHERE = /^(?:[a-z][a-z0-9+.-]*:|\/\/)/i

/** Percent signs that decode to nothing stand for themselves. */
export const decoded = (address: string): string => {
  try {
    return decodeURIComponent(address.replace(/%(?![0-9a-f]{2})/gi, '%25'))
  } catch {
    return address
  }
}

/** Where a server would find a file: in the folder that is served at the top, or where it is. */
const locate = (path: string, address: string, top: string | undefined): string | undefined => {
  if (address.startsWith('/')) {
    if (top === undefined) return undefined
    const served = join(top, address)
    return existsSync(served) ? served : join(dirname(top), address)
  }
  const beside = resolve(dirname(path), address)
  const served = top === undefined ? beside : join(top, relative(dirname(resolve(top)), beside))
  return !existsSync(beside) && existsSync(served) ? served : beside
}

/**
 * Reads a page. @param top the folder whose files are served at the top of the site, beside the pages; without it addresses
 * that begin with a slash are not followed.
 */
export const readPage = (
  path: string,
  text: string,
  top: string | undefined,
  scripts: readonly string[] = []
): Page => {
  const end = endOfReading(text)
  const { elements, beyond } = elementsOf(path, text, parse(text.slice(0, end), { sourceCodeLocationInfo: true }))
  const where = beyond?.sourceCodeLocation ?? (end < text.length ? placesIn(text)(end) : undefined)
  const words = new Set(scripts.flatMap(script => script.match(/\w[\w-]*/g) ?? []))
  const base = elements.find(({ name, attributes }) => name === 'base' && attributes.has('href'))
  return {
    path,
    text,
    elements: elements.filter(({ name }) => name !== html.TAG_NAMES.HEAD),
    scripts,
    cutAt: where && {
      path,
      ...('startLine' in where ? { line: where.startLine, column: where.startCol } : where)
    },
    ids: new Set(elements.flatMap(({ attributes }) => attributes.get('id') ?? [])),
    mentions: word => words.has(word) || (!/^\w[\w-]*$/.test(word) && scripts.some(script => script.includes(word))),
    fileOf(address) {
      const [plain = ''] = address.split(/[?#]/)
      if (plain === '' || base || ELSEWHERE.test(address)) return undefined
      return locate(path, decoded(plain), top)
    }
  }
}

/** The nearest element around one, itself included, that a test holds for. */
export const around = (element: PageElement, test: (each: PageElement) => boolean): PageElement | undefined => {
  for (let each: PageElement | undefined = element; each; each = each.parent) if (test(each)) return each
  return undefined
}

/** The player around an element. */
export const playerOf = (element: PageElement): PageElement | undefined =>
  element.parent && around(element.parent, ({ name }) => name === 'yoke-player')

/** Everything inside an element, in the order of the text. */
export const inside = (element: PageElement): readonly PageElement[] => {
  const found: PageElement[] = []
  const waiting = [...element.children].reverse()
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    found.push(next)
    for (const child of [...next.children].reverse()) waiting.push(child)
  }
  return found
}

export const isMedia = ({ name }: PageElement): boolean => name === 'video' || name === 'audio'
