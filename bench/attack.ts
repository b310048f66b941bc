import { ATTACKS, GROWTHS } from '../test/attacks/all.ts'
import { measureGrowth } from '../test/attacks/growth.ts'
import { attackPage } from './attack-page.ts'

const CASES = 10_000
const SIZES = [1000, 4000, 16_000, 64_000]
/** What grows by n log n comes to 1; caches and collections of memory are worth as much again. */
const MOST_RATIO = 3

/** `npm run bench attack`: ten thousand cases of each generator, and how everything grows that may be long, deep or many. */
export const benchAttack = async (): Promise<void> => {
  console.log(`${CASES} cases of each generator`)
  for (const { name, run } of ATTACKS) {
    const from = performance.now()
    await run(CASES, Math.floor(Math.random() * 2 ** 31))
    console.log(`  ${name.padEnd(32)} nothing broke through, ${((performance.now() - from) / 1000).toFixed(1)} s`)
  }
  await attackPage(CASES)
  console.log(`\nmilliseconds at ${SIZES.join(', ')}; beside n log n (at most ${MOST_RATIO})`)
  for (const growth of GROWTHS) {
    const { name, times, ratio } = await measureGrowth(growth, SIZES)
    const isOver = ratio > MOST_RATIO || times.length < SIZES.length
    if (isOver) process.exitCode = 1
    const cells = times.map(time => time.toFixed(1).padStart(9)).join('')
    console.log(`  ${name.padEnd(32)} ${cells} ${ratio.toFixed(2).padStart(8)}${isOver ? '  OVER' : ''}`)
  }
}
