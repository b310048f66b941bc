import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { columnsOf } from '../../core/captions/check/guidelines.ts'
import type { Cue } from '../../core/captions/cue.ts'
import { parseCueText, plainCueText } from '../../core/captions/text/parse-cue-text.ts'
import { printTimestamp } from '../../core/captions/vtt/format-timestamp.ts'
import { type Args, filesOf, isOn, refuseUnknown, textOf } from '../arguments.ts'
import { type CaptionInput, counted, printFaults, readCaptions } from '../files.ts'
import { READING } from './options.ts'

const args: ArgsDef = {
  ...READING,
  json: { type: 'boolean', description: 'Print every property of every cue, for machines.' }
}

const plainText = (cue: Cue): string => plainCueText(parseCueText(cue.text)).replace(/\s*\n\s*/g, ' / ')

/** Left-aligned columns; the last one is as long as it is. */
const printTable = (rows: readonly (readonly string[])[]): void => {
  const widths = (rows[0] ?? []).map((_, column) => Math.max(...rows.map(row => columnsOf(row[column] ?? ''))))
  for (const row of rows) {
    const cells = row.map((cell, column) =>
      column === row.length - 1 ? cell : cell + ' '.repeat((widths[column] ?? 0) - columnsOf(cell))
    )
    console.log(cells.join('  ').trimEnd())
  }
}

const printCues = ({ path, file }: CaptionInput): void => {
  const { cues, regions, styles, comments } = file
  const also = [
    counted(regions.length, 'region'),
    counted(styles.length, 'STYLE block'),
    counted(comments.length, 'comment')
  ].filter(text => !text.startsWith('0'))
  console.log(`${path}: ${[counted(cues.length, 'cue'), ...also].join(', ')}`)
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
    refuseUnknown(options, args)
    const inputs: CaptionInput[] = []
    for (const path of filesOf(options)) inputs.push(await readCaptions(path, textOf(options, 'encoding')))
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
    return inputs.some(({ faults }) => faults.length > 0) ? 1 : 0
  }
})
