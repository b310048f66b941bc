/**
 * What the npm scripts start. Plain JavaScript without dependencies, because it is what installs them: it brings a
 * machine with only Node and npm to where the rest can run.
 */
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const home = dirname(dirname(fileURLToPath(import.meta.url)))
const stamp = join(home, 'node_modules', '.yokewright-lock')

/** Runs a program to its end; its failure is ours. */
const run = (program, args) => {
  const { status, error } = spawnSync(program, args, { cwd: home, stdio: 'inherit' })
  if (error) console.error(`could not start ${program}: ${error.message}`)
  if (status !== 0) process.exit(status ?? 2)
}

const script = (path, ...args) => run(process.execPath, ['--import', 'tsx', join(home, path), ...args])
const bin = (path, ...args) => run(process.execPath, [join(home, 'node_modules', path), ...args])

/** Installs when nothing is installed, or something else than the lock file says. */
const install = () => {
  const lock = createHash('sha256')
    .update(readFileSync(join(home, 'package-lock.json')))
    .digest('hex')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  console.log('Installing what package-lock.json names …')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  writeFileSync(stamp, lock)
}

const build = () => script('tools/build.ts')

const jobs = {
  build,
  demo: args => {
    build()
    run(process.execPath, [join(home, 'dist/cli/main.js'), 'demo', ...args])
  },
  test: args => {
    script('tools/browsers.ts')
    build()
    bin('vitest/vitest.mjs', 'run', ...args)
  },
  bench: args => {
    script('tools/browsers.ts')
    build()
    script('bench/run.ts', ...args)
  },
  size: args => {
    build()
    bin('size-limit/bin.js', ...args)
  },
  screenshots: args => {
    script('tools/browsers.ts')
    build()
    script('tools/screenshots.ts', ...args)
  },
  media: args => script('tools/media/make.ts', ...args)
}

const [name, ...args] = process.argv.slice(2)
const job = Object.hasOwn(jobs, name ?? '') ? jobs[name] : undefined
if (!job) {
  console.error(`There is no job “${name}”. There are ${Object.keys(jobs).join(', ')}.`)
  process.exit(2)
}
install()
job(args)
