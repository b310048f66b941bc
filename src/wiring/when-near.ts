/** How far beyond the viewport counts as near: one viewport more on each side. */
const MARGIN = '100%'

const tasks = new Map<Element, () => void>()
let observer: IntersectionObserver | undefined

/** What has no box (`display: none` or `contents`) can never be seen to come near: it counts as near. */
const isNear = ({ isIntersecting, boundingClientRect: { width, height } }: IntersectionObserverEntry): boolean =>
  isIntersecting || (width === 0 && height === 0)

const look = (entries: readonly IntersectionObserverEntry[]): void => {
  for (const entry of entries) if (isNear(entry)) tasks.get(entry.target)?.()
}

/** Runs a task once the element is in view, or nearly. One observer serves the whole page. @returns its cancel. */
export const whenNear = (element: Element, task: () => void): (() => void) => {
  observer ??= new IntersectionObserver(look, { rootMargin: MARGIN })
  const cancel = (): void => {
    if (tasks.delete(element)) observer?.unobserve(element)
  }
  tasks.set(element, () => {
    cancel()
    task()
  })
  observer.observe(element)
  return cancel
}
