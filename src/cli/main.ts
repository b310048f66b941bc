#!/usr/bin/env node
import { runCommandLine } from './command-line.ts'

/** Whoever reads what is printed may have gone (`| head`), or its disk may be full. */
process.stdout.on('error', ({ code }: NodeJS.ErrnoException) => {
  if (code !== 'EPIPE')
    process.stderr.write('command-line-failed: what is printed cannot be written — is the disk full?\n')
  process.exit(code === 'EPIPE' ? process.exitCode : 2)
})
process.stderr.on('error', () => process.exit(2))

process.exitCode = await runCommandLine(process.argv.slice(2))
