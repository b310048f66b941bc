import { readFile, writeFile } from 'node:fs/promises'
import { extname } from 'node:path'
import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { checkVtt } from '../../core/captions/check/check-vtt.ts'
import { USUAL_GUIDELINES } from '../../core/captions/check/guidelines.ts'
import { type Args, filesOf, isOn, refuseUnknown, textOf } from '../arguments.ts'
import { counted, readCaptions } from '../files.ts'
import { checkClip } from './clip.ts'
import { checkPage } from './page/index.ts'
import { applyEdits, type PlacedFault, printPlaced } from './placed-fault.ts'

const args: ArgsDef = {
  file: {
    type: 'positional',
    required: false,
    description: 'Pages (.html), clips (.json), WebVTT (.vtt) or SubRip (.srt); as many as you like.'
  },
  fix: { type: 'boolean', description: 'Cure what can be cured without a doubt, in pages and clips.' },
  public: { type: 'string', description: 'The folder whose files are served at the top of the site.' },
  guidelines: {
    type: 'boolean',
    default: true,
    description:
      'Also say of captions what cannot be read in time, or is too long for a line. Off with --no-guidelines.'
  },
  encoding: { type: 'string', description: 'How the text of captions is encoded. Default utf-8.' },
  json: { type: 'boolean', description: 'Print the faults for machines.' }
}

const checkCaptions = async (path: string, options: Args): Promise<readonly PlacedFault[]> => {
  const { form, text, faults } = await readCaptions(path, textOf(options, 'encoding'))
  const found =
    form === 'srt' ? faults : checkVtt(text, { guidelines: isOn(options, 'guidelines') ? USUAL_GUIDELINES : undefined })
  return found.map(fault => ({ ...fault, path }))
}

const checkText = async (path: string, text: string, options: Args): Promise<readonly PlacedFault[]> =>
  extname(path).toLowerCase() === '.json' ? checkClip(path, text) : checkPage(path, text, textOf(options, 'public'))

/** What was found in one file, after what could be cured. */
interface Checked {
  readonly path: string
  readonly faults: readonly PlacedFault[]
  readonly cured: number
}

const checkFile = async (path: string, options: Args): Promise<Checked> => {
  if (!/\.(?:html?|json)$/i.test(path)) return { path, faults: await checkCaptions(path, options), cured: 0 }
  const text = await readFile(path, 'utf8')
  const faults = await checkText(path, text, options)
  const cure = isOn(options, 'fix') ? applyEdits(text, faults) : { text, made: 0 }
  if (cure.made === 0) return { path, faults, cured: 0 }
  await writeFile(path, cure.text)
  return { path, faults: await checkText(path, cure.text, options), cured: cure.made }
}

const summary = ({ faults, cured }: Checked): string => {
  const errors = faults.filter(({ level }) => level === 'error').length
  const left =
    faults.length === 0 ? 'good' : `${counted(errors, 'error')}, ${counted(faults.length - errors, 'warning')}`
  return cured > 0 ? `${left} (${counted(cured, 'fault')} cured)` : left
}

/** `yokewright check`: every mistake that would bite a viewer, in plain words. */
export const check: CommandDef = defineCommand({
  meta: { name: 'check', description: 'Say every mistake in pages, clips and captions that would bite a viewer.' },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    refuseUnknown(options, args)
    const found: Checked[] = []
    for (const path of filesOf(options)) found.push(await checkFile(path, options))
    if (isOn(options, 'json')) {
      const plain = found.map(each => ({ ...each, faults: each.faults.map(({ edit: _, ...fault }) => fault) }))
      console.log(JSON.stringify(plain, null, 2))
    } else
      for (const each of found) {
        for (const fault of each.faults) console.error(printPlaced(fault))
        console.log(`${each.path}: ${summary(each)}`)
      }
    return found.some(({ faults }) => faults.length > 0) ? 1 : 0
  }
})
