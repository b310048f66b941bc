import { overflowing } from '../../core/layout/fit-row.ts'
import { type ControlEntry, type ControlName, type Layout, layoutFor } from '../../core/layout/layouts.ts'
import type { Words } from '../../core/words/en.ts'
import type { YokeView } from '../../wiring/yoke/yoke-view.ts'
import { create } from '../look/create.ts'
import { type ControlContext, makeControl, slotOf } from './controls.ts'

/** Who leaves the bar first when room is short: the lowest. What is not here stays. */
const RANKS: Partial<Record<ControlName, number>> = {
  title: 1,
  stop: 2,
  restart: 2,
  'step-frame': 2,
  loop: 2,
  'picture-in-picture': 3,
  skip: 4,
  'playback-rate': 5,
  duration: 6,
  'remaining-time': 6,
  clock: 6,
  'current-time': 6,
  captions: 7,
  volume: 8,
  muted: 8,
  fullscreen: 9
}

/** The least width of what takes the space that is left, in CSS pixels. */
const LEAST: Partial<Record<ControlName, number>> = { 'seek-bar': 72, title: 60, gap: 0 }

interface Cell {
  readonly entry: ControlEntry
  readonly element: HTMLElement
  readonly slot: HTMLSlotElement
  readonly name: string
}

/** What a bar is made from. */
export interface BarOptions {
  readonly yoke: YokeView
  readonly words: Words
  /** Ends what the bar has begun. */
  readonly signal: AbortSignal
  readonly layouts: readonly Layout[]
  /** Controls that the author left out. */
  readonly without: ReadonlySet<ControlName>
}

/** Rows of controls by the player's own width. What has no room goes into the menu. */
export class Bar {
  readonly element: HTMLElement
  readonly #options: BarOptions
  readonly #rows = create('div', { class: 'rows' })
  readonly #menus = create('div', { class: 'menus' })
  #layout: Layout | undefined
  #cells: readonly (readonly Cell[])[] = []
  #left: readonly ControlEntry[] = []

  constructor(options: BarOptions) {
    this.#options = options
    this.element = create(
      'div',
      {
        class: 'bar',
        part: 'bar',
        role: 'group',
        'aria-label': options.words.controls,
        'data-yoke-keep-clear': '!idle'
      },
      create('slot', { name: 'bar-start' }),
      this.#rows,
      create('slot', { name: 'bar-end' }),
      this.#menus
    )
  }

  /** Arranges itself for a player of this width, in CSS pixels. */
  fit(width: number): void {
    const layout = layoutFor(this.#options.layouts, width)
    if (layout !== this.#layout) this.#build(layout)
    // What has no box has no room to share out.
    if (this.#rows.clientWidth === 0) return
    const left: ControlEntry[] = []
    for (const cells of this.#cells) left.push(...this.#fitRow(cells))
    this.#left = left
    this.#offerMenu(left.length > 0)
  }

  #build(layout: Layout | undefined): void {
    this.#layout = layout
    this.#menus.replaceChildren()
    const wanted = (layout?.rows ?? []).map(row => row.filter(({ control }) => !this.#options.without.has(control)))
    // What may have to leave needs a place to go to.
    const rows = wanted.flat().some(({ control }) => control === 'settings')
      ? wanted
      : wanted.map((row, index) => (index === wanted.length - 1 ? [...row, { control: 'settings' as const }] : row))
    this.#cells = rows.filter(row => row.length > 0).map(row => row.map(entry => this.#cell(entry)))
    this.#rows.replaceChildren(
      ...this.#cells.map(cells => create('div', { class: 'row', part: 'row' }, ...cells.map(({ element }) => element)))
    )
  }

  #cell(entry: ControlEntry): Cell {
    const { words } = this.#options
    const { control, menu } = makeControl(entry, this.#context())
    if (menu) this.#menus.append(menu)
    const name = slotOf(entry, words)
    const slot = create('slot', { name }, control)
    return { entry, slot, name, element: create('div', { class: `cell ${entry.control}` }, slot) }
  }

  #context(): ControlContext {
    const { words, yoke, signal, without } = this.#options
    return {
      words,
      signal,
      yoke,
      left: () => this.#left,
      isElsewhere: name => without.has(name) || this.#cells.some(row => row.some(({ entry }) => entry.control === name))
    }
  }

  #fitRow(cells: readonly Cell[]): readonly ControlEntry[] {
    for (const cell of cells) this.#show(cell, true)
    const row = cells[0]?.element.parentElement
    if (!row) return []
    const gap = Number.parseFloat(getComputedStyle(row).columnGap) || 0
    const items = cells.map(({ entry, element }) => ({
      width: (LEAST[entry.control] ?? element.offsetWidth) + gap,
      rank: RANKS[entry.control] ?? Number.POSITIVE_INFINITY
    }))
    const leaving = overflowing(items, row.clientWidth + gap)
    return cells.flatMap((cell, index) => {
      if (!leaving.has(index)) return []
      this.#show(cell, false)
      return [cell.entry]
    })
  }

  /** An author's own piece goes along: its slot gives it up while the cell is away. */
  #show({ element, slot, name }: Cell, shown: boolean): void {
    element.hidden = !shown
    slot.name = shown ? name : `away-${name}`
  }

  /** A menu that the layout does not ask for is there only when something has no room. */
  #offerMenu(needed: boolean): void {
    const asked = this.#layout?.rows.some(row => row.some(({ control }) => control === 'settings'))
    if (asked) return
    for (const cell of this.#cells.flat()) if (cell.entry.control === 'settings') this.#show(cell, needed)
  }
}
