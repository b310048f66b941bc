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

/** So many items of a list are worked on, and laid out, at once. */
const ITEMS_AT_ONCE = 32

/**
 * Works on the items of a list a few at a time, each laid out as it comes: thousands at once would hold up the page.
 * @param isWanted asked after each turn: whether to go on. @returns whether all was done.
 */
export const workInTurns = async <Item>(
  items: readonly Item[],
  list: Element,
  isWanted: () => boolean,
  work: (item: Item, index: number) => void
): Promise<boolean> => {
  const breathe = takeTurns()
  for (const [index, item] of items.entries()) {
    work(item, index)
    if ((index + 1) % ITEMS_AT_ONCE > 0) continue
    // Has what is new laid out: it belongs to this turn.
    list.getBoundingClientRect()
    await breathe()
    if (!isWanted()) return false
  }
  return true
}
