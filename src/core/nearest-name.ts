/** Edits (insert, delete, replace, swap of neighbours) that turn `a` into `b`; more than `most` are as good as endless. */
const editDistance = (a: string, b: string, most: number): number => {
  if (Math.abs(a.length - b.length) > most) return Number.POSITIVE_INFINITY
  let beforePrevious: number[] = []
  let previous = Array.from({ length: b.length + 1 }, (_, column) => column)
  for (let row = 1; row <= a.length; row += 1) {
    const current = [row]
    let fewest = row
    for (let column = 1; column <= b.length; column += 1) {
      const replaced = (previous[column - 1] ?? 0) + (a[row - 1] === b[column - 1] ? 0 : 1)
      const best = Math.min(replaced, (previous[column] ?? 0) + 1, (current[column - 1] ?? 0) + 1)
      const swapped = row > 1 && column > 1 && a[row - 1] === b[column - 2] && a[row - 2] === b[column - 1]
      const edits = swapped ? Math.min(best, (beforePrevious[column - 2] ?? 0) + 1) : best
      current.push(edits)
      fewest = Math.min(fewest, edits)
    }
    if (fewest > most) return Number.POSITIVE_INFINITY
    beforePrevious = previous
    previous = current
  }
  return previous[b.length] ?? 0
}

/** What is longer than this is no slip of a name. */
const LONGEST = 40

/**
 * The name that was probably meant by `written`, or `undefined` when nothing is close:
 * at most one edit in three letters. Case and `_` for `-` are no difference.
 */
export const nearestName = (written: string, names: Iterable<string>): string | undefined => {
  const plain = (name: string): string => name.toLowerCase().replaceAll('_', '-')
  if (written.length > LONGEST) return undefined
  let nearest: string | undefined
  let fewest = Math.floor(written.length / 3)
  const wanted = plain(written)
  const bare = wanted.replaceAll('-', '')
  for (const name of names) {
    const known = plain(name)
    const edits = known.replaceAll('-', '') === bare ? 0 : editDistance(wanted, known, fewest)
    if (edits < fewest || (edits === fewest && nearest === undefined)) {
      fewest = edits
      nearest = name
    }
  }
  return nearest
}
