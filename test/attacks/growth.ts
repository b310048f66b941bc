import type { Growth } from './attack.ts'

/** How long one run takes, in milliseconds: the best of a few, so that nothing beside it counts. */
const timeOf = async (deed: () => unknown): Promise<number> => {
  let best = Number.POSITIVE_INFINITY
  const begin = performance.now()
  do {
    const from = performance.now()
    await deed()
    best = Math.min(best, performance.now() - from)
  } while (performance.now() - begin < 60)
  return best
}

/** What a growth came to: how long each size took, and how many times n log n the last one is beside the first. */
export interface Grown {
  readonly name: string
  /** Milliseconds. */
  readonly times: readonly number[]
  /** 1: just n log n; less: below it. */
  readonly ratio: number
}

/** What is shorter than this is as good as nothing, in milliseconds: caches and collections outweigh it. */
const NOTHING = 1

/** Times what grows, at each size. */
export const measureGrowth = async ({ name, make }: Growth, sizes: readonly number[]): Promise<Grown> => {
  const times: number[] = []
  for (const size of sizes) {
    times.push(await timeOf(make(size)))
    // There is no need to wait for what has broken through already.
    if ((times.at(-1) ?? 0) > 20_000) break
  }
  const [first = 1, last = 1] = [sizes[0], sizes[times.length - 1]]
  const expected = (last * Math.log(last)) / (first * Math.log(first))
  const taken = Math.max(NOTHING, times.at(-1) ?? 0) / Math.max(NOTHING / expected, times[0] ?? 0)
  return { name, times, ratio: taken / expected }
}
