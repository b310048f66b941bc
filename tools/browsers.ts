/**
 * Sees to it that the browsers for the tests are there: as root on Debian installs them, otherwise says what to
 * install. What stays missing is named, and left out of the run.
 */
import { spawnSync } from 'node:child_process'
import { ENGINES, findProgram, lackingFor } from '../test/support/engine-list.ts'

const install = (packages: readonly string[]): void => {
  console.log(`Installing ${packages.join(' ')} …`)
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const apt = (...args: string[]): number =>
    spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env: environment }).status ?? 1
  if (apt('update', '-qq') !== 0) console.log('apt-get update did not succeed; trying with the lists at hand.')
  apt('install', '-y', '-qq', '--no-install-recommends', ...packages)
}

const missing = ENGINES.flatMap(lackingFor)
const canInstall = process.getuid?.() === 0 && findProgram('apt-get') !== undefined
if (missing.length > 0 && canInstall) install(missing)

for (const engine of ENGINES) {
  const lacking = lackingFor(engine)
  if (lacking.length > 0) console.log(`LEFT OUT: ${engine}. To run it too: apt-get install ${lacking.join(' ')}`)
}
