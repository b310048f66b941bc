import { existsSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { type DefaultTreeAdapterTypes, html, parse } from 'parse5'
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
  /** The file that an address names, or `undefined` where it lies elsewhere than on this disk. */
  fileOf(address: string): string | undefined
}

const textOf = (node: Node): string => {
  if (node.nodeName === '#text') return (node as DefaultTreeAdapterTypes.TextNode).value
  return 'childNodes' in node ? node.childNodes.map(textOf).join('') : ''
}

const childrenOf = (node: Node): readonly Node[] => {
  if (node.nodeName === 'template') return (node as DefaultTreeAdapterTypes.Template).content.childNodes
  return 'childNodes' in node ? node.childNodes : []
}

const quoted = (name: string, value: string): string => {
  if (value === '') return name
  return value.includes('"') ? `${name}='${value.replaceAll("'", '&#39;')}'` : `${name}="${value}"`
}

const elementOf = (path: string, node: Element, parent: PageElement | undefined, all: PageElement[]): PageElement => {
  const where = node.sourceCodeLocation
  const tag = where?.startTag ?? where
  const children: PageElement[] = []
  const element: PageElement = {
    name: node.tagName,
    attributes: new Map(node.attrs.map(({ name, value }) => [name, value])),
    parent,
    children,
    text: childrenOf(node).map(textOf).join(''),
    place: { path, line: where?.startLine ?? 1, column: where?.startCol ?? 1 },
    placeOf(attribute) {
      const found = where?.attrs?.[attribute]
      return found ? { path, line: found.startLine, column: found.startCol } : element.place
    },
    write(attribute, value, instead = attribute) {
      const found = where?.attrs?.[attribute]
      const text = value === undefined ? '' : quoted(instead, value)
      if (found) return { from: found.startOffset - (text ? 0 : 1), to: found.endOffset, text }
      if (!tag || value === undefined) return undefined
      const at = tag.startOffset + 1 + node.tagName.length
      return { from: at, to: at, text: ` ${text}` }
    }
  }
  all.push(element)
  for (const child of childrenOf(node)) if ('tagName' in child) children.push(elementOf(path, child, element, all))
  return element
}

/** Addresses with a scheme, or on another host. */
const ELSEWHERE = /^(?:[a-z][a-z0-9+.-]*:|\/\/)/i

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
  const elements: PageElement[] = []
  const document = parse(text, { sourceCodeLocationInfo: true })
  for (const node of document.childNodes) if ('tagName' in node) elementOf(path, node, undefined, elements)
  const base = elements.find(({ name, attributes }) => name === 'base' && attributes.has('href'))
  return {
    path,
    text,
    elements: elements.filter(({ name }) => name !== html.TAG_NAMES.HEAD),
    scripts,
    fileOf(address) {
      const [plain = ''] = address.split(/[?#]/)
      if (plain === '' || base || ELSEWHERE.test(address)) return undefined
      const decoded = decodeURIComponent(plain.replace(/%(?![0-9a-f]{2})/gi, '%25'))
      return locate(path, decoded, top)
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

/** Everything inside an element. */
export const inside = (element: PageElement): readonly PageElement[] =>
  element.children.flatMap(child => [child, ...inside(child)])

export const isMedia = ({ name }: PageElement): boolean => name === 'video' || name === 'audio'
