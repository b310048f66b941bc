import { stripVTControlCharacters } from 'node:util'
import { type CommandDef, defineCommand, renderUsage, runCommand } from 'citty'
import { nearestName } from '../core/nearest-name.ts'
import { demo } from './demo.ts'

/** 0: good. 1: found faults. 2: could not run. */
export type ExitCode = 0 | 1 | 2

const subCommands: Record<string, CommandDef> = { demo }

const root: CommandDef = defineCommand({
  meta: { name: 'yokewright', description: 'Couple your own controls to any video.' },
  subCommands
})

const printUsage = async (command: CommandDef, parent?: CommandDef): Promise<ExitCode> => {
  const usage = await renderUsage(command, parent)
  console.log(process.stdout.isTTY ? usage : stripVTControlCharacters(usage))
  return 0
}

const wantsHelp = (args: readonly string[]): boolean => args.includes('--help') || args.includes('-h')

const unknownCommand = (name: string): ExitCode => {
  const nearest = nearestName(name, Object.keys(subCommands))
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${Object.keys(subCommands).join(', ')}`
  console.error(`command-line-unknown There is no command “${name}” — ${hint}`)
  return 2
}

/** Runs one command line. @returns the exit code; faults have been printed on standard error. */
export const runCommandLine = async (args: readonly string[]): Promise<ExitCode> => {
  const [name, ...rest] = args
  if (name === undefined || name.startsWith('-')) return printUsage(root)
  const command = Object.hasOwn(subCommands, name) ? subCommands[name] : undefined
  if (!command) return unknownCommand(name)
  if (wantsHelp(rest)) return printUsage(command, root)
  try {
    await runCommand(command, { rawArgs: rest })
    return 0
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error)
    console.error(`command-line-failed ${name}: ${reason} — ask yokewright ${name} --help`)
    return 2
  }
}
