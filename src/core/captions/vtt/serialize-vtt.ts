import { type Cue, DEFAULT_REGION, PLAIN_SETTINGS, type Region, type VttFile } from '../cue.ts'
import { type HoursForm, printNumber, printTimestamp } from './format-timestamp.ts'

/** What is to be written; what is left out is empty. */
export interface WritableVtt extends Partial<Omit<VttFile, 'cues'>> {
  readonly cues: readonly Cue[]
}

/** How it is written. */
export interface SerializeOptions {
  /** Default `auto`: hours in all times if any time needs them, so that one file has one form. */
  readonly hours?: HoursForm
}

const HOUR = 3600

const withAlignment = (place: string, alignment: string, usual: string): string =>
  alignment === usual ? place : `${place},${alignment}`

/** The settings that differ from a plain cue's, as they stand behind its times. */
const printSettings = (cue: Cue): string => {
  const settings: string[] = []
  if (cue.region) settings.push(`region:${cue.region.id}`)
  if (cue.vertical) settings.push(`vertical:${cue.vertical}`)
  if (cue.line !== 'auto') {
    const line = `${printNumber(cue.line)}${cue.snapToLines ? '' : '%'}`
    settings.push(`line:${withAlignment(line, cue.lineAlign, PLAIN_SETTINGS.lineAlign)}`)
  }
  if (cue.position !== 'auto')
    settings.push(`position:${withAlignment(`${printNumber(cue.position)}%`, cue.positionAlign, 'auto')}`)
  if (cue.size !== PLAIN_SETTINGS.size) settings.push(`size:${printNumber(cue.size)}%`)
  if (cue.align !== PLAIN_SETTINGS.align) settings.push(`align:${cue.align}`)
  return settings.map(setting => ` ${setting}`).join('')
}

/** What would end a cue's text, or its id, too early. */
const safe = (text: string): string =>
  text
    .replace(/\r\n?/g, '\n')
    .replace(/\n{2,}/g, '\n')
    .replace(/^\n|\n$/g, '')
    .replaceAll('-->', '--&gt;')

const printCue = (cue: Cue, hours: HoursForm): string => {
  const times = `${printTimestamp(cue.startTime, hours)} --> ${printTimestamp(cue.endTime, hours)}`
  const id = cue.id && `${safe(cue.id).replaceAll('\n', ' ')}\n`
  const text = cue.text && `\n${safe(cue.text)}`
  return `${id}${times}${printSettings(cue)}${text}\n`
}

const printRegion = (region: Region): string => {
  const settings: string[] = []
  if (region.id !== '') settings.push(`id:${region.id}`)
  if (region.width !== DEFAULT_REGION.width) settings.push(`width:${printNumber(region.width)}%`)
  if (region.lines !== DEFAULT_REGION.lines) settings.push(`lines:${region.lines}`)
  const point = (name: string, x: number, y: number): string => `${name}:${printNumber(x)}%,${printNumber(y)}%`
  settings.push(point('regionanchor', region.regionAnchorX, region.regionAnchorY))
  settings.push(point('viewportanchor', region.viewportAnchorX, region.viewportAnchorY))
  if (region.scroll) settings.push(`scroll:${region.scroll}`)
  return `REGION\n${settings.join('\n')}\n`
}

const printComment = (text: string): string => {
  const between = text.startsWith('\n') ? '\n' : text && ' '
  return `NOTE${between}${safe(text)}\n`
}

const printHeader = (header: string): string => {
  const [first = '', ...rest] = header.split('\n').filter((line, index) => index === 0 || line !== '')
  return [`WEBVTT${first && ` ${first}`}`, ...rest, ''].join('\n')
}

/** The cues' own regions count too: script may have made them. */
const regionsOf = ({ regions = [], cues }: WritableVtt): readonly Region[] => {
  const used = [...regions]
  const ids = new Set(regions.map(({ id }) => id))
  for (const { region } of cues) {
    if (!region || ids.has(region.id)) continue
    ids.add(region.id)
    used.push(region)
  }
  return used
}

/**
 * Writes WebVTT: whatever {@link parseVtt} has read comes back the same when it is read again. Times are kept to the
 * millisecond. What would break the file (an arrow or an empty line inside a cue) is written so that it does not.
 */
export const serializeVtt = (file: WritableVtt, options: SerializeOptions = {}): string => {
  const { header = '', cues, styles = [], comments = [] } = file
  const needsHours = cues.some(({ startTime, endTime }) => Math.max(startTime, endTime) >= HOUR)
  const hours = options.hours === 'always' || needsHours ? 'always' : 'auto'
  const blocks = [
    printHeader(header),
    ...regionsOf(file).map(printRegion),
    ...styles.map(css => `STYLE\n${safe(css)}\n`)
  ]
  let comment = 0
  const printCommentsUpTo = (count: number): void => {
    for (; (comments[comment]?.cuesBefore ?? Number.POSITIVE_INFINITY) <= count; comment += 1)
      blocks.push(printComment(comments[comment]?.text ?? ''))
  }
  cues.forEach((cue, index) => {
    printCommentsUpTo(index)
    blocks.push(printCue(cue, hours))
  })
  printCommentsUpTo(cues.length)
  return blocks.join('\n')
}
