import { useEffect, useLayoutEffect, useRef, useSyncExternalStore } from 'react'

export const nothing = (): undefined => undefined
/** Subscribes to what never changes. */
const never = (): (() => void) => nothing

/**
 * Whether this part of the page is React's by now: not on a server, and not while what a server has written is compared with
 * what React would have written (hydration).
 */
export const useHydrated = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false
  )

/** `useLayoutEffect`, of which React 18 complains on a server. */
export const useBeforePaint = globalThis.document ? useLayoutEffect : useEffect

/** What was given at the last drawing, for functions that are called later. */
export const useLatest = <Value>(value: Value): { readonly current: Value } => {
  const latest = useRef(value)
  useBeforePaint(() => {
    latest.current = value
  })
  return latest
}
