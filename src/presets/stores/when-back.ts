/** Calls when the tab comes back to the front: others may have changed something meanwhile. @returns the end of it. */
export const whenBack = (changed: () => void): (() => void) => {
  const page = globalThis.document
  const look = (): void => {
    if (page.visibilityState === 'visible') changed()
  }
  page?.addEventListener('visibilitychange', look)
  return () => page?.removeEventListener('visibilitychange', look)
}
