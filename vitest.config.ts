import { defineConfig } from 'vitest/config'
import { availableEngines } from './test/support/engine-list.ts'

const ALONE = 'test/engines/alone/*.test.ts'
/** What is right in one engine or nowhere: the samples of the docs, and markup as axe reads it. What both use is tried in every engine. */
const ONCE = 'test/engines/once/*.test.ts'

/** What runs in a browser; one browser serves all files of an engine. */
const inEngine = (engine: string) => ({
  environment: 'node' as const,
  include: ['test/engines/**/*.test.ts'],
  env: { ENGINE: engine },
  testTimeout: 60_000,
  hookTimeout: 60_000,
  // A machine that is busy with something else may hold a browser up for seconds. What passed only when tried again is told at the end.
  retry: 1,
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
          include: ['src/**/*.test.ts', 'test/node/**/*.test.ts'],
          testTimeout: 60_000
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
