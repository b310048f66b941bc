/** Letters without their marks and cases: `é` is found by `e`, `ماءً` by `ماء`. */
const plain = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/** Where a search is in a text, in the text's own places. */
const findIn = (text: string, wanted: string): readonly (readonly [start: number, end: number])[] => {
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

/** Where the engine can mark text without touching it (CSS Custom Highlight API). */
const highlight = (): Highlight | undefined => {
  if (typeof Highlight === 'undefined' || !CSS.highlights) return undefined
  const known = CSS.highlights.get(HIGHLIGHT) ?? new Highlight()
  CSS.highlights.set(HIGHLIGHT, known)
  return known
}

const rangesIn = (item: Element, wanted: string): readonly Range[] => {
  const walker = document.createTreeWalker(item, NodeFilter.SHOW_TEXT)
  const ranges: Range[] = []
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    for (const [start, end] of findIn((node as Text).data, wanted)) {
      const range = document.createRange()
      range.setStart(node, start)
      range.setEnd(node, end)
      ranges.push(range)
    }
  }
  return ranges
}

/** The fields that search a list: `data-yoke-search` names the list by its id. */
const fieldsOf = (list: HTMLElement): readonly HTMLInputElement[] =>
  list.id === ''
    ? []
    : [
        ...(list.getRootNode() as Document | ShadowRoot).querySelectorAll<HTMLInputElement>(
          `input[data-yoke-search="${CSS.escape(list.id)}"]`
        )
      ]

/** How many were found, in every `<output for="field">`. */
const tell = (field: HTMLInputElement, found: number, all: number): void => {
  if (field.id === '') return
  const root = field.getRootNode() as Document | ShadowRoot
  for (const output of root.querySelectorAll<HTMLOutputElement>(`output[for~="${CSS.escape(field.id)}"]`))
    output.textContent = field.value.trim() === '' ? '' : `${found} / ${all}`
}

/** A list that can be searched: what does not hold the words is hidden, where they stand is marked. */
export const coupleSearch = (list: HTMLElement): { readonly again: () => void; readonly release: () => void } => {
  let ranges: readonly Range[] = []
  const unmark = (): void => {
    const marks = highlight()
    for (const range of ranges) marks?.delete(range)
    ranges = []
  }
  const search = (): void => {
    unmark()
    const items = [...list.children].filter((item): item is HTMLElement => item.localName !== 'template')
    const fields = fieldsOf(list)
    const wanted = fields.map(({ value }) => plain(value.trim())).filter(Boolean)
    for (const item of items) item.hidden = !wanted.every(words => plain(item.textContent ?? '').includes(words))
    const shown = items.filter(({ hidden }) => !hidden)
    if (wanted.length > 0) ranges = shown.flatMap(item => wanted.flatMap(words => rangesIn(item, words)))
    const marks = highlight()
    for (const range of ranges) marks?.add(range)
    for (const field of fields) tell(field, shown.length, items.length)
  }
  const listen = ({ target }: Event): void => {
    if (target instanceof HTMLInputElement && fieldsOf(list).includes(target)) search()
  }
  const root = list.getRootNode()
  root.addEventListener('input', listen)
  return {
    again: search,
    release: () => {
      root.removeEventListener('input', listen)
      unmark()
    }
  }
}
