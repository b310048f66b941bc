/** The element in a row that stands for all of it: its first button without a command, or its first link. */
export const controlOf = (row: Element): HTMLElement | null => row.querySelector('button:not([command]), a[href]')

/** Which row an arrow key goes to. */
const STEPS: Readonly<Record<string, (at: number, last: number) => number>> = {
  ArrowDown: (at, last) => Math.min(at + 1, last),
  ArrowUp: at => Math.max(at - 1, 0),
  Home: () => 0,
  End: (_, last) => last
}

/**
 * Keys for rows in which nothing can be focused: the list is one stop of the Tab key, arrows go from row to row, and Enter and
 * the space bar press (ARIA Authoring Practices, "Managing focus within components using a roving tabindex").
 */
export class RowKeys {
  readonly #list: Element
  readonly #rows = new Set<HTMLElement>()
  #stop: HTMLElement | undefined

  constructor(list: Element) {
    this.#list = list
  }

  /** A row has come; one that has a button or a link needs nothing. */
  add(row: HTMLElement): void {
    if (this.#rows.has(row) || controlOf(row) || row.matches('[tabindex], a, button')) return
    this.#rows.add(row)
    row.tabIndex = -1
    if (!this.#stop) this.stand(row)
  }

  remove(row: HTMLElement): void {
    if (!this.#rows.delete(row)) return
    row.removeAttribute('tabindex')
    if (row !== this.#stop) return
    this.#stop = undefined
    const [first] = this.#rows
    if (first) this.stand(first)
  }

  /** The Tab key comes to this row from now on. */
  stand(row: HTMLElement): void {
    if (!this.#rows.has(row)) return
    if (this.#stop) this.#stop.tabIndex = -1
    this.#stop = row
    row.tabIndex = 0
  }

  press(event: KeyboardEvent, press: (row: HTMLElement) => void): void {
    const row = event.target as HTMLElement
    if (!this.#rows.has(row) || event.altKey || event.ctrlKey || event.metaKey) return
    const step = Object.hasOwn(STEPS, event.key) ? STEPS[event.key] : undefined
    if (step) {
      const rows = [...this.#list.children].filter(child => this.#rows.has(child as HTMLElement)) as HTMLElement[]
      const next = rows[step(rows.indexOf(row), rows.length - 1)]
      if (next) this.stand(next)
      next?.focus()
    } else if (event.key === 'Enter' || event.key === ' ') press(row)
    else return
    event.preventDefault()
    // In a player these keys mean something else.
    event.stopPropagation()
  }
}
