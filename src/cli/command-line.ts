import { stripVTControlCharacters } from 'node:util'
import { type CommandDef, defineCommand, renderUsage, runCommand } from 'citty'
import { type FaultCode, fault } from '../core/fault.ts'
import { nearestName } from '../core/nearest-name.ts'
import { captions } from './captions/index.ts'
import { check } from './check/index.ts'
import { demo } from './demo.ts'
import { embed } from './embed/index.ts'
import { newPage } from './new.ts'
import { complain } from './print.ts'
import { probe } from './probe.ts'
import { sentenceOf } from './reasons.ts'
import { theme } from './theme/index.ts'

/** 0: good. 1: found faults. 2: could not run. */
export type ExitCode = 0 | 1 | 2

const root: CommandDef = defineCommand({
  meta: { name: 'yokewright', description: 'Couple your own controls to any video.' },
  subCommands: { demo, new: newPage, embed, probe, check, captions, theme }
})

/** What was asked for goes to standard output; what nobody asked for does not, because a program may read it. */
const printUsage = async (command: CommandDef, parent: CommandDef | undefined, isAsked: boolean): Promise<void> => {
  const usage = await renderUsage(command, parent)
  const { isTTY } = isAsked ? process.stdout : process.stderr
  const text = isTTY ? usage : stripVTControlCharacters(usage)
  if (isAsked) console.log(text)
  else console.error(text)
}

const wantsHelp = (args: readonly string[]): boolean => args.includes('--help') || args.includes('-h')

/** Whatever went wrong is said in one line, and nothing was run. */
const cannotRun = (code: FaultCode, sentence: string, hint: string, isForMachines = false): ExitCode => {
  const said = fault(code, sentence, hint)
  complain(`${said.code} ${said.message} — ${said.hint}`)
  if (isForMachines) console.log(JSON.stringify({ fault: said }, null, 2))
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

/** One example for each command; `…` where several files may stand. */
const EXAMPLES: Readonly<Record<string, string>> = {
  demo: '--port 8080',
  probe: 'spring-tide.webm spring-tide.mp4 …',
  check: 'index.html about.html clips.json captions.vtt …',
  theme: "'#0b6e4f' --ground auto",
  new: 'ready-made --out my-player',
  embed: 'spring-tide.json --preset house:lesson@1 --out tide',
  'captions list': 'spring-tide.vtt',
  'captions shift': 'spring-tide.vtt --by -2.5 --out later.vtt',
  'captions scale': 'spring-tide.vtt --from 25 --to 24000/1001 --out scaled.vtt',
  'captions tidy': 'spring-tide.vtt --out tidy.vtt',
  'captions split': 'spring-tide.vtt --at 12:30,25:00',
  'captions join': 'part-1.vtt part-2.vtt … --starts 0,12:30 --out whole.vtt',
  'captions convert': 'spring-tide.srt --out spring-tide.vtt'
}

/** Runs one command line. @returns the exit code; faults have been printed on standard error. */
export const runCommandLine = async (args: readonly string[]): Promise<ExitCode> => {
  let command = root
  let parent: CommandDef | undefined
  const path: string[] = []
  let rest = args
  while (command.subCommands) {
    const commands = command.subCommands as Record<string, CommandDef>
    const [name, ...more] = rest
    if (name === undefined || name.startsWith('-')) {
      await printUsage(command, parent, wantsHelp(rest))
      // Without a command nothing was run.
      return wantsHelp(rest) ? 0 : 2
    }
    const next = Object.hasOwn(commands, name) ? commands[name] : undefined
    if (!next) return unknownCommand(name, Object.keys(commands))
    parent = path.length === 0 ? root : { meta: { name: ['yokewright', ...path].join(' ') } }
    path.push(name)
    command = next
    rest = more
  }
  if (wantsHelp(rest)) {
    await printUsage(command, parent, true)
    console.log(`EXAMPLE\n\n  yokewright ${path.join(' ')} ${EXAMPLES[path.join(' ')] ?? ''}\n`)
    return 0
  }
  try {
    const { result } = await runCommand(command, { rawArgs: [...withNegativeValues(rest)] })
    return result === 1 || result === 2 ? result : 0
  } catch (error) {
    const reason = sentenceOf(error)
    const sentence = `${path.join(' ')}: ${reason}`
    return cannotRun(
      'command-line-failed',
      sentence,
      `ask yokewright ${path.join(' ')} --help`,
      rest.includes('--json')
    )
  }
}
