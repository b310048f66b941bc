/** The promises of `play()` that are not settled yet. */
export class PendingPlays {
  readonly #plays = new Set<{ readonly resolve: () => void; readonly reject: (reason: DOMException) => void }>()

  get size(): number {
    return this.#plays.size
  }

  add(): Promise<void> {
    return new Promise<void>((resolve, reject) => this.#plays.add({ resolve, reject }))
  }

  resolve(): void {
    for (const { resolve } of this.#plays) resolve()
    this.#plays.clear()
  }

  reject(name: 'AbortError' | 'NotAllowedError' | 'NotSupportedError'): void {
    for (const { reject } of this.#plays) reject(new DOMException('Playback did not begin.', name))
    this.#plays.clear()
  }
}
