import type { Reporter, TestModule } from 'vitest/node'

/** Prints what failed, a line each, and the last line of a run: `N passed, N failed`. */
export default class ClosingLine implements Reporter {
  onTestRunEnd(modules: readonly TestModule[], errors: readonly unknown[]): void {
    const counts = { passed: 0, failed: errors.length, skipped: 0 }
    for (const module of modules) {
      const tests = [...module.children.allTests()]
      const results = tests.map(test => test.result().state)
      if (results.length === 0 && module.state() === 'failed') counts.failed += 1
      for (const state of results) if (state !== 'pending') counts[state] += 1
      for (const test of tests) {
        const [fault] = test.result().errors ?? []
        if (fault)
          console.log(`✗ ${module.project.name} ${module.relativeModuleId} › ${test.fullName}: ${fault.message}`)
      }
    }
    console.log(
      `${counts.passed} passed, ${counts.failed} failed${counts.skipped ? `, ${counts.skipped} skipped` : ''}`
    )
  }
}
