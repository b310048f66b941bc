/** Edits (insert, delete, replace, swap of neighbours) that turn `a` into `b`. */
const editDistance = (a: string, b: string): number => {
  let beforePrevious: number[] = []
  let previous = Array.from({ length: b.length + 1 }, (_, column) => column)
  for (let row = 1; row <= a.length; row += 1) {
    const current = [row]
    for (let column = 1; column <= b.length; column += 1) {
      const replaced = (previous[column - 1] ?? 0) + (a[row - 1] === b[column - 1] ? 0 : 1)
      const best = Math.min(replaced, (previous[column] ?? 0) + 1, (current[column - 1] ?? 0) + 1)
      const swapped = row > 1 && column > 1 && a[row - 1] === b[column - 2] && a[row - 2] === b[column - 1]
      current.push(swapped ? Math.min(best, (beforePrevious[column - 2] ?? 0) + 1) : best)
    }
    beforePrevious = previous
    previous = current
  }
  return previous[b.length] ?? 0
}

/**
 * The name that was probably meant by `written`, or `undefined` when nothing is close:
 * at most one edit in three letters. Case and `_` for `-` are no difference.
 */
export const nearestName = (written: string, names: Iterable<string>): string | undefined => {
  const plain = (name: string): string => name.toLowerCase().replaceAll('_', '-')
  let nearest: string | undefined
  let fewest = Math.floor(written.length / 3)
  for (const name of names) {
    const edits =
      plain(name).replaceAll('-', '') === plain(written).replaceAll('-', '')
        ? 0
        : editDistance(plain(written), plain(name))
    if (edits < fewest || (edits === fewest && nearest === undefined)) {
      fewest = edits
      nearest = name
    }
  }
  return nearest
}
