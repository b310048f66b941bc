/** What watches the sizes of elements. */
export type SizeWatch = Pick<ResizeObserver, 'observe' | 'unobserve' | 'disconnect'>

const nothing = (): void => undefined

/** A `ResizeObserver`; where there is none, as in a page that is only simulated, sizes are taken to stay. */
export const observeSizes = (changed: ResizeObserverCallback): SizeWatch =>
  globalThis.ResizeObserver
    ? new ResizeObserver(changed)
    : { observe: nothing, unobserve: nothing, disconnect: nothing }
