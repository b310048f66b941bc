import { defineConfig } from 'vitest/config'
import { availableEngines } from './test/support/engine-list.ts'
import { PATIENCE } from './test/support/patience.ts'

const ALONE = 'test/engines/alone/*.test.ts'
/** What is right in one engine or nowhere: the samples of the docs, and markup as axe reads it. What both use is tried in every engine. */
const ONCE = 'test/engines/once/*.test.ts'

/** A message says all of what differs: the closing lines may be all that is kept of a run. */
const chaiConfig = { truncateThreshold: 0 }
const poll = { timeout: PATIENCE }

/** What runs in a browser; one browser serves all files of an engine. */
const inEngine = (engine: string) => ({
  environment: 'node' as const,
  chaiConfig,
  expect: { poll },
  include: ['test/engines/**/*.test.ts'],
  env: { ENGINE: engine },
  testTimeout: 4 * PATIENCE,
  hookTimeout: 4 * PATIENCE,
  isolate: false
})

/** One Node project, and one for each browser engine that this machine has: the same behaviour files run in every engine. */
export default defineConfig({
  test: {
    reporters: ['default', './test/support/closing-line.ts'],
    // Browsers mostly wait: two files at a time, whatever the engine, use a small machine well.
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'node',
          environment: 'node',
          chaiConfig,
          include: ['src/**/*.test.ts', 'test/node/**/*.test.ts'],
          testTimeout: 2 * PATIENCE
        }
      },
      ...availableEngines().flatMap((engine, index) => [
        { test: { ...inEngine(engine), name: engine, exclude: index === 0 ? [ALONE] : [ALONE, ONCE] } },
        // Films that fail and are left in time: two files at once would starve them.
        {
          test: {
            ...inEngine(engine),
            name: `${engine}-alone`,
            include: [ALONE],
            sequence: { groupOrder: 1 }
          }
        }
      ])
    ]
  }
})
