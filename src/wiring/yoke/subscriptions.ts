/** Those who want to know when something that they pick of a yoke changes. */
export class Subscriptions {
  readonly #checks = new Set<() => void>()
  readonly #failed: (cause: unknown) => void
  #isDue = false

  /** @param failed told of the first exception of each subscriber: the others are called all the same. */
  constructor(failed: (cause: unknown) => void) {
    this.#failed = failed
  }

  /** Calls `listener` each time that what `select` picks is another, and not at once. @returns its stop. */
  add<Picked>(select: () => Picked, listener: (picked: Picked) => void): () => void {
    let last: Picked | undefined
    let hasFailed = false
    const attempt = (task: () => void): void => {
      try {
        task()
      } catch (cause) {
        if (!hasFailed) this.#failed(cause)
        hasFailed = true
      }
    }
    attempt(() => {
      last = select()
    })
    const check = (): void =>
      attempt(() => {
        const picked = select()
        if (Object.is(picked, last)) return
        last = picked
        listener(picked)
      })
    this.#checks.add(check)
    return () => this.#checks.delete(check)
  }

  check(): void {
    for (const check of [...this.#checks]) if (this.#checks.has(check)) check()
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
