import { describe, it } from 'vitest'
import { ATTACKS } from '../attacks/all.ts'

/** A few of each; `npm run bench attack` runs ten thousand. */
const CASES = 300

describe('hostile input of every kind', () => {
  it.each(ATTACKS)('$name: nothing throws, every fault is on one line', ({ run }) => run(CASES, 1))
})
