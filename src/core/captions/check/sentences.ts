import { type Fault, type FaultCode, fault } from '../../fault.ts'
import { nearestName } from '../../nearest-name.ts'
import { REGION_SETTINGS } from '../vtt/read-region.ts'
import { CUE_SETTINGS } from '../vtt/read-settings.ts'
import type { Finding, FindingCode } from './findings.ts'

/** A fault at a place in a caption file. */
export interface CaptionFault extends Fault {
  /** From 1. */
  readonly line: number
  /** From 1, in UTF-16 code units. */
  readonly column: number
  /** `error`: something is lost or never shown. `warning`: it is shown, and perhaps not as it was meant. */
  readonly level: 'error' | 'warning'
}

interface Sentence {
  readonly level: CaptionFault['level']
  readonly message: string
  readonly hint: string
}

const error = (message: string, hint: string): Sentence => ({ level: 'error', message, hint })
const warning = (message: string, hint: string): Sentence => ({ level: 'warning', message, hint })

const EXAMPLES: Readonly<Record<string, string>> = {
  vertical: 'vertical:rl or vertical:lr',
  line: 'a line such as line:0 or line:-1, or a share such as line:84%, with ,start ,center or ,end behind it if wanted',
  position: 'a share from 0% to 100%, with ,line-left ,center or ,line-right behind it if wanted: position:50%',
  size: 'a share from 0% to 100%: size:80%',
  align: 'align:start, align:center, align:end, align:left or align:right',
  region: 'the id of a REGION block: region:foot',
  id: 'a name without spaces: id:foot',
  width: 'a share from 0% to 100%: width:40%',
  lines: 'a whole number: lines:3',
  regionanchor: 'two shares: regionanchor:0%,100%',
  viewportanchor: 'two shares: viewportanchor:10%,90%',
  scroll: 'scroll:up'
}

/** Why a line of times cannot be read, by the mistake that is most likely. */
const timingHint = (line: string): string => {
  if (/\d,\d{3}/.test(line)) return 'write a point before the milliseconds, not a comma: 00:01.500'
  if (/(?:^|\s|>)\d+(?:\.\d+)?\s*(?:-->|$)/.test(line)) return 'minutes are always written: 00:07.500, not 7.5'
  if (/:\d{2}\s*(?:-->|$|\s)/.test(line)) return 'milliseconds are always written: 00:07.000'
  if (/\.\d{1,2}(?!\d)|\.\d{4,}/.test(line)) return 'milliseconds have three figures: 00:07.500'
  if (/(?:^|\s|:)\d:\d/.test(line)) return 'minutes and seconds have two figures: 00:07.500'
  if (/:[6-9]\d/.test(line)) return 'minutes and seconds run from 00 to 59'
  return 'write mm:ss.mmm --> mm:ss.mmm, with hh: in front where there are hours'
}

const settingHint = (written: string, names: readonly string[]): string => {
  const [name = ''] = written.split(':', 1)
  const nearest = nearestName(name, names)
  if (nearest === name) return `write ${nearest}:value, without spaces`
  return nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
}

type Describe = (found: string, beside: string) => Sentence

const SENTENCES: Readonly<Record<FindingCode, Describe>> = {
  'vtt-signature-missing': found =>
    error(
      `The first line must be WEBVTT${found === '' ? ', and it is empty' : `, but “${found}” came`}; nothing was read.`,
      'put WEBVTT alone on the first line, and an empty line below it'
    ),
  'vtt-block-late': found =>
    error(
      `A ${found} block stands behind the first cue and is not read.`,
      'move it up, between WEBVTT and the first cue'
    ),
  'vtt-text-stray': found =>
    error(
      `“${found}” belongs to no cue and is never shown.`,
      'an empty line ends a cue: take it out, or put a line of times above this text, or NOTE if it is a comment'
    ),
  'cue-timing-unreadable': found =>
    error(`The times “${found.trim()}” cannot be read, so this cue is left out.`, timingHint(found)),
  'cue-setting-unknown': found =>
    warning(`“${found}” is no cue setting and is passed over.`, settingHint(found, CUE_SETTINGS)),
  'cue-setting-unreadable': (found, name) =>
    warning(`The cue setting “${found}” cannot be read and is passed over.`, `write ${EXAMPLES[name]}`),
  'cue-setting-twice': found => warning(`The cue setting ${found} is written twice; the last one counts.`, 'keep one'),
  'cue-region-unknown': found =>
    warning(
      `The region “${found}” does not exist, so the cue stands where it would without one.`,
      'write a REGION block with this id above the first cue'
    ),
  'cue-region-dropped': found =>
    warning(
      `The cue asks for the region ${found} and also for a line, a size or vertical text: the region is passed over.`,
      'take line, size and vertical off a cue that stands in a region'
    ),
  'cue-unseparated': () =>
    warning('A new cue begins here without an empty line before it.', 'put an empty line between cues'),
  'cue-reversed': found =>
    error(`The cue ends before it has begun (${found}): it is never shown.`, 'write the earlier time first'),
  'cue-order': () =>
    warning(
      'This cue begins before the one above it.',
      'put cues in the order of their start; yokewright captions tidy does it'
    ),
  'cue-times-mixed': found =>
    warning(
      `Hours are written in one of the two times and not in the other (${found}).`,
      'write both in the same form; yokewright captions tidy does it'
    ),
  'region-setting-unknown': found =>
    warning(`“${found}” is no region setting and is passed over.`, settingHint(found, REGION_SETTINGS)),
  'region-setting-unreadable': (found, name) =>
    warning(`The region setting “${found}” cannot be read and is passed over.`, `write ${EXAMPLES[name]}`),
  'region-nameless': () => warning('This region has no id, so no cue can stand in it.', 'write id:name in it'),
  'region-twice': found =>
    warning(`There are two regions with the id ${found}; cues stand in the last one.`, 'give each region its own id')
}

/** A caption fault from its parts. */
export const captionFault = (
  code: FaultCode,
  { level, message, hint }: Sentence,
  { line, column }: { readonly line: number; readonly column: number }
): CaptionFault => ({ ...fault(code, message, hint), line, column, level })

/** Whether something is lost or never shown by it. */
export const isError = ({ code }: Finding): boolean => SENTENCES[code]('', '').level === 'error'

/** The full fault of a finding. */
export const faultOfFinding = ({ code, line, column, found, beside = '' }: Finding): CaptionFault =>
  captionFault(code, SENTENCES[code](found, beside), { line, column })

/** A fault as compilers print theirs: `file:line:column code sentence — hint`. */
export const printCaptionFault = (file: string, { line, column, code, message, hint }: CaptionFault): string =>
  `${file}:${line}:${column} ${code} ${message} — ${hint}`
