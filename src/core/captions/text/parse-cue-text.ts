import { readTimestamp } from '../vtt/scan.ts'
import {
  BASIC_REFERENCES,
  CUE_TAGS,
  type CueNode,
  type CueTextOptions,
  type NamedReferences,
  type TagNode
} from './cue-text.ts'
import { readReference } from './reference.ts'

/** More of a cue's text, in UTF-16 code units, is not read. */
export const MOST_LETTERS = 10_000
/** A tag in so many others is left out, and its text stays. */
export const MOST_TAGS = 32

interface OpenTag {
  readonly type: TagNode['type']
  readonly children: CueNode[]
  /** Where it was opened, from 0. */
  readonly at: number
}

/** Puts what character references stand for in their place. */
const resolve = (text: string, references: NamedReferences): string => {
  let from = 0
  let resolved = ''
  for (let at = text.indexOf('&'); at >= 0; at = text.indexOf('&', at + 1)) {
    const reference = readReference(text, at + 1, references)
    if (!reference) continue
    resolved += text.slice(from, at) + reference.character
    from = at + 1 + reference.length
    at = from - 1
  }
  return from === 0 ? text : resolved + text.slice(from)
}

/** Where the name of a start tag, and its classes, end: at a space or a line feed (WebVTT, "start tag state"). */
const NAME_END = /[\t\n\f ]/

/** Builds the tree of one cue (WebVTT, "WebVTT cue text parsing rules"). */
class TreeBuilder {
  readonly root: CueNode[] = []
  readonly #open: OpenTag[] = []
  readonly #unknown = new Set<string>()
  readonly #text: string
  readonly #isCut: boolean
  readonly #references: NamedReferences
  readonly #report: NonNullable<CueTextOptions['report']>

  constructor(text: string, { references = BASIC_REFERENCES, report = () => {} }: CueTextOptions) {
    this.#text = text.slice(0, MOST_LETTERS)
    this.#isCut = text.length > MOST_LETTERS
    this.#references = references
    this.#report = report
  }

  build(): readonly CueNode[] {
    const text = this.#text
    if (this.#isCut) this.#report('text-long', MOST_LETTERS, '')
    let at = 0
    while (at < text.length) {
      const tag = text.indexOf('<', at)
      if (tag !== at) this.#addText(text.slice(at, tag < 0 ? text.length : tag))
      if (tag < 0) break
      at = this.#readTag(tag)
    }
    for (const { at: opened, type } of this.#open) if (type !== 'v') this.#report('tag-unclosed', opened, type)
    return this.root
  }

  get #current(): CueNode[] {
    return this.#open[this.#open.length - 1]?.children ?? this.root
  }

  #addText(text: string): void {
    this.#current.push({ type: 'text', text: resolve(text, this.#references) })
  }

  /** Reads what `<` at this place begins. @returns where to go on. */
  #readTag(at: number): number {
    const text = this.#text
    const end = text.indexOf('>', at)
    const inside = text.slice(at + 1, end < 0 ? text.length : end)
    const first = inside.charCodeAt(0)
    if (first === 47) this.#endTag(inside.slice(1), at)
    else if (first >= 48 && first <= 57) this.#addTimestamp(inside, at)
    else this.#startTag(inside, at)
    return end < 0 ? text.length : end + 1
  }

  #startTag(inside: string, at: number): void {
    const space = inside.search(NAME_END)
    const [name = '', ...classes] = (space < 0 ? inside : inside.slice(0, space)).split('.')
    const type = CUE_TAGS.find(tag => tag === name)
    if (!type) {
      this.#report('tag-unknown', at, name)
      this.#unknown.add(name)
      return
    }
    if (type === 'rt' && this.#open[this.#open.length - 1]?.type !== 'ruby') {
      this.#report('rt-outside-ruby', at, name)
      return
    }
    if (this.#open.length >= MOST_TAGS) {
      this.#report('tags-deep', at, name)
      this.#unknown.add(name)
      return
    }
    const hasAnnotation = type === 'v' || type === 'lang'
    const children: CueNode[] = []
    this.#current.push({
      type,
      classes: classes.filter(word => word !== ''),
      annotation: hasAnnotation && space >= 0 ? this.#annotation(inside.slice(space)) : '',
      children
    })
    this.#open.push({ type, children, at })
  }

  #annotation(text: string): string {
    return resolve(text, this.#references)
      .replace(/[\t\n\f\r ]+/g, ' ')
      .replace(/^ | $/g, '')
  }

  #endTag(name: string, at: number): void {
    const current = this.#open[this.#open.length - 1]?.type
    if (current === name) this.#open.pop()
    else if (name === 'ruby' && current === 'rt') this.#open.splice(-2)
    // What closes an unknown tag has been told with it.
    else if (!this.#unknown.has(name)) this.#report('end-tag-stray', at, name)
  }

  #addTimestamp(inside: string, at: number): void {
    const cursor = { text: inside, at: 0 }
    const time = readTimestamp(cursor)
    if (Number.isNaN(time) || cursor.at < inside.length) this.#report('timestamp-unreadable', at, inside)
    else this.#current.push({ type: 'timestamp', time })
  }
}

/** Reads a cue's text into its tree. Never throws: what is no tag of WebVTT is left out, its content stays. */
export const parseCueText = (text: string, options: CueTextOptions = {}): readonly CueNode[] =>
  new TreeBuilder(text, options).build()

/** The text alone, as it is read aloud: without tags, and without the readings of ruby. */
export const plainCueText = (nodes: readonly CueNode[]): string =>
  nodes
    .map(node => {
      if (node.type === 'text') return node.text
      return node.type === 'timestamp' || node.type === 'rt' ? '' : plainCueText(node.children)
    })
    .join('')
