import { type CaptionFault, captionFault } from '../check/sentences.ts'
import { type Cue, createCue, type VttFile } from '../cue.ts'
import type { CueNode } from '../text/cue-text.ts'
import { parseCueText } from '../text/parse-cue-text.ts'
import { printTimestamp } from '../vtt/format-timestamp.ts'

/** What {@link parseSubRip} returns: a file as WebVTT has it, and what could not be taken over. */
export interface ParsedSubRip extends VttFile {
  readonly faults: readonly CaptionFault[]
}

const TIMES = /^\s*(?:(\d+):)?(\d{1,2}):(\d{1,2})[,.](\d{1,3})\s*-->\s*(?:(\d+):)?(\d{1,2}):(\d{1,2})[,.](\d{1,3})(.*)$/

const secondsOf = (hours = '0', minutes = '0', seconds = '0', fraction = '0'): number =>
  Math.round((Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds)) * 1000 + Number(fraction.padEnd(3, '0'))) /
  1000

const KEPT_TAG = /^<\/?[biu]>$/i

/** The corners and sides of the number pad, as SubRip files write them: what each says of line and side. */
const PLACES: Readonly<Record<string, Partial<Cue>>> = {
  1: { align: 'left' },
  3: { align: 'right' },
  4: { snapToLines: false, line: 50, lineAlign: 'center', align: 'left' },
  5: { snapToLines: false, line: 50, lineAlign: 'center' },
  6: { snapToLines: false, line: 50, lineAlign: 'center', align: 'right' },
  7: { line: 0, align: 'left' },
  8: { line: 0 },
  9: { line: 0, align: 'right' }
}

interface SubRipText {
  readonly text: string
  readonly place: Partial<Cue>
  /** What stood there that has no place in WebVTT. */
  readonly lost: readonly string[]
}

const convertText = (written: string): SubRipText => {
  const lost = new Set<string>()
  let place: Partial<Cue> = {}
  const pieces = written.split(/(<[^<>]*>|\{\\[^{}]*\})/)
  const text = pieces.map((piece, index) => {
    if (index % 2 === 0) return piece.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
    const corner = /^\{\\an?([1-9])\}$/.exec(piece)?.[1]
    if (corner) place = PLACES[corner] ?? {}
    else if (KEPT_TAG.test(piece)) return piece.toLowerCase()
    else if (/^<\/?[a-z]/i.test(piece) || piece.startsWith('{')) {
      if (!piece.startsWith('</')) lost.add(piece)
    } else return piece.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')
    return ''
  })
  return { text: text.join(''), place, lost: [...lost] }
}

const fault = (
  code: CaptionFault['code'],
  level: CaptionFault['level'],
  line: number,
  message: string,
  hint: string
): CaptionFault => captionFault(code, { level, message, hint }, { line, column: 1 })

interface Block {
  readonly lines: readonly string[]
  /** From 1. */
  readonly line: number
}

/** A line of times begins a cue, whatever stands before it: an empty line inside a text does not end it. */
const blocksOf = (text: string): { readonly blocks: readonly Block[]; readonly stray: Block | undefined } => {
  const lines = text.replace(/^\ufeff/, '').split(/\r\n?|\n/)
  const starts = lines.flatMap((line, index) => (line.includes('-->') ? [index] : []))
  const blocks = starts.map((start, index) => {
    const next = starts[index + 1]
    const upTo = next === undefined ? lines.length : /^\s*\d+\s*$/.test(lines[next - 1] ?? '') ? next - 1 : next
    return { lines: lines.slice(start, upTo), line: start + 1 }
  })
  const before = lines
    .slice(0, starts[0] ?? lines.length)
    .findIndex(line => line.trim() !== '' && !/^\s*\d+\s*$/.test(line))
  return { blocks, stray: before < 0 ? undefined : { lines: [lines[before] ?? ''], line: before + 1 } }
}

