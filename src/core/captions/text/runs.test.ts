import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseCueText, plainCueText } from './parse-cue-text.ts'
import { type CueRun, cueRuns, timeOfRun } from './runs.ts'

const runs = (text: string): readonly CueRun[] => cueRuns(parseCueText(text))

/** What is not as in a run of plain text. */
const brief = ({ text, tags, classes, voice, lang, from, until }: CueRun): unknown => ({
  text,
  ...(tags.length > 0 && { tags: tags.join(' ') }),
  ...(classes.length > 0 && { classes: classes.join(' ') }),
  ...(voice && { voice }),
  ...(lang && { lang }),
  ...(Number.isFinite(from) && { from }),
  ...(Number.isFinite(until) && { until })
})

describe('the runs of a cue', () => {
  it.each<[string, readonly unknown[]]>([
    ['', []],
    ['Slack water', [{ text: 'Slack water' }]],
    ['Two\nlines', [{ text: 'Two\nlines' }]],
    [
      '<v Mara>Look: <i.loud>there</i>!',
      [
        { text: 'Look: ', tags: 'v', voice: 'Mara' },
        { text: 'there', tags: 'v i', classes: 'loud', voice: 'Mara' },
        { text: '!', tags: 'v', voice: 'Mara' }
      ]
    ],
    [
      '<lang cy>Aber <c.far.soft>yma</c></lang> here',
      [
        { text: 'Aber ', tags: 'lang', lang: 'cy' },
        { text: 'yma', tags: 'lang c', classes: 'far soft', lang: 'cy' },
        { text: ' here' }
      ]
    ],
    [
      'one <00:02.000>two <00:03.000><b>three</b>',
      [
        { text: 'one ', until: 2 },
        { text: 'two ', from: 2, until: 3 },
        { text: 'three', tags: 'b', from: 3 }
      ]
    ],
    [
      '<ruby>海<rt>うみ</rt></ruby>',
      [
        { text: '海', tags: 'ruby' },
        { text: 'うみ', tags: 'ruby rt' }
      ]
    ],
    [
      'a<00:05.000>b<00:04.000>c',
      [
        { text: 'a', until: 4 },
        { text: 'b', from: 5, until: 4 },
        { text: 'c', from: 4 }
      ]
    ]
  ])('%j', (text, wanted) => {
    expect(runs(text).map(brief)).toEqual(wanted)
  })

  it('say together what the cue says, whatever it is', () => {
    const piece = fc.constantFrom(
      '<i>',
      '</i>',
      '<v Mara>',
      '</v>',
      '<00:01.000>',
      '<ruby>',
      '<rt>',
      '</ruby>',
      'tide',
      '\n',
      '&amp;',
      '<'
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), pieces => {
        const tree = parseCueText(pieces.join(''))
        const said = cueRuns(tree).filter(({ tags }) => !tags.includes('rt'))
        expect(said.map(({ text }) => text).join('')).toBe(plainCueText(tree))
      })
    )
  })

  it.each<[number, readonly string[]]>([
    [1, ['now', 'future', 'future']],
    [2, ['past', 'now', 'future']],
    [3, ['past', 'past', 'now']]
  ])('at %i s are %j', (seconds, wanted) => {
    expect(runs('one <00:02.000>two <00:03.000>three').map(run => timeOfRun(run, seconds))).toEqual(wanted)
  })
})
