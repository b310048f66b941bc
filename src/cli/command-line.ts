import { stripVTControlCharacters } from 'node:util'
import { type CommandDef, defineCommand, renderUsage, runCommand } from 'citty'
import { nearestName } from '../core/nearest-name.ts'
import { captions } from './captions/index.ts'
import { check } from './check/index.ts'
import { demo } from './demo.ts'
import { probe } from './probe.ts'

/** 0: good. 1: found faults. 2: could not run. */
export type ExitCode = 0 | 1 | 2

const root: CommandDef = defineCommand({
  meta: { name: 'yokewright', description: 'Couple your own controls to any video.' },
  subCommands: { demo, probe, check, captions }
})

const printUsage = async (command: CommandDef, parent?: CommandDef): Promise<ExitCode> => {
  const usage = await renderUsage(command, parent)
  console.log(process.stdout.isTTY ? usage : stripVTControlCharacters(usage))
  return 0
}

const wantsHelp = (args: readonly string[]): boolean => args.includes('--help') || args.includes('-h')

/** Whatever went wrong is said in one line, and nothing was run. */
const cannotRun = (code: string, sentence: string, hint: string): ExitCode => {
  console.error(`${code} ${sentence} — ${hint}`)
  return 2
}

const unknownCommand = (name: string, names: readonly string[]): ExitCode => {
  const nearest = nearestName(name, names)
  const hint = nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
  return cannotRun('command-line-unknown', `There is no command “${name}”`, hint)
}

/** What a word after an option is: its value, also where it begins with a minus. */
const withNegativeValues = (args: readonly string[]): readonly string[] =>
  args.flatMap((word, index) => {
    const next = args[index + 1] ?? ''
    const before = args[index - 1] ?? ''
    if (/^--[\w-]+$/.test(word) && /^-[\d.]/.test(next)) return [`${word}=${next}`]
    return /^-[\d.]/.test(word) && /^--[\w-]+$/.test(before) ? [] : [word]
  })

/** Runs one command line. @returns the exit code; faults have been printed on standard error. */
export const runCommandLine = async (args: readonly string[]): Promise<ExitCode> => {
  let command = root
  let parent: CommandDef | undefined
  const path: string[] = []
  let rest = args
  while (command.subCommands) {
    const commands = command.subCommands as Record<string, CommandDef>
    const [name, ...more] = rest
    if (name === undefined || name.startsWith('-')) return printUsage(command, parent)
    const next = Object.hasOwn(commands, name) ? commands[name] : undefined
    if (!next) return unknownCommand(name, Object.keys(commands))
    parent = path.length === 0 ? root : { meta: { name: ['yokewright', ...path].join(' ') } }
    path.push(name)
    command = next
    rest = more
  }
  if (wantsHelp(rest)) return printUsage(command, parent)
  try {
    const { result } = await runCommand(command, { rawArgs: [...withNegativeValues(rest)] })
    return result === 1 ? 1 : 0
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error)
    return cannotRun('command-line-failed', `${path.join(' ')}: ${reason}`, `ask yokewright ${path.join(' ')} --help`)
  }
}
