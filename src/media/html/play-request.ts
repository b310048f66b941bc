/** The longest that the error behind a refusal is waited for, in milliseconds. */
const UNTIL_ERROR = 2000

/**
 * A play promise that always settles. Engines leave some pending for ever: where every `<source>` failed, and in
 * WebKit after a seek. So what the element does settles it too.
 */
export class PlayRequest {
  readonly promise: Promise<void>
  #resolve!: () => void
  #reject!: (reason: unknown) => void

  /**
   * @param isOpen whether what the engine refuses may yet come about: another source is on its way.
   * @param hasFailed whether the media's error has been told.
   */
  constructor(engine: Promise<void>, isOpen: () => boolean, hasFailed: () => boolean) {
    this.promise = new Promise((resolve, reject) => {
      this.#resolve = resolve
      this.#reject = reject
    })
    engine.then(this.#resolve, (reason: unknown) => {
      if (isOpen()) return
      if ((reason as Error).name !== 'NotSupportedError' || hasFailed()) this.#reject(reason)
      // Firefox says so before it tells of the error, which settles this; another source may then be on its way.
      else setTimeout(() => isOpen() || this.#reject(reason), UNTIL_ERROR)
    })
  }

  begun(): void {
    this.#resolve()
  }

  interrupted(): void {
    this.#reject(new DOMException('It was paused or loaded anew.', 'AbortError'))
  }

  impossible(): void {
    this.#reject(new DOMException('No source could be played.', 'NotSupportedError'))
  }
}

/** The requests that are not settled yet. */
export class PlayRequests {
  readonly #open = new Set<PlayRequest>()

  /** Keeps a request until it is settled. @returns its promise. */
  add(request: PlayRequest): Promise<void> {
    this.#open.add(request)
    const forget = (): boolean => this.#open.delete(request)
    request.promise.then(forget, forget)
    return request.promise
  }

  settle(how: (request: PlayRequest) => void): void {
    for (const request of this.#open) how(request)
  }
}
