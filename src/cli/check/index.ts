import { extname } from 'node:path'
import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { checkVtt } from '../../core/captions/check/check-vtt.ts'
import { USUAL_GUIDELINES } from '../../core/captions/check/guidelines.ts'
import { fault } from '../../core/fault.ts'
import type { DialectData } from '../../core/hosted/dialect.ts'
import { type Args, checkOptions, filesOf, isOn, textOf } from '../arguments.ts'
import { counted, readCaptions } from '../files.ts'
import { complain, print } from '../print.ts'
import { readBytes } from '../read.ts'
import { sentenceOf } from '../reasons.ts'
import { isManifest, lookIntoStream } from '../streams/look-into-stream.ts'
import { replaceFile } from '../write.ts'
import { readDialects } from './dialects.ts'
import { checkDocument } from './document.ts'
import { checkPage } from './page/index.ts'
import { applyEdits, type PlacedFault, placedWarning, printPlaced } from './placed-fault.ts'
import { checkServed, type ServedCheck } from './served/index.ts'
import { unnamedBeside } from './unnamed.ts'

const args: ArgsDef = {
  file: {
    type: 'positional',
    required: false,
    description:
      'Pages (.html), clips, playlists, presets and dialects (.json), WebVTT (.vtt) or SubRip (.srt), manifests of streams (.m3u8, .mpd); as many as you like.'
  },
  fix: { type: 'boolean', description: 'Cure what can be cured without a doubt, in pages and clips.' },
  public: { type: 'string', description: 'The folder whose files are served at the top of the site.' },
  dialect: {
    type: 'string',
    description: 'Descriptions of video services (.json), with commas between: addresses of their clips are checked.'
  },
  guidelines: {
    type: 'boolean',
    default: true,
    description:
      'Also say of captions what cannot be read in time, or is too long for a line. Off with --no-guidelines.'
  },
  served: {
    type: 'string',
    description:
      'The address of a page on a server of this machine: asks how it and the files that it names are served.'
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

/** What was asked for, and the dialects that were named. */
interface Asked {
  readonly options: Args
  readonly dialects: readonly DialectData[]
}

const checkText = async (path: string, text: string, { options, dialects }: Asked): Promise<readonly PlacedFault[]> =>
  extname(path).toLowerCase() === '.json'
    ? checkDocument(path, text)
    : checkPage(path, text, { top: textOf(options, 'public'), dialects })

/** The text of a page, and whether nothing of it is lost: it is UTF-8. A byte-order mark stays. */
const readPageText = async (path: string): Promise<{ readonly text: string; readonly isWhole: boolean }> => {
  const bytes = await readBytes(path)
  try {
    return { text: new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes), isWhole: true }
  } catch {
    const encoding =
      bytes[0] === 0xff && bytes[1] === 0xfe
        ? 'utf-16le'
        : bytes[0] === 0xfe && bytes[1] === 0xff
          ? 'utf-16be'
          : 'windows-1252'
    return { text: new TextDecoder(encoding).decode(bytes), isWhole: false }
  }
}

const notUtf8 = (path: string): PlacedFault =>
  placedWarning(
    { path, line: 1, column: 1 },
    'encoding-unusual',
    'The file is not written in UTF-8.',
    'save it as UTF-8; --fix leaves it as it is'
  )

/** What was found in one file, after what could be cured. */
interface Checked {
  readonly path: string
  /** It could not be read, and was not checked. */
  readonly isUnread?: true
  readonly faults: readonly PlacedFault[]
  readonly cured: number
}

const checkFile = async (path: string, asked: Asked): Promise<Checked> => {
  const { options } = asked
  if (isManifest(path)) return { path, faults: (await lookIntoStream(path)).faults, cured: 0 }
  if (!/\.(?:html?|json)$/i.test(path)) return { path, faults: await checkCaptions(path, options), cured: 0 }
  const { text, isWhole } = await readPageText(path)
  const found = await checkText(path, text, asked)
  const faults = isWhole ? found : [notUtf8(path), ...found]
  // What cannot be read without loss is not written.
  const cure = isOn(options, 'fix') && isWhole ? applyEdits(text, found) : { text, made: 0 }
  if (cure.made === 0) return { path, faults, cured: 0 }
  await replaceFile(path, cure.text)
  return { path, faults: await checkText(path, cure.text, asked), cured: cure.made }
}

/** One file that cannot be read does not keep the others from being looked at. */
const tryCheckFile = async (path: string, asked: Asked): Promise<Checked> => {
  try {
    return await checkFile(path, asked)
  } catch (error) {
    const said = fault('file-unreadable', `This was not checked: ${sentenceOf(error)}.`, 'name a file that can be read')
    return { path, faults: [{ ...said, path, line: 1, column: 1, level: 'error' }], cured: 0, isUnread: true }
  }
}

const summary = ({ faults, cured = 0 }: Pick<Checked, 'faults'> & Partial<Checked>): string => {
  const errors = faults.filter(({ level }) => level === 'error').length
  const left =
    faults.length === 0 ? 'good' : `${counted(errors, 'error')}, ${counted(faults.length - errors, 'warning')}`
  return cured > 0 ? `${left} (${counted(cured, 'fault')} cured)` : left
}

/** Says how a page is served. @returns the exit code. */
const tellServed = (served: ServedCheck, isForMachines: boolean): 0 | 1 => {
  const { path, faults, asked, elsewhere } = served
  if (isForMachines) console.log(JSON.stringify([served], null, 2))
  else {
    for (const fault of faults) complain(printPlaced(fault))
    print(`${path}: ${summary({ faults })}; ${counted(asked, 'file')} asked for`)
    for (const address of elsewhere) print(`note: not on this machine, and not asked: ${address}`)
  }
  return faults.length > 0 ? 1 : 0
}

/** `yokewright check`: every mistake that would bite a viewer, in plain words. */
export const check: CommandDef = defineCommand({
  meta: {
    name: 'check',
    description: 'Say every mistake in pages, clips, presets and captions that would bite a viewer.'
  },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, args)
    const served = textOf(options, 'served')
    if (served !== undefined) {
      if (options._.length > 0) throw new Error('--served takes an address, and no files beside it')
      return tellServed(await checkServed(served), isOn(options, 'json'))
    }
    const asked = { options, dialects: await readDialects(textOf(options, 'dialect')) }
    const found: Checked[] = []
    for (const path of filesOf(options)) found.push(await tryCheckFile(path, asked))
    if (isOn(options, 'json')) {
      const plain = found.map(({ isUnread: _, ...each }) => ({
        ...each,
        faults: each.faults.map(({ edit: _, ...fault }) => fault)
      }))
      console.log(JSON.stringify(plain, null, 2))
    } else
      for (const each of found) {
        for (const fault of each.faults) complain(printPlaced(fault))
        if (!each.isUnread) print(`${each.path}: ${summary(each)}`)
      }
    const pages = found.map(({ path }) => path).filter(path => /\.html?$/i.test(path))
    if (!isOn(options, 'json'))
      for (const path of await unnamedBeside(pages)) print(`note: nothing in its folder names ${path}`)
    if (found.some(({ isUnread }) => isUnread)) return 2
    return found.some(({ faults }) => faults.length > 0) ? 1 : 0
  }
})
