/** How far beyond the viewport counts as near: one viewport more on each side. */
const MARGIN = '100%'

const tasks = new Map<Element, Set<() => void>>()
let observer: IntersectionObserver | undefined

/** What has no box (`display: none` or `contents`) can never be seen to come near: it counts as near. */
const isNear = ({ isIntersecting, boundingClientRect: { width, height } }: IntersectionObserverEntry): boolean =>
  isIntersecting || (width === 0 && height === 0)

const look = (entries: readonly IntersectionObserverEntry[]): void => {
  for (const entry of entries) if (isNear(entry)) for (const task of [...(tasks.get(entry.target) ?? [])]) task()
}

/** Runs a task once the element is in view, or nearly. One observer serves the whole page. @returns its cancel. */
export const whenNear = (element: Element, task: () => void): (() => void) => {
  observer ??= new IntersectionObserver(look, { rootMargin: MARGIN })
  const waiting = tasks.get(element) ?? new Set()
  tasks.set(element, waiting)
  const run = (): void => {
    cancel()
    task()
  }
  const cancel = (): void => {
    if (!waiting.delete(run) || waiting.size > 0) return
    tasks.delete(element)
    observer?.unobserve(element)
  }
  waiting.add(run)
  observer.observe(element)
  return cancel
}
