/** Those who want to know when something that they pick of a yoke changes. */
export class Subscriptions {
  readonly #checks = new Set<() => void>()
  #isDue = false

  /** Calls `listener` each time that what `select` picks is another, and not at once. @returns its stop. */
  add<Picked>(select: () => Picked, listener: (picked: Picked) => void): () => void {
    let last = select()
    const check = (): void => {
      const picked = select()
      if (Object.is(picked, last)) return
      last = picked
      listener(picked)
    }
    this.#checks.add(check)
    return () => this.#checks.delete(check)
  }

  check(): void {
    for (const check of [...this.#checks]) check()
  }

  /** Once for all that changes in one go. */
  checkSoon(): void {
    if (this.#isDue) return
    this.#isDue = true
    queueMicrotask(() => {
      this.#isDue = false
      this.check()
    })
  }

  clear(): void {
    this.#checks.clear()
  }
}
