/**
 * A signal that aborts with another one, and after so many milliseconds at the latest. Not by `AbortSignal.any()`: WebKit may
 * forget such a signal before it has told.
 */
export const signalWithin = (milliseconds: number, signal?: AbortSignal): AbortSignal => {
  const life = new AbortController()
  const end = (reason: unknown): void => {
    clearTimeout(timer)
    life.abort(reason)
  }
  const timer = setTimeout(() => end(new DOMException('It took too long.', 'TimeoutError')), milliseconds)
  if (signal?.aborted) end(signal.reason)
  signal?.addEventListener('abort', () => end(signal.reason), { signal: life.signal })
  return life.signal
}
