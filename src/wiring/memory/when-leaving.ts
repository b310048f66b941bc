/** Something that has to know when its page may be left. */
interface Leaver {
  leave(event: Event): void
}

/** Listens for something that lives. An object, because a function made near the owner would hold it. */
class Ear {
  readonly #alive: WeakRef<Leaver>

  constructor(owner: Leaver) {
    this.#alive = new WeakRef(owner)
  }

  handleEvent(event: Event): void {
    this.#alive.deref()?.leave(event)
  }
}

/** Takes the listeners away of what is forgotten. */
const forgotten = new FinalizationRegistry((stop: AbortController) => stop.abort())

/**
 * Calls `leave` when the page is left, or shown or hidden: phones end a page without a word, and that it is hidden is the last
 * that it hears. It does not keep its owner alive: a player that was taken away may be forgotten.
 */
export const whenLeaving = (owner: Leaver, signal: AbortSignal): void => {
  // The signal of the owner itself would keep it.
  const stop = new AbortController()
  const ear = new Ear(owner)
  addEventListener('pagehide', ear, { signal: stop.signal })
  document.addEventListener('visibilitychange', ear, { signal: stop.signal })
  forgotten.register(owner, stop)
  signal.addEventListener('abort', () => stop.abort())
}
