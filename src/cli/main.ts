#!/usr/bin/env node
import { runCommandLine } from './command-line.ts'

process.exitCode = await runCommandLine(process.argv.slice(2))
