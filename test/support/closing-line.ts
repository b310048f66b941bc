import type { Reporter, TestModule } from 'vitest/node'

/** Prints the last line of a run: `N passed, N failed`. */
export default class ClosingLine implements Reporter {
  onTestRunEnd(modules: readonly TestModule[], errors: readonly unknown[]): void {
    const counts = { passed: 0, failed: errors.length, skipped: 0 }
    for (const module of modules) {
      const results = [...module.children.allTests()].map(test => test.result().state)
      if (results.length === 0 && module.state() === 'failed') counts.failed += 1
      for (const state of results) if (state !== 'pending') counts[state] += 1
    }
    console.log(
      `${counts.passed} passed, ${counts.failed} failed${counts.skipped ? `, ${counts.skipped} skipped` : ''}`
    )
  }
}
