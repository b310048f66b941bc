import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import type { VttFile } from '../../core/captions/cue.ts'
import { scaleVtt, shiftVtt } from '../../core/captions/edit/retime.ts'
import { tidyVtt } from '../../core/captions/edit/tidy.ts'
import { type Args, checkOptions, fileOf, isOn, needed, readFactor, readShift, textOf } from '../arguments.ts'
import {
  type CaptionForm,
  type CaptionInput,
  formOf,
  hasErrors,
  printCaptions,
  printFaults,
  readCaptions,
  writeCaptions
} from '../files.ts'
import { complain } from '../print.ts'
import { WRITING } from './options.ts'

/** What a command makes of a file. */
export interface Made {
  readonly file: VttFile
  /** What was done, or lost: one plain sentence each. */
  readonly notes: readonly string[]
  /** Whether something was lost or is left for a person to do. */
  readonly incomplete: boolean
}

/** Writes what has come of a file where it was asked for, and says what was done and what was lost. @returns the exit code. */
export const deliver = async (
  input: Pick<CaptionInput, 'path' | 'faults'>,
  made: Made,
  form: CaptionForm,
  args: Args
): Promise<number> => {
  const { text, losses } = printCaptions(made.file, form)
  const notes = [...made.notes, ...losses]
  const out = textOf(args, 'out')
  if (out !== undefined) await writeCaptions(out, text, isOn(args, 'overwrite'))
  if (isOn(args, 'json'))
    console.log(JSON.stringify(out === undefined ? { text, notes } : { written: out, notes }, null, 2))
  else {
    if (out === undefined) process.stdout.write(text)
    for (const note of notes) complain(`${input.path}: ${note}`)
  }
  printFaults(input.path, input.faults)
  return made.incomplete || losses.length > 0 || hasErrors(input.faults) ? 1 : 0
}

/** The form that is written: by the suffix of `--out`, else that of the file. */
const formFor = (input: CaptionInput, args: Args): CaptionForm => {
  const out = textOf(args, 'out')
  return out === undefined ? input.form : formOf(out)
}

const defineEdit = (
  name: string,
  description: string,
  own: ArgsDef,
  make: (file: VttFile, args: Args) => Made
): CommandDef => {
  const args: ArgsDef = { ...own, ...WRITING }
  return defineCommand({
    meta: { name, description },
    args,
    async run({ args: given }) {
      const options = given as unknown as Args
      checkOptions(options, args)
      const path = fileOf(options)
      const input = await readCaptions(path, textOf(options, 'encoding'))
      return deliver(input, make(input.file, options), formFor(input, options), options)
    }
  })
}

const changed = ({ file, losses }: { readonly file: VttFile; readonly losses: readonly string[] }): Made => ({
  file,
  notes: losses,
  incomplete: losses.length > 0
})

/** `yokewright captions shift`. */
export const shift = defineEdit(
  'shift',
  'Move every cue earlier or later.',
  { by: { type: 'string', description: 'Seconds, or a clock; back with a minus: --by=-2.5, --by=1:30.' } },
  (file, args) => changed(shiftVtt(file, readShift(needed(args, 'by', '-2.5'))))
)

const factorOf = (args: Args): number => {
  const factor = textOf(args, 'factor')
  if (factor !== undefined) return readFactor(factor)
  return readFactor(needed(args, 'from', '25')) / readFactor(needed(args, 'to', '24000/1001'))
}

/** `yokewright captions scale`. */
export const scale = defineEdit(
  'scale',
  'Stretch every time, as after a change of the frame rate.',
  {
    from: { type: 'string', description: 'The frame rate that the times were made for: --from=25.' },
    to: { type: 'string', description: 'The frame rate that they are wanted for: --to=24000/1001.' },
    factor: { type: 'string', description: 'The factor itself, in place of the two rates.' }
  },
  (file, args) => changed(scaleVtt(file, factorOf(args)))
)

/** `yokewright captions tidy`. */
export const tidy = defineEdit(
  'tidy',
  'Put cues in order, end short overlaps, give time to read, break long lines.',
  {},
  file => {
    const { file: tidied, notes } = tidyVtt(file)
    return {
      file: tidied,
      notes: notes.map(({ done, what }) => `${done ? 'done' : 'left'}: ${what}`),
      incomplete: notes.some(({ done }) => !done)
    }
  }
)

const convertArgs: ArgsDef = { to: { type: 'string', description: 'vtt or srt. Default: the other one.' }, ...WRITING }

/** `yokewright captions convert`. */
export const convert: CommandDef = defineCommand({
  meta: { name: 'convert', description: 'Make WebVTT of SubRip, and back.' },
  args: convertArgs,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, convertArgs)
    const input = await readCaptions(fileOf(options), textOf(options, 'encoding'))
    const asked = textOf(options, 'to') ?? (textOf(options, 'out') === undefined ? undefined : formFor(input, options))
    if (asked !== undefined && asked !== 'vtt' && asked !== 'srt') throw new Error(`“${asked}” is neither vtt nor srt`)
    const form = asked ?? (input.form === 'srt' ? 'vtt' : 'srt')
    return deliver(input, { file: input.file, notes: [], incomplete: input.faults.length > 0 }, form, options)
  }
})