const readBlock = ({ lines, line }: Block, faults: CaptionFault[]): readonly Cue[] => {
  const [times = '', ...rest] = lines
  const match = TIMES.exec(times)
  if (!match) {
    faults.push(
      fault(
        'srt-timing-unreadable',
        'error',
        line,
        `The times “${times.trim()}” cannot be read, so this cue is left out.`,
        'write 00:00:01,000 --> 00:00:02,500'
      )
    )
    return []
  }
  const [, h1, m1, s1, f1, h2, m2, s2, f2, behind = ''] = match
  const { text, place, lost } = convertText(rest.filter(part => part.trim() !== '').join('\n'))
  const losses = behind.trim() === '' ? lost : [behind.trim(), ...lost]
  for (const piece of losses)
    faults.push(
      fault(
        'srt-left-out',
        'warning',
        line,
        `“${piece}” has no place in WebVTT and is left out.`,
        'style cues by classes and STYLE blocks, and place them by cue settings'
      )
    )
  return [createCue({ ...place, startTime: secondsOf(h1, m1, s1, f1), endTime: secondsOf(h2, m2, s2, f2), text })]
}

/** Reads a SubRip file as cues; comma or point, any line end, tags and corners as they are usually written. Never throws. */
export const parseSubRip = (text: string): ParsedSubRip => {
  const faults: CaptionFault[] = []
  const { blocks, stray } = blocksOf(text)
  if (stray)
    faults.push(
      fault(
        'srt-text-stray',
        'error',
        stray.line,
        `“${(stray.lines[0] ?? '').trim().slice(0, 40)}” belongs to no cue and is never shown.`,
        'put a line of times above it'
      )
    )
  const cues = blocks.flatMap(block => readBlock(block, faults))
  return { header: '', cues, regions: [], styles: [], comments: [], faults }
}

interface Printed {
  readonly text: string
  readonly lost: readonly string[]
}

const printNode = (node: CueNode): Printed => {
  if (node.type === 'text') return { text: node.text, lost: [] }
  if (node.type === 'timestamp') return { text: '', lost: ['timestamps inside the text'] }
  const inside = node.children.map(printNode)
  const text = inside.map(piece => piece.text).join('')
  const lost = [
    ...inside.flatMap(piece => piece.lost),
    ...(node.classes.length > 0 ? [`the class ${node.classes.join('.')}`] : [])
  ]
  switch (node.type) {
    case 'b':
    case 'i':
    case 'u':
      return { text: `<${node.type}>${text}</${node.type}>`, lost }
    case 'v':
      return { text: node.annotation === '' ? text : `${node.annotation}: ${text}`, lost }
    case 'rt':
      return { text: `(${text})`, lost }
    case 'lang':
      return { text, lost: [...lost, `the language ${node.annotation}`] }
    default:
      return { text, lost }
  }
}

const settingsLost = (cue: Cue): readonly string[] => [
  ...(cue.region ? [`the region ${cue.region.id}`] : []),
  ...(cue.vertical ? ['vertical text'] : []),
  ...(cue.size === 100 && cue.position === 'auto' ? [] : ['position and size']),
  ...(cue.line === 'auto' || (cue.line === 0 && cue.snapToLines) ? [] : ['the line']),
  ...(cue.id === '' || /^\d+$/.test(cue.id) ? [] : [`the id ${cue.id}`])
]

const corner = (cue: Cue): string => (cue.line === 0 && cue.snapToLines ? '{\\an8}' : '')

/** Writes cues as SubRip. @returns the text, and one plain sentence for each thing that SubRip cannot hold. */
export const serializeSubRip = (file: VttFile): { readonly text: string; readonly losses: readonly string[] } => {
  const losses = new Map<string, number>()
  const lose = (what: string): unknown => losses.set(what, (losses.get(what) ?? 0) + 1)
  const time = (seconds: number): string => printTimestamp(seconds, 'always').replace('.', ',')
  const blocks = file.cues.map((cue, index) => {
    const printed = parseCueText(cue.text).map(printNode)
    for (const what of [...printed.flatMap(({ lost }) => lost), ...settingsLost(cue)]) lose(what)
    const text = `${corner(cue)}${printed.map(piece => piece.text).join('')}`
    return `${index + 1}\n${time(cue.startTime)} --> ${time(cue.endTime)}\n${text}\n`
  })
  if (file.styles.length > 0) lose('the STYLE blocks')
  if (file.comments.length > 0) lose('the comments')
  if (file.header.trim() !== '') lose('the header')
  return {
    text: blocks.join('\n'),
    losses: [...losses].map(([what, count]) => `SubRip cannot hold ${what}${count > 1 ? ` (${count} times)` : ''}`)
  }
}
