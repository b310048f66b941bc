/** The controls of a tree that name their player from elsewhere, by the id that they name; `''` for those that name it by a property. */
export class NamedControls {
  readonly #byId = new Map<string, Set<HTMLElement>>()
  readonly #ids = new Map<Element, string>()

  has(element: Element): boolean {
    return this.#ids.has(element)
  }

  /** A copy: coupling may change the list. */
  of(id: string | null): readonly HTMLElement[] {
    return id === null ? [] : [...(this.#byId.get(id) ?? [])]
  }

  /** Keeps a control under an id; `undefined` forgets it. */
  note(element: HTMLElement, id: string | undefined): void {
    const before = this.#ids.get(element)
    if (before === id) return
    if (before !== undefined) this.#forget(element, before)
    if (id === undefined) return
    this.#ids.set(element, id)
    this.#byId.set(id, (this.#byId.get(id) ?? new Set()).add(element))
  }

  clear(): void {
    this.#byId.clear()
    this.#ids.clear()
  }

  #forget(element: HTMLElement, id: string): void {
    const others = this.#byId.get(id)
    others?.delete(element)
    if (others?.size === 0) this.#byId.delete(id)
    this.#ids.delete(element)
  }
}
