import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { columnsOf } from '../../core/captions/check/guidelines.ts'
import type { CaptionFault } from '../../core/captions/check/sentences.ts'
import type { Cue } from '../../core/captions/cue.ts'
import { parseCueText, plainCueText } from '../../core/captions/text/parse-cue-text.ts'
import { printTimestamp } from '../../core/captions/vtt/format-timestamp.ts'
import { fault } from '../../core/fault.ts'
import { type Args, checkOptions, filesOf, isOn, textOf } from '../arguments.ts'
import { type CaptionInput, counted, printFaults, readCaptions } from '../files.ts'
import { complain, print } from '../print.ts'
import { sentenceOf } from '../reasons.ts'
import { READING } from './options.ts'

const args: ArgsDef = {
  ...READING,
  json: { type: 'boolean', description: 'Print every property of every cue, for machines.' }
}

const plainText = (cue: Cue): string => plainCueText(parseCueText(cue.text)).replace(/\s*\n\s*/g, ' / ')

/** Left-aligned columns; the last one is as long as it is. */
const printTable = (rows: readonly (readonly string[])[]): void => {
  const widths = (rows[0] ?? []).map((_, column) =>
    rows.reduce((widest, row) => Math.max(widest, columnsOf(row[column] ?? '')), 0)
  )
  for (const row of rows) {
    const cells = row.map((cell, column) =>
      column === row.length - 1 ? cell : cell + ' '.repeat((widths[column] ?? 0) - columnsOf(cell))
    )
    print(cells.join('  ').trimEnd())
  }
}

const printCues = ({ path, file }: CaptionInput): void => {
  const { cues, regions, styles, comments } = file
  const also = [
    counted(regions.length, 'region'),
    counted(styles.length, 'STYLE block'),
    counted(comments.length, 'comment')
  ].filter(text => !text.startsWith('0'))
  print(`${path}: ${[counted(cues.length, 'cue'), ...also].join(', ')}`)
  const hours = cues.some(({ endTime }) => endTime >= 3600) ? 'always' : 'auto'
  printTable(
    cues.map((cue, index) => [
      String(index + 1),
      printTimestamp(cue.startTime, hours),
      printTimestamp(cue.endTime, hours),
      plainText(cue)
    ])
  )
}

/** `yokewright captions list`. */
export const list: CommandDef = defineCommand({
  meta: { name: 'list', description: 'Show the cues of WebVTT or SubRip files.' },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, args)
    const inputs: CaptionInput[] = []
    const unread: CaptionFault[] = []
    for (const path of filesOf(options))
      try {
        inputs.push(await readCaptions(path, textOf(options, 'encoding')))
      } catch (error) {
        const said = fault(
          'file-unreadable',
          `This was not read: ${sentenceOf(error)}.`,
          'name a file that can be read'
        )
        unread.push({ ...said, line: 1, column: 1, level: 'error' })
      }
    if (isOn(options, 'json'))
      console.log(
        JSON.stringify(
          inputs.map(({ path, file, faults }) => ({ path, ...file, faults })),
          null,
          2
        )
      )
    else for (const input of inputs) printCues(input)
    for (const { path, faults } of inputs) printFaults(path, faults)
    for (const { code, message, hint } of unread) complain(`${code} ${message} — ${hint}`)
    if (unread.length > 0) return 2
    return inputs.some(({ faults }) => faults.length > 0) ? 1 : 0
  }
})
