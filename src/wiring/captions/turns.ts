/** How long work goes on before the page gets its turn, in milliseconds. */
const TURN = 2

/** @returns what long work awaits between its parts: it lets the page go on whenever a turn is over. */
export const takeTurns = (): (() => Promise<void>) => {
  let since = performance.now()
  return async () => {
    if (performance.now() - since < TURN) return
    await new Promise<void>(resolve => {
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => {
        port1.close()
        resolve()
      }
      port2.postMessage(undefined)
    })
    since = performance.now()
  }
}
