import type { Clock } from './clock.ts'

/** What is to happen when, on a clock: one thing of each name. */
export class Agenda {
  readonly #clock: Clock
  readonly #cancels = new Map<string, () => void>()

  constructor(clock: Clock) {
    this.#clock = clock
  }

  has(name: string): boolean {
    return this.#cancels.has(name)
  }

  /** @param delay seconds from now */
  set(name: string, delay: number, task: () => void): void {
    this.cancel(name)
    const cancel = this.#clock.schedule(delay, () => {
      this.#cancels.delete(name)
      task()
    })
    this.#cancels.set(name, cancel)
  }

  cancel(name: string): void {
    this.#cancels.get(name)?.()
    this.#cancels.delete(name)
  }

  clear(): void {
    for (const cancel of this.#cancels.values()) cancel()
    this.#cancels.clear()
  }
}
