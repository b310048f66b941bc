/** How long work goes on before it yields to the page, in milliseconds. */
const TURN = 2

/** @returns what long work awaits between its parts: it lets the page go on whenever a turn is over. */
export const createYielder = (): (() => Promise<void>) => {
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

/**
 * So many items of a list are worked on, and laid out, at once; and where more stand above them, one for so many of those:
 * an engine goes over all of a list to lay out a part of it.
 */
const ITEMS_AT_ONCE = 32

/**
 * Works on the items of a list a few at a time, each laid out as it comes: thousands at once would hold up the page.
 * @param isWanted asked after each turn: whether to go on. @returns whether all was done.
 */
export const workInSlices = async <Item>(
  items: readonly Item[],
  list: Element,
  isWanted: () => boolean,
  work: (item: Item) => void
): Promise<boolean> => {
  const yieldToPage = createYielder()
  let turnEnds = ITEMS_AT_ONCE
  for (const [index, item] of items.entries()) {
    work(item)
    if (index + 1 < turnEnds) continue
    turnEnds += Math.max(ITEMS_AT_ONCE, Math.floor(turnEnds / ITEMS_AT_ONCE))
    // Has what is new laid out: it belongs to this turn.
    list.getBoundingClientRect()
    await yieldToPage()
    if (!isWanted()) return false
  }
  return true
}
