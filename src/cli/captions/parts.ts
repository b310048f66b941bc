import { extname } from 'node:path'
import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import type { VttFile } from '../../core/captions/cue.ts'
import { joinVtt, splitVtt } from '../../core/captions/edit/retime.ts'
import { type Args, checkOptions, fileOf, filesOf, isOn, needed, readTime, textOf } from '../arguments.ts'
import { counted, formOf, hasErrors, printCaptions, printFaults, readCaptions, writeCaptions } from '../files.ts'
import { print } from '../print.ts'
import { deliver } from './edit.ts'
import { READING, WRITING } from './options.ts'

const splitArgs: ArgsDef = {
  at: { type: 'string', description: 'Where to cut, with commas between: --at=1:30,3:00.' },
  ...READING,
  overwrite: { type: 'boolean', description: 'Write over files that are there already.' },
  json: { type: 'boolean', description: 'Print {"written"} for machines.' }
}

const timesOf = (text: string): readonly number[] => text.split(',').map(part => readTime(part.trim()))

const rising = (times: readonly number[]): readonly number[] => {
  if (times.every((time, index) => time > (times[index - 1] ?? 0))) return times
  throw new Error('the times of --at must rise, from above 0')
}

/** `yokewright captions split`: the parts are written beside the file, with numbers in their names. */
export const split: CommandDef = defineCommand({
  meta: {
    name: 'split',
    description: 'Cut a file in parts, each with times from 0: talk-1.vtt, talk-2.vtt beside it.'
  },
  args: splitArgs,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, splitArgs)
    const input = await readCaptions(fileOf(options), textOf(options, 'encoding'))
    const parts: VttFile[] = []
    let rest = input.file
    let cut = 0
    for (const time of rising(timesOf(needed(options, 'at', '1:30')))) {
      const [first, second] = splitVtt(rest, time - cut)
      parts.push(first)
      rest = second
      cut = time
    }
    parts.push(rest)
    const suffix = extname(input.path)
    const written = parts.map((_, index) => `${input.path.slice(0, -suffix.length)}-${index + 1}${suffix}`)
    for (const [index, part] of parts.entries())
      await writeCaptions(written[index] ?? '', printCaptions(part, input.form).text, isOn(options, 'overwrite'))
    if (isOn(options, 'json')) console.log(JSON.stringify({ written }, null, 2))
    else
      parts.forEach((part, index) => {
        print(`${written[index]}: ${counted(part.cues.length, 'cue')}`)
      })
    printFaults(input.path, input.faults)
    return hasErrors(input.faults) ? 1 : 0
  }
})

const joinArgs: ArgsDef = {
  starts: {
    type: 'string',
    description: 'When each file begins: --starts=0,1:30. Default: where the last cue of the one before it ends.'
  },
  ...WRITING
}

const lastEnd = (file: VttFile): number => file.cues.reduce((latest, { endTime }) => Math.max(latest, endTime), 0)

/** `yokewright captions join`. */
export const join: CommandDef = defineCommand({
  meta: { name: 'join', description: 'Put files one behind the other.' },
  args: joinArgs,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, joinArgs)
    const paths = filesOf(options)
    const starts = textOf(options, 'starts')
    const times = starts === undefined ? undefined : timesOf(starts)
    if (times && times.length !== paths.length)
      throw new Error(`${paths.length} files came with ${times.length} starts`)
    const inputs = await Promise.all(paths.map(path => readCaptions(path, textOf(options, 'encoding'))))
    let end = 0
    const parts = inputs.map(({ file }, index) => {
      const at = times?.[index] ?? end
      end = at + lastEnd(file)
      return { file, at }
    })
    const { file, losses } = joinVtt(parts)
    for (const { path, faults } of inputs) printFaults(path, faults)
    const out = textOf(options, 'out')
    const form = out === undefined ? (inputs[0]?.form ?? 'vtt') : formOf(out)
    return deliver(
      { path: paths[0] ?? '', faults: [] },
      { file, notes: losses, incomplete: losses.length > 0 || inputs.some(({ faults }) => hasErrors(faults)) },
      form,
      options
    )
  }
})
