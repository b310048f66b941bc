import type { Reporter, TestModule } from 'vitest/node'

/** Prints what passed only when it was tried again, and the last line of a run: `N passed, N failed`. */
export default class ClosingLine implements Reporter {
  onTestRunEnd(modules: readonly TestModule[], errors: readonly unknown[]): void {
    const counts = { passed: 0, failed: errors.length, skipped: 0 }
    for (const module of modules) {
      const tests = [...module.children.allTests()]
      for (const test of tests)
        if (test.ok() && (test.diagnostic()?.retryCount ?? 0) > 0)
          console.log(
            `passed when tried again: ${test.project.name}, ${test.fullName}: ${test.result().errors?.[0]?.message ?? ''}`
          )
      const results = tests.map(test => test.result().state)
      if (results.length === 0 && module.state() === 'failed') counts.failed += 1
      for (const state of results) if (state !== 'pending') counts[state] += 1
    }
    console.log(
      `${counts.passed} passed, ${counts.failed} failed${counts.skipped ? `, ${counts.skipped} skipped` : ''}`
    )
  }
}
