import { findAll, isTag, listen, rootOf, unlisten } from '../scope/nodes.ts'
import { workInSlices } from './yield-to-page.ts'

/** Letters without their marks and cases: `é` is found by `e`, `ماءً` by `ماء`. */
const plain = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/** Where a search is in a text, in the text's own places. */
const findIn = (text: string, wanted: string): readonly (readonly [start: number, end: number])[] => {
  // Most texts do not hold it.
  if (!plain(text).includes(wanted)) return []
  const places: number[] = []
  let folded = ''
  for (let at = 0; at < text.length; at += 1) {
    const piece = plain(text.charAt(at))
    folded += piece
    for (let index = 0; index < piece.length; index += 1) places.push(at)
  }
  const found: (readonly [number, number])[] = []
  for (let at = folded.indexOf(wanted); at >= 0; at = folded.indexOf(wanted, at + wanted.length))
    found.push([places[at] ?? 0, (places[at + wanted.length - 1] ?? 0) + 1])
  return found
}

const HIGHLIGHT = 'yoke-found'

/** What is marked in each list; a name of a highlight is the whole document's. */
const marked = new Map<HTMLElement, StaticRange[]>()

/** Takes the marks of one list off, all at once: to delete thousands one by one takes an engine seconds. */
const unmark = (list: HTMLElement): void => {
  marked.delete(list)
  // Where the engine can mark text without touching it (CSS Custom Highlight API).
  if (typeof Highlight === 'undefined' || !CSS.highlights) return
  const highlight = new Highlight()
  for (const ranges of marked.values()) for (const range of ranges) highlight.add(range)
  CSS.highlights.set(HIGHLIGHT, highlight)
}

const mark = (list: HTMLElement, item: Element, wanted: readonly string[]): void => {
  const highlight = globalThis.CSS?.highlights?.get(HIGHLIGHT)
  if (!highlight) return
  const ranges = marked.get(list) ?? []
  marked.set(list, ranges)
  const walker = document.createTreeWalker(item, NodeFilter.SHOW_TEXT)
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    for (const [startOffset, endOffset] of wanted.flatMap(words => findIn((node as Text).data, words))) {
      const range = new StaticRange({ startContainer: node, startOffset, endContainer: node, endOffset })
      ranges.push(range)
      highlight.add(range)
    }
  }
}

/** The fields that search a list: `data-yoke-search` names the list by its id. */
const fieldsOf = (list: HTMLElement): readonly HTMLInputElement[] =>
  list.id === '' ? [] : findAll<HTMLInputElement>(rootOf(list), `input[data-yoke-search="${CSS.escape(list.id)}"]`)

/** How many were found, in every `<output for="field">`. */
const tell = (field: HTMLInputElement, found: number, all: number): void => {
  if (field.id === '') return
  for (const output of findAll(rootOf(field), `output[for~="${CSS.escape(field.id)}"]`))
    output.textContent = field.value.trim() === '' ? '' : `${found} / ${all}`
}

/** A list that can be searched: what does not hold the words is hidden, where they stand is marked. */
export const coupleSearch = (list: HTMLElement): { readonly again: () => void; readonly release: () => void } => {
  let latest: object | undefined
  const search = async (): Promise<void> => {
    const mine = {}
    latest = mine
    const isWanted = (): boolean => latest === mine
    unmark(list)
    const items = [...list.children].filter((item): item is HTMLElement => item.localName !== 'template')
    const fields = fieldsOf(list)
    const wanted = fields.map(({ value }) => plain(value.trim())).filter(Boolean)
    const found = new Set<HTMLElement>()
    const isRead = await workInSlices(items, list, isWanted, item => {
      const text = wanted.length > 0 ? plain(item.textContent ?? '') : ''
      if (wanted.every(words => text.includes(words))) found.add(item)
    })
    if (!isRead) return
    for (const field of fields) tell(field, found.size, items.length)
    // To hide is done in one go: laying out what is left each time would take longer than all of it.
    for (const item of items) if (!found.has(item)) item.hidden = true
    const missing = [...found].filter(({ hidden }) => hidden)
    const isShown = await workInSlices(missing, list, isWanted, item => {
      item.hidden = false
    })
    // Behind the layout, which takes long among many marks.
    if (isShown && wanted.length > 0) await workInSlices([...found], list, isWanted, item => mark(list, item, wanted))
  }
  const look = ({ target }: Event): void => {
    if (isTag(target, 'input') && fieldsOf(list).includes(target)) search()
  }
  const root = rootOf(list)
  listen(root, 'input', look)
  return {
    again: search,
    release: () => {
      latest = undefined
      unlisten(root, 'input', look)
      unmark(list)
    }
  }
}
