import { observeSizes } from '../scope/observe-sizes.ts'

/** Work for an element that is only worth doing while the element can be seen. */
export interface SeenWork {
  /** The element's parent has another size, or the page another direction. */
  resized(): void
  stop(): void
}

interface Watched {
  readonly begin: () => SeenWork
  work: SeenWork | undefined
}

/** One pair of observers serves all elements of all players. */
class Lookout {
  readonly #watched = new Map<Element, Watched>()
  readonly #parents = new Map<Element, Set<Element>>()
  /** Without one, everything counts as seen. */
  readonly #seen =
    globalThis.IntersectionObserver && new IntersectionObserver(entries => this.#look(entries), { rootMargin: '20%' })
  readonly #sizes = observeSizes(entries => this.#resize(entries))

  add(element: Element, begin: () => SeenWork): void {
    const watched: Watched = { begin, work: undefined }
    this.#watched.set(element, watched)
    if (this.#seen) this.#seen.observe(element)
    else this.#begin(element, watched)
  }

  remove(element: Element): void {
    const watched = this.#watched.get(element)
    this.#watched.delete(element)
    this.#seen?.unobserve(element)
    if (watched) this.#stop(element, watched)
  }

  measureAnew(): void {
    for (const { work } of this.#watched.values()) work?.resized()
  }

  #look(entries: readonly IntersectionObserverEntry[]): void {
    for (const { target, isIntersecting } of entries) {
      const watched = this.#watched.get(target)
      if (!watched || isIntersecting === (watched.work !== undefined)) continue
      if (isIntersecting) this.#begin(target, watched)
      else this.#stop(target, watched)
    }
  }

  #begin(element: Element, watched: Watched): void {
    watched.work = watched.begin()
    const parent = element.parentElement
    if (!parent) return
    const siblings = this.#parents.get(parent) ?? new Set()
    this.#parents.set(parent, siblings.add(element))
    this.#sizes.observe(parent)
  }

  #stop(element: Element, watched: Watched): void {
    watched.work?.stop()
    watched.work = undefined
    for (const [parent, siblings] of this.#parents) {
      if (!siblings.delete(element) || siblings.size > 0) continue
      this.#parents.delete(parent)
      this.#sizes.unobserve(parent)
    }
  }

  #resize(entries: readonly ResizeObserverEntry[]): void {
    for (const { target } of entries) {
      for (const element of this.#parents.get(target) ?? []) this.#watched.get(element)?.work?.resized()
    }
  }
}

let lookout: Lookout | undefined

/** To be called when the page's direction of writing has changed: no observer tells of that. */
export const measureAnew = (): void => lookout?.measureAnew()

/** Begins the work when the element comes into view (or nearly), and stops it when it leaves. @returns its release. */
export const whileSeen = (element: Element, begin: () => SeenWork): (() => void) => {
  lookout ??= new Lookout()
  lookout.add(element, begin)
  return () => lookout?.remove(element)
}
