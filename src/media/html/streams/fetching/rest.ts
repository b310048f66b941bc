/** Pauses between tries while the network cannot be reached, in milliseconds. */
const PAUSES = [500, 1000, 2000, 4000] as const

/** Waits a while, or until there is a connection again. @param tries how many have failed */
export const rest = (tries: number, signal: AbortSignal): Promise<void> =>
  new Promise(resolve => {
    const end = (): void => {
      clearTimeout(timer)
      globalThis.removeEventListener('online', end)
      signal.removeEventListener('abort', end)
      resolve()
    }
    const timer = setTimeout(end, PAUSES[Math.min(tries, PAUSES.length) - 1])
    globalThis.addEventListener('online', end)
    signal.addEventListener('abort', end)
  })
