/**
 * Sees to it that the browsers for the tests are there: as root on Debian installs them, otherwise says what to
 * install. What stays missing is named, and left out of the run.
 */
import { spawnSync } from 'node:child_process'
import { ENGINES, findProgram, REQUIREMENTS } from '../test/support/engine-list.ts'

const missingPackages = (): readonly string[] =>
  ENGINES.flatMap(engine =>
    REQUIREMENTS[engine].filter(({ program }) => !findProgram(program)).map(({ debian }) => debian)
  )

const install = (packages: readonly string[]): void => {
  console.log(`Installing ${packages.join(' ')} …`)
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const apt = (...args: string[]): number =>
    spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env: environment }).status ?? 1
  if (apt('update', '-qq') !== 0) console.log('apt-get update did not succeed; trying with the lists at hand.')
  apt('install', '-y', '-qq', '--no-install-recommends', ...packages)
}

const missing = missingPackages()
const canInstall = process.getuid?.() === 0 && findProgram('apt-get') !== undefined
if (missing.length > 0 && canInstall) install(missing)

for (const engine of ENGINES) {
  const lacking = REQUIREMENTS[engine].filter(({ program }) => !findProgram(program))
  if (lacking.length === 0) continue
  const packages = lacking.map(({ debian }) => debian).join(' ')
  console.log(`LEFT OUT: ${engine}. To run it too: apt-get install ${packages}`)
}
