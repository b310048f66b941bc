import { defineConfig } from 'vitest/config'
import { availableEngines } from './test/support/engine-list.ts'

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
      ...availableEngines().map(engine => ({
        test: {
          name: engine,
          environment: 'node' as const,
          include: ['test/engines/**/*.test.ts'],
          env: { ENGINE: engine },
          testTimeout: 60_000,
          hookTimeout: 60_000,
          retry: 0,
          // One browser serves all files of an engine.
          isolate: false
        }
      }))
    ]
  }
})
