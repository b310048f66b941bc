import { overflowing } from '../../core/layout/fit-row.ts'
import {
  type ControlEntry,
  type ControlName,
  type Layout,
  type LayoutEntry,
  layoutFor
} from '../../core/layout/layouts.ts'
import { own } from '../../core/own.ts'
import type { Words } from '../../core/words/en.ts'
import { definePart, use } from '../../loading/part.ts'
import type { YokeView } from '../../wiring/yoke/yoke-view.ts'
import { create } from '../look/create.ts'
import { makeControl, slotOf } from './controls.ts'
import { keepPlace } from './keep-place.ts'
import type { ControlContext } from './pieces.ts'

/** Which control leaves the bar first when room is short: the lowest. What is not here stays. */
const RANKS: Partial<Record<ControlName, number>> = {
  title: 1,
  artist: 1,
  shuffle: 2,
  repeat: 2,
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
  next: 7,
  previous: 7,
  playlist: 7,
  'current-time': 6,
  captions: 7,
  volume: 8,
  muted: 8,
  fullscreen: 9
}

/** The least width of what takes the space that is left, in CSS pixels. */
const LEAST: Partial<Record<ControlName, number>> = { 'seek-bar': 72, title: 60, gap: 0 }

/** Rows elsewhere than in the bar, a bar under the picture, another shape: most layouts have none of it. */
const PLACED = definePart(() => import('./placed.ts'))

const controlOf = (entry: LayoutEntry | undefined): ControlName | undefined =>
  entry && 'control' in entry ? entry.control : undefined

interface Cell {
  readonly entry: LayoutEntry
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
  /** The row at the top of the picture. */
  readonly top = create('div', { class: 'top row', part: 'top', 'data-yoke-keep-clear': '!idle' })
  /** What stands elsewhere over the picture. */
  readonly places = create('div', { class: 'places' })
  readonly #options: BarOptions
  readonly #rows = create('div', { class: 'rows' })
  readonly #menus = create('div', { class: 'menus' })
  #layouts: readonly Layout[]
  #layout: Layout | undefined
  #cells: readonly (readonly Cell[])[] = []
  #top: readonly Cell[] = []
  #placed: readonly Cell[] = []
  #left: readonly ControlEntry[] = []

  constructor(options: BarOptions) {
    this.#options = options
    this.#layouts = options.layouts
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

  /** Arranges itself for a player of this width, in CSS pixels. @param layouts other ones than before */
  fit(width: number, layouts = this.#layouts): void {
    this.#layouts = layouts
    const layout = layoutFor(layouts, width)
    if (layout !== this.#layout) {
      const root = this.element.getRootNode()
      if (root instanceof ShadowRoot) keepPlace(root, () => this.#build(layout))
      else this.#build(layout)
      // What it shows has no width before it is coupled.
      queueMicrotask(() => this.#options.signal.aborted || this.fit(width))
    }
    // What has no box has no room to share out.
    if (this.#rows.clientWidth === 0) return
    const left: ControlEntry[] = []
    for (const cells of [this.#top, ...this.#cells]) left.push(...this.#fitRow(cells))
    this.#left = left
    this.#offerMenu(left.length > 0)
  }

  #build(layout: Layout | undefined): void {
    this.#layout = layout
    this.#menus.replaceChildren()
    this.#top = this.#wanted(layout?.top).map(entry => this.#cell(entry))
    this.top.replaceChildren(...this.#top.map(({ element }) => element))
    const written = (layout?.rows ?? []).map(row => this.#wanted(row))
    const hasMenu = written.flat().some(entry => controlOf(entry) === 'settings')
    const rows = written.map((row, index) => {
      // What may have to leave needs a place to go to.
      const entries = hasMenu || index < written.length - 1 ? row : [...row, { control: 'settings' as const }]
      return {
        isLine: row.length === 1 && controlOf(row[0]) === 'seek-bar',
        cells: entries.map(entry => this.#cell(entry))
      }
    })
    this.#cells = rows.map(({ cells }) => cells)
    this.#rows.replaceChildren(
      ...rows
        .filter(({ cells }) => cells.length > 0)
        .map(({ isLine, cells }) =>
          create('div', { class: isLine ? 'row line' : 'row', part: 'row' }, ...cells.map(({ element }) => element))
        )
    )
    this.#placed = []
    if (PLACED.here || layout?.places || layout?.bar || layout?.ratio) this.#place(layout)
  }

  #place(layout: Layout | undefined): void {
    const { yoke, signal } = this.#options
    use(PLACED, { signal, raise: reason => yoke.raise(reason) }, ({ place }) => {
      if (this.#layout !== layout) return
      const rows = Object.entries(layout?.places ?? {}).map(([name, row]) => {
        const cells = this.#wanted(row).map(entry => this.#cell(entry))
        this.#placed = [...this.#placed, ...cells]
        return [name, cells.map(({ element }) => element)] as const
      })
      place(this, rows, layout, signal)
    })
  }

  /** What of a row the author did not leave out. */
  #wanted(row: readonly LayoutEntry[] = []): readonly LayoutEntry[] {
    return row.filter(entry => !this.#options.without.has(controlOf(entry) as ControlName))
  }

  #cell(entry: LayoutEntry): Cell {
    const { words } = this.#options
    const isPiece = 'slot' in entry
    const { control, menu } = isPiece ? {} : makeControl(entry, this.#context())
    if (menu) this.#menus.append(menu)
    const name = isPiece ? entry.slot : slotOf(entry, words)
    const slot = create('slot', { name }, control)
    return { entry, slot, name, element: create('div', { class: `cell ${controlOf(entry) ?? 'piece'}` }, slot) }
  }

  #context(): ControlContext {
    const { words, yoke, signal, without } = this.#options
    return {
      words,
      signal,
      yoke,
      left: () => this.#left,
      isElsewhere: name =>
        without.has(name) ||
        [this.#top, this.#placed, ...this.#cells].some(row => row.some(({ entry }) => controlOf(entry) === name))
    }
  }

  #fitRow(cells: readonly Cell[]): readonly ControlEntry[] {
    for (const cell of cells) this.#show(cell, true)
    const row = cells[0]?.element.parentElement
    // Nor has a row of a title alone, until somebody says that.
    if (!row?.clientWidth) return []
    const gap = Number.parseFloat(getComputedStyle(row).columnGap) || 0
    const items = cells.map(({ entry, element }) => ({
      width: (own(LEAST, controlOf(entry) ?? '') ?? element.offsetWidth) + gap,
      rank: own(RANKS, controlOf(entry) ?? '') ?? Number.POSITIVE_INFINITY
    }))
    const leaving = overflowing(items, row.clientWidth + gap)
    return cells.flatMap((cell, index) => {
      if (!leaving.has(index)) return []
      this.#show(cell, false)
      return [cell.entry as ControlEntry]
    })
  }

  /** An author's own piece goes along: its slot gives it up while the cell is away. */
  #show({ element, slot, name }: Cell, shown: boolean): void {
    element.hidden = !shown
    slot.name = shown ? name : `away-${name}`
  }

  /** A menu that the layout does not ask for is there only when something has no room. */
  #offerMenu(needed: boolean): void {
    const asked = this.#layout?.rows.some(row => row.some(entry => controlOf(entry) === 'settings'))
    if (asked) return
    for (const cell of this.#cells.flat()) if (controlOf(cell.entry) === 'settings') this.#show(cell, needed)
  }
}
