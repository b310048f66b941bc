import { closest, isElement, isForm, parentOf } from '../scope/nodes.ts'
import { controlOf, RowKeys } from './row-keys.ts'

/** What stands in the rows of a list. */
export interface RowContent<Thing> {
  /** Fills a row anew. @param index its place, from 0. */
  fill(row: HTMLElement, thing: Thing, index: number): void
  /** A row where the author has written none. */
  create(): HTMLElement
  /** A row was pressed, by pointer, key or touch. */
  press(thing: Thing, row: HTMLElement): void
}

/** Rows are made for so long at a time, in milliseconds, before the page goes on. */
const TURN = 4
/** The list leaves its reader alone for so long after they have scrolled it, in milliseconds. */
const READING = 4000

/** What may be pressed in a row, and has a meaning of its own unless it is the row's. */
const PRESSABLE = 'a[href], button, input, select, textarea, summary, [contenteditable]'

const READER_EVENTS = ['wheel', 'touchmove', 'keydown', 'pointerdown'] as const

const nextTurn = (): Promise<void> => new Promise(resolve => setTimeout(resolve))

/**
 * The rows of a list, one for each of several things: made from the `<template>` in it, or rows that stand there already, one
 * after the other. Pressed, marked with `aria-current`, and scrolled to.
 */
export class Rows<Thing extends object> {
  readonly #list: HTMLElement
  readonly #content: RowContent<Thing>
  readonly #template: HTMLTemplateElement | null
  /** The rows are the author's: none is made or taken away. */
  readonly isOwn: boolean
  readonly #rows = new Map<Thing, HTMLElement>()
  readonly #life = new AbortController()
  readonly #keys: RowKeys
  #wanted: readonly (Thing | undefined)[] = []
  #current: readonly HTMLElement[] = []
  #touched = -READING

  constructor(list: HTMLElement, content: RowContent<Thing>) {
    this.#list = list
    this.#content = content
    this.#template = list.querySelector(':scope > template')
    this.isOwn = !this.#template && list.childElementCount > 0
    this.#keys = new RowKeys(list)
    const { signal } = this.#life
    list.addEventListener('click', event => this.#click(event), { signal })
    list.addEventListener('keydown', event => this.#keys.press(event, row => this.#press(row)), { signal })
    const touch = (): void => {
      this.#touched = performance.now()
    }
    for (const type of READER_EVENTS) list.addEventListener(type, touch, { passive: true, signal })
  }

  /** The rows that stand in the list. */
  get all(): readonly HTMLElement[] {
    // Fields of a form hide its members by their names: it is no row.
    return [...this.#list.children].filter(child => child !== this.#template && !isForm(child)) as HTMLElement[]
  }

  rowOf(thing: Thing): HTMLElement | undefined {
    return this.#rows.get(thing)
  }

  /**
   * Shows these things, in this order. Rows that stay are moved, and filled anew.
   * @param things `undefined` for a row of the author's that stands for nothing: a heading.
   * @returns whether nothing newer came between.
   */
  async show(things: readonly (Thing | undefined)[]): Promise<boolean> {
    this.#wanted = things
    if (this.isOwn) {
      this.#join(things)
      return true
    }
    const stays = new Set(things)
    for (const [thing, row] of this.#rows) if (!stays.has(thing)) this.#drop(thing, row)
    let above: Element | null = this.#template
    let since = performance.now()
    for (const [index, thing] of things.entries()) {
      if (!thing) continue
      const row = this.#rows.get(thing) ?? this.#make(thing)
      this.#content.fill(row, thing, index)
      const below: Node | null = above ? above.nextSibling : this.#list.firstChild
      if (row !== below) this.#list.insertBefore(row, below)
      this.#keys.add(row)
      above = row
      if (performance.now() - since < TURN) continue
      this.#list.setAttribute('aria-busy', 'true')
      await nextTurn()
      since = performance.now()
      if (this.#wanted !== things) return false
    }
    this.#list.removeAttribute('aria-busy')
    return true
  }

  /** Marks the rows of these things, and no others. @param follows whether the list is scrolled to the first of them. */
  mark(things: readonly Thing[], follows = true): void {
    const current = things.flatMap(thing => this.#rows.get(thing) ?? [])
    if (current.length === this.#current.length && current.every((row, index) => row === this.#current[index])) return
    for (const row of this.#current) row.removeAttribute('aria-current')
    for (const row of current) row.setAttribute('aria-current', 'true')
    this.#current = current
    const [first] = current
    if (!first) return
    this.#keys.stand(first)
    if (follows && performance.now() - this.#touched > READING) this.#scrollTo(first)
  }

  release(): void {
    this.#life.abort()
    this.mark([])
    this.#wanted = []
    for (const [thing, row] of this.#rows) this.#drop(thing, row)
  }

  #make(thing: Thing): HTMLElement {
    const copy = this.#template?.content.firstElementChild?.cloneNode(true) as HTMLElement | undefined
    const row = copy ?? this.#content.create()
    this.#rows.set(thing, row)
    return row
  }

  #drop(thing: Thing, row: HTMLElement): void {
    this.#rows.delete(thing)
    this.#keys.remove(row)
    if (!this.isOwn) row.remove()
  }

  /** The author's rows stand for these things, one after the other. */
  #join(things: readonly (Thing | undefined)[]): void {
    const before = new Set(this.#rows.values())
    this.#rows.clear()
    for (const [index, row] of this.all.entries()) {
      const thing = things[index]
      if (!thing) continue
      // One that stays keeps its place in the order of the Tab key, and the focus that may be in it.
      before.delete(row)
      this.#rows.set(thing, row)
      this.#keys.add(row)
      this.#content.fill(row, thing, index)
    }
    for (const row of before) this.#keys.remove(row)
  }

  #thingOf(row: Element): Thing | undefined {
    for (const [thing, each] of this.#rows) if (each === row) return thing
    return undefined
  }

  #rowAround(target: EventTarget | null): HTMLElement | undefined {
    let node = isElement(target) ? (target as Node) : null
    while (node && parentOf(node) !== this.#list) node = parentOf(node)
    return isElement(node) && this.#thingOf(node) ? (node as HTMLElement) : undefined
  }

  #click(event: MouseEvent): void {
    const row = this.#rowAround(event.target)
    if (!row || event.defaultPrevented || event.ctrlKey || event.metaKey || event.shiftKey) return
    const pressed = isElement(event.target) ? closest(event.target, PRESSABLE) : null
    if (pressed && row.contains(pressed) && pressed !== row && pressed !== controlOf(row)) return
    event.preventDefault()
    this.#press(row)
  }

  #press(row: HTMLElement): void {
    const thing = this.#thingOf(row)
    if (!thing) return
    this.#touched = -READING
    this.#content.press(thing, row)
  }

  /** Scrolls the list alone, and never the page. */
  #scrollTo(row: HTMLElement): void {
    const { clientHeight, scrollHeight } = this.#list
    if (scrollHeight <= clientHeight) return
    const from = row.getBoundingClientRect().top - this.#list.getBoundingClientRect().top
    if (from >= 0 && from + row.offsetHeight <= clientHeight) return
    const behavior = matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth'
    this.#list.scrollTo({ top: this.#list.scrollTop + from - clientHeight / 3, behavior })
  }
}
