import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { checkVtt } from '../core/captions/check-vtt.ts'
import { USUAL_GUIDELINES } from '../core/captions/guidelines.ts'
import type { CaptionFault } from '../core/captions/sentences.ts'
import { type Args, filesOf, isOn, refuseUnknown, textOf } from './arguments.ts'
import { counted, printFaults, readCaptions } from './files.ts'

const args: ArgsDef = {
  file: { type: 'positional', required: false, description: 'WebVTT (.vtt) or SubRip (.srt); as many as you like.' },
  guidelines: {
    type: 'boolean',
    default: true,
    description: 'Also say what cannot be read in time, or is too long for a line. Off with --no-guidelines.'
  },
  encoding: { type: 'string', description: 'How the text is encoded. Default utf-8.' },
  json: { type: 'boolean', description: 'Print the faults for machines.' }
}

const checkFile = async (path: string, options: Args): Promise<readonly CaptionFault[]> => {
  const { form, text, faults } = await readCaptions(path, textOf(options, 'encoding'))
  return form === 'srt'
    ? faults
    : checkVtt(text, { guidelines: isOn(options, 'guidelines') ? USUAL_GUIDELINES : undefined })
}

/** `yokewright check`: every mistake that would bite a viewer, in plain words. */
export const check: CommandDef = defineCommand({
  meta: { name: 'check', description: 'Say every mistake in WebVTT or SubRip files that would bite a viewer.' },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    refuseUnknown(options, args)
    const found: { readonly path: string; readonly faults: readonly CaptionFault[] }[] = []
    for (const path of filesOf(options)) found.push({ path, faults: await checkFile(path, options) })
    if (isOn(options, 'json')) console.log(JSON.stringify(found, null, 2))
    else
      for (const { path, faults } of found) {
        printFaults(path, faults)
        const errors = faults.filter(({ level }) => level === 'error').length
        console.log(
          `${path}: ${faults.length === 0 ? 'good' : `${counted(errors, 'error')}, ${counted(faults.length - errors, 'warning')}`}`
        )
      }
    return found.some(({ faults }) => faults.length > 0) ? 1 : 0
  }
})
