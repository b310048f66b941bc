/** How far beyond the viewport counts as near: one viewport more on each side. */
const NEAR = '100%'

/** What is further away than this has gone far: more than {@link NEAR}, so that nothing comes and goes with each turn of a wheel. */
const FAR = '300%'

/** A task of ours takes no longer than this, in milliseconds, where many players come near at once. */
const TURN = 4

type Tasks = Map<Element, Set<() => void>>

/** Does something for one element after the other, and leaves the page a turn between every few of them. */
class Turns {
  readonly #due = new Set<Element>()
  readonly #task: (element: Element) => void
  #isRunning = false

  constructor(task: (element: Element) => void) {
    this.#task = task
  }

  add(element: Element): void {
    this.#due.add(element)
  }

  /** It is wanted no more: somebody has scrolled on. */
  remove(element: Element): void {
    this.#due.delete(element)
  }

  begin(): void {
    if (!this.#isRunning) this.#run()
  }

  #run(): void {
    this.#isRunning = true
    const end = performance.now() + TURN
    try {
      for (const element of this.#due) {
        this.#due.delete(element)
        this.#task(element)
        if (performance.now() > end) break
      }
    } finally {
      this.#isRunning = this.#due.size > 0
      // Behind the next frame: what was just drawn is laid out first.
      if (this.#isRunning) requestAnimationFrame(() => setTimeout(() => this.#run()))
    }
  }
}

/** Elements that are waited for, by one observer for the whole page. */
class Lookout {
  readonly #tasks: Tasks = new Map()
  readonly #turns = new Turns(element => {
    for (const task of [...(this.#tasks.get(element) ?? [])]) task()
  })
  readonly #margin: string
  readonly #isMet: (entry: IntersectionObserverEntry) => boolean
  #observer: IntersectionObserver | undefined

  constructor(margin: string, isMet: (entry: IntersectionObserverEntry) => boolean) {
    this.#margin = margin
    this.#isMet = isMet
  }

  /** Runs a task once the element is where it is waited for. @returns its cancel. */
  once(element: Element, task: () => void): () => void {
    const waiting = this.#tasks.get(element) ?? new Set()
    this.#tasks.set(element, waiting)
    const run = (): void => {
      if (!waiting.has(run)) return
      cancel()
      task()
    }
    const cancel = (): void => {
      if (!waiting.delete(run) || waiting.size > 0) return
      this.#tasks.delete(element)
      this.#observer?.unobserve(element)
    }
    waiting.add(run)
    this.#observe(element, run)
    return cancel
  }

  #observe(element: Element, run: () => void): void {
    if (!globalThis.IntersectionObserver) {
      // Nobody can tell: all is near, and nothing far.
      if (this.#margin === NEAR) queueMicrotask(run)
      return
    }
    this.#observer ??= new IntersectionObserver(entries => this.#look(entries), { rootMargin: this.#margin })
    this.#observer.observe(element)
  }

  #look(entries: readonly IntersectionObserverEntry[]): void {
    for (const entry of [...entries].sort((a, b) => distanceOf(a) - distanceOf(b)))
      if (this.#isMet(entry)) this.#turns.add(entry.target)
      else this.#turns.remove(entry.target)
    this.#turns.begin()
  }
}

/** How far an element is from the viewport, in CSS pixels: what is seen comes first. */
const distanceOf = ({ boundingClientRect: { top, bottom } }: IntersectionObserverEntry): number =>
  Math.max(0, top - innerHeight, -bottom)

/** What has no box (`display: none` or `contents`) can never be seen to come near: it counts as near. */
const isNear = ({ isIntersecting, boundingClientRect: { width, height } }: IntersectionObserverEntry): boolean =>
  isIntersecting || (width === 0 && height === 0)

const near = new Lookout(NEAR, isNear)
const far = new Lookout(FAR, entry => !isNear(entry))

/** Runs a task once the element is in view, or nearly. @returns its cancel. */
export const whenNear = (element: Element, task: () => void): (() => void) => near.once(element, task)

/** Runs a task once the element is far out of view. @returns its cancel. */
export const whenFar = (element: Element, task: () => void): (() => void) => far.once(element, task)
