import { nearestName } from '../../nearest-name.ts'
import type { Cue } from '../cue.ts'
import { CUE_TAGS, type CueNode, type CueTextProblem } from '../text/cue-text.ts'
import { MOST_LETTERS, MOST_TAGS, parseCueText, plainCueText } from '../text/parse-cue-text.ts'
import { printTimestamp } from '../vtt/format-timestamp.ts'
import { placesIn } from '../vtt/scan.ts'
import { type CaptionFault, captionFault } from './sentences.ts'

type Place = { readonly line: number; readonly column: number }

/** Tags of HTML that people write in cues, and what does their work here. */
const HTML_TAGS: Readonly<Record<string, string>> = {
  __proto__: null as never,
  br: 'break the line in the file itself',
  p: 'break the line in the file itself',
  em: 'write <i>',
  strong: 'write <b>',
  span: 'write <c.name>, and name it in a STYLE block',
  font: 'write <c.name>, and name it in a STYLE block',
  a: 'a cue cannot hold a link'
}

const unknownTagHint = (name: string): string => {
  const known = HTML_TAGS[name.toLowerCase()]
  if (known) return known
  const nearest = nearestName(name, CUE_TAGS)
  if (name === '' || !/^[a-z]/i.test(name)) return 'for a less-than sign write &lt;'
  return nearest ? `did you mean <${nearest}>?` : `there are ${CUE_TAGS.join(', ')}; for a less-than sign write &lt;`
}

const TOO_LARGE = `The text of a cue is read up to ${MOST_LETTERS} characters and ${MOST_TAGS} tags in one another; the rest is left out.`

const describe = (problem: CueTextProblem, found: string, place: Place): CaptionFault => {
  switch (problem) {
    case 'tag-unknown':
      return captionFault(
        'cue-tag-unknown',
        {
          level: 'warning',
          message: `“<${found}>” is no tag of a cue; it is left out and its text stays.`,
          hint: unknownTagHint(found)
        },
        place
      )
    case 'tag-unclosed':
      return captionFault(
        'cue-tag-unclosed',
        {
          level: 'warning',
          message: `<${found}> is opened and not closed; it holds to the end of the cue.`,
          hint: `write </${found}>`
        },
        place
      )
    case 'end-tag-stray':
      return captionFault(
        'cue-end-tag-stray',
        {
          level: 'warning',
          message: `</${found}> closes nothing that is open here and is passed over.`,
          hint: 'close the tag that was opened last, first'
        },
        place
      )
    case 'timestamp-unreadable':
      return captionFault(
        'cue-timestamp-unreadable',
        {
          level: 'warning',
          message: `“<${found}>” is no timestamp and is left out.`,
          hint: 'write <00:07.500>; for a less-than sign write &lt;'
        },
        place
      )
    case 'tags-deep':
    case 'text-long':
      return captionFault(
        'cue-too-large',
        { level: 'warning', message: TOO_LARGE, hint: 'part it into several cues' },
        place
      )
    case 'rt-outside-ruby':
      return captionFault(
        'cue-rt-outside-ruby',
        {
          level: 'warning',
          message: '<rt> stands outside <ruby> and is left out; its text stays.',
          hint: 'write <ruby>base<rt>reading</rt></ruby>'
        },
        place
      )
  }
}

const timesIn = (nodes: readonly CueNode[]): readonly number[] =>
  nodes.flatMap(node => {
    if (node.type === 'timestamp') return [node.time]
    return node.type === 'text' ? [] : timesIn(node.children)
  })

/** Timestamps stand between the cue's times, each later than the one before (WebVTT, "WebVTT cue timestamp"). */
const checkTimes = (cue: Cue, nodes: readonly CueNode[], place: Place): readonly CaptionFault[] => {
  const times = timesIn(nodes)
  const wrong = times.find((time, index) => time <= (times[index - 1] ?? cue.startTime) || time >= cue.endTime)
  if (wrong === undefined) return []
  const message = `The timestamp <${printTimestamp(wrong)}> is not between the ones beside it.`
  const hint = `in this cue they rise from ${printTimestamp(cue.startTime)} to ${printTimestamp(cue.endTime)}`
  return [captionFault('cue-timestamp-outside', { level: 'warning', message, hint }, place)]
}

/** Every mistake in the text of a cue whose times stand on `cueLine`. */
export const checkCueText = (cue: Cue, cueLine: number): readonly CaptionFault[] => {
  const faults: CaptionFault[] = []
  const placeOf = placesIn(cue.text)
  const nodes = parseCueText(cue.text, {
    report: (problem, at, found) => {
      const { line, column } = placeOf(at)
      faults.push(describe(problem, found, { line: cueLine + line, column }))
    }
  })
  const place = { line: cueLine, column: 1 }
  if (plainCueText(nodes).trim() === '') {
    const message = 'This cue has no text to show.'
    faults.push(
      captionFault('cue-empty', { level: 'warning', message, hint: 'write its text right under its times' }, place)
    )
  }
  return [...faults, ...checkTimes(cue, nodes, place)]
}
