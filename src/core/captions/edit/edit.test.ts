import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { captionFile } from '../../../../test/support/generated-captions.ts'
import { checkVtt } from '../check/check-vtt.ts'
import { columnsOf } from '../check/guidelines.ts'
import { parseSubRip, serializeSubRip } from '../subrip/subrip.ts'
import { parseVtt } from '../vtt/parse-vtt.ts'
import { readStyles } from '../vtt/read-styles.ts'
import { serializeVtt } from '../vtt/serialize-vtt.ts'
import { joinVtt, scaleVtt, shiftVtt, splitVtt } from './retime.ts'
import { tidyVtt } from './tidy.ts'

const START = 'WEBVTT\n\n'
const TWO = `${START}NOTE first\n\n00:01.000 --> 00:03.000\nOne <00:02.000>two\n\nNOTE second\n\n00:03.000 --> 00:05.000\nThree\n`

describe('checkVtt', () => {
  it.each<[string, readonly string[]]>([
    [`${START}00:01.000 --> 00:03.000\nWater rises`, []],
    [`${START}00:01.000 --> 00:03.000\nWater <em>rises</em>`, ['4:7 cue-tag-unknown']],
    [`${START}00:01.000 --> 00:03.000\nWater\n<b>rises`, ['5:1 cue-tag-unclosed']],
    [`${START}00:01.000 --> 00:03.000\nI <3 it`, ['4:3 cue-timestamp-unreadable']],
    [`${START}00:01.000 --> 00:03.000\na <00:03.500>b`, ['3:1 cue-timestamp-outside']],
    [`${START}00:01.000 --> 00:03.000\na <00:02.500>b <00:02.000>c`, ['3:1 cue-timestamp-outside']],
    [`${START}00:01.000 --> 00:03.000\n<b></b>`, ['3:1 cue-empty']],
    [`${START}00:01.000 --> 00:03.000\na<rt>b</rt>`, ['4:2 cue-rt-outside-ruby', '4:7 cue-end-tag-stray']],
    [`${START}00:01.000 --> 00:04.000\na\n\n00:03.000 --> 00:05.000\nb`, ['6:1 cue-overlap']],
    [`${START}00:01.000 --> 00:03.000\na\n\n00:00:03.000 --> 00:00:05.000\nb`, ['6:1 file-times-mixed']],
    [`${START}59:59.000 --> 59:59.900\na\n\n01:00:00.000 --> 01:00:01.000\nb`, []],
    [`${START}00:01.000 --> 00:01.400\na`, ['3:1 cue-too-short']],
    [`${START}00:01.000 --> 00:09.000\na`, ['3:1 cue-too-long']],
    [`${START}00:01.000 --> 00:02.000\nWater rises at the old quay`, ['3:1 cue-too-fast']],
    [`${START}00:01.000 --> 00:05.000\none\ntwo\nthree`, ['3:1 cue-lines-many']],
    [`${START}00:01.000 --> 00:06.000\n${'water '.repeat(8)}`, ['4:1 cue-line-long']],
    [`${START}00:01.000 --> 00:06.000\n${'潮'.repeat(22)}`, ['4:1 cue-line-long']],
    [
      `${START}STYLE\n::cue { color: red; position: fixed }\nbody { margin: 0 }\n\n00:01.000 --> 00:03.000\na`,
      ['4:1 style-left-out', '5:1 style-left-out']
    ]
  ])('%j: %j', (text, found) => {
    expect(checkVtt(text).map(({ line, column, code }) => `${line}:${column} ${code}`)).toEqual(found)
  })

  it('without guidelines, only what is wrong is told', () => {
    expect(checkVtt(`${START}00:01.000 --> 00:01.400\na`, { guidelines: undefined })).toEqual([])
  })

  it('a mark and a wide character are counted as they are seen', () => {
    expect([columnsOf('تَ'), columnsOf('潮a'), columnsOf('')]).toEqual([1, 3, 0])
  })
})

describe('readStyles', () => {
  it.each<[string, string]>([
    ['::cue { color: #fc0 }', '[] color=#fc0'],
    [
      '::cue(b), ::cue(i.loud) { color: red; font-weight: 700 }',
      '[b] color=red font-weight=700 [i.loud] color=red font-weight=700'
    ],
    ['::cue(v[voice="Mara of the quay"]) { color: gold }', '[v[Mara of the quay]] color=gold'],
    ['::cue(:past) { opacity: .5 } ::cue(c:future) { opacity: .2 }', '[:past] opacity=.5 [c:future] opacity=.2'],
    ['::cue(#intro) { color: rgb(1 2 3 / 50%) }', '[#intro] color=rgb(1 2 3 / 50%)'],
    [
      '::cue(lang[lang="ar"]) { font-size: 120% } ::cue(:lang(ja)) { color: red }',
      '[lang[ar]] font-size=120% [[ja]] color=red'
    ],
    ['::cue(v b) { color: red !important }', '[v b] color=red'],
    ['/* note: { */ ::cue { color: red }', '[] color=red'],
    ['::cue { color: red', '[] color=red']
  ])('%s', (css, printed) => {
    const { rules, faults } = readStyles([css])
    const text = rules.map(({ selector, declarations }) => {
      const parts = selector.map(
        ({ tag, id, classes, annotation, time }) =>
          `${tag}${id && `#${id}`}${classes.map(name => `.${name}`).join('')}${annotation === undefined ? '' : `[${annotation}]`}${time && `:${time}`}`
      )
      return `[${parts.join(' ')}] ${declarations.map(pair => pair.join('=')).join(' ')}`
    })
    expect(text.join(' ')).toBe(printed)
    expect(faults).toEqual([])
  })

  it.each([
    '@import "x.css";',
    '@import url(//x);',
    'body { color: red }',
    '::cue { position: fixed }',
    '::cue { background: url(x) }',
    '::cue { background: URL ("x") }',
    '::cue { background: image-set("x" 1x) }',
    '::cue { color: var(--x) }',
    '::cue { color: \\72 ed }',
    '::cue { font-family: "a\\"; position: fixed; x: \\"b" }',
    '::cue(b:hover) { color: red }',
    '::cue(div) { color: red }',
    '::cue(b[onclick="x"]) { color: red }',
    '::cue::before { content: "x" }',
    'x'
  ])('%s is left out, and told', css => {
    const { rules, faults } = readStyles([css])
    expect(rules.flatMap(({ declarations }) => declarations).filter(([, value]) => !/^"?[ab]/.test(value))).toEqual([])
    expect(faults.length).toBeGreaterThan(0)
  })
})

describe('retiming', () => {
  it('shifts cues with the timestamps inside them, cuts what would be before the start, and says so', () => {
    const { file, losses } = shiftVtt(parseVtt(TWO), -2)
    expect(serializeVtt(file)).toBe(
      `${START}NOTE first\n\n00:00.000 --> 00:01.000\nOne <00:00.000>two\n\nNOTE second\n\n00:01.000 --> 00:03.000\nThree\n`
    )
    expect(losses).toEqual(['the cue of 00:01.000 would begin before the start, and begins at 0'])
    expect(shiftVtt(parseVtt(TWO), -3).file.cues.length).toBe(1)
  })

  it('shifting there and back is nothing', () => {
    fc.assert(
      fc.property(captionFile, fc.nat(100_000), (text, thousandths) => {
        const { cues, comments } = parseVtt(text)
        const file = { header: '', cues, comments, regions: [], styles: [] }
        const there = shiftVtt(file, thousandths / 1000).file
        const back = shiftVtt(there, -thousandths / 1000).file
        const kept = cues.filter(({ endTime }) => endTime > 0)
        expect(back.cues.map(({ startTime, endTime }) => [startTime, endTime])).toEqual(
          kept.map(({ startTime, endTime }) => [startTime, endTime])
        )
      }),
      { numRuns: 500, seed: 6 }
    )
  })

  it('stretches by a factor', () => {
    expect(scaleVtt(parseVtt(TWO), 2).file.cues.map(({ startTime, endTime }) => [startTime, endTime])).toEqual([
      [2, 6],
      [6, 10]
    ])
  })

  it('splits at a second, and joins again', () => {
    const [first, second] = splitVtt(parseVtt(TWO), 4)
    expect([first, second].map(file => file.cues.map(({ startTime, endTime }) => [startTime, endTime]))).toEqual([
      [
        [1, 3],
        [3, 4]
      ],
      [[0, 1]]
    ])
    const { file } = joinVtt([
      { file: first, at: 0 },
      { file: second, at: 4 }
    ])
    expect(file.cues.map(({ startTime, endTime }) => [startTime, endTime])).toEqual([
      [1, 3],
      [3, 4],
      [4, 5]
    ])
    expect(file.comments.map(({ text }) => text)).toEqual(['first', 'second'])
  })

  it('joined files keep regions of one name apart', () => {
    const withRegion = (width: number) =>
      parseVtt(`${START}REGION\nid:foot width:${width}%\n\n00:01.000 --> 00:02.000 region:foot\na`)
    const { file, losses } = joinVtt([
      { file: withRegion(40), at: 0 },
      { file: withRegion(60), at: 10 },
      { file: withRegion(40), at: 20 }
    ])
    expect(file.cues.map(({ region }) => `${region?.id} ${region?.width}`)).toEqual(['foot 40', 'foot-2 60', 'foot 40'])
    expect(losses).toEqual(['the region foot of a later file is called foot-2'])
  })
})

describe('tidyVtt', () => {
  it('puts cues in order with their comments, ends short overlaps, gives time to read, breaks long lines', () => {
    const messy = `${START}NOTE late\n\n00:10.000 --> 00:12.000\nWater rises at the old quay of the little harbour\n\n00:01.000 --> 00:03.200\nOne\n\n00:03.000 --> 00:03.100\nTwo words\n\n00:05.000 --> 00:08.000\nboth\n\n00:06.000 --> 00:07.000\nspeak`
    const { file, notes } = tidyVtt(parseVtt(messy))
    expect(serializeVtt(file)).toBe(
      `${START}00:01.000 --> 00:03.000\nOne\n\n00:03.000 --> 00:03.800\nTwo words\n\n00:05.000 --> 00:08.000\nboth\n\n00:06.000 --> 00:07.000\nspeak\n\nNOTE late\n\n00:10.000 --> 00:12.450\nWater rises at the old\nquay of the little harbour\n`
    )
    expect(notes.map(({ done, what }) => `${done ? 'did' : 'left'} ${what}`)).toEqual([
      'did 5 cues were put in the order of their start',
      'did the cue of 00:01.000 ends where the next one begins (0.200 s earlier)',
      'left the cues of 00:05.000 and 00:06.000 overlap for 2.000 s, and both are kept as they are',
      'did the cue of 00:03.000 stays 0.700 s longer',
      'did the cue of 00:10.000 stays 0.450 s longer',
      'did a line of the cue of 00:10.000 is broken in two'
    ])
  })
})

describe('SubRip', () => {
  const SRT =
    '\ufeff1\r\n00:00:01,000 --> 00:00:02,500\r\n<i>Water</i> <font color="#fc0">rises</font> & falls\r\n\r\n2\r\n00:00:03,000 --> 00:00:04,000  X1:100\r\n{\\an8}Up\r\nhere\r\n\r\n3\r\n0:00:05.5 --> 0:00:06.000\r\n\r\na < b\r\n'

  it('is read with commas or points, corners and tags; what has no place is told', () => {
    const { cues, faults } = parseSubRip(SRT)
    expect(cues.map(({ startTime, endTime, line, text }) => [startTime, endTime, line, text])).toEqual([
      [1, 2.5, 'auto', '<i>Water</i> rises &amp; falls'],
      [3, 4, 0, 'Up\nhere'],
      [5.5, 6, 'auto', 'a &lt; b']
    ])
    expect(faults.map(({ line, code, message }) => `${line} ${code} ${message}`)).toEqual([
      '2 srt-left-out “<font color="#fc0">” has no place in WebVTT and is left out.',
      '6 srt-left-out “X1:100” has no place in WebVTT and is left out.'
    ])
  })

  it.each<[string, readonly string[]]>([
    ['1\n00:01 --> 00:02\nHi', ['2 srt-timing-unreadable']],
    ['Hi\n\n1\n00:00:01,000 --> 00:00:02,000\nthere', ['1 srt-text-stray']]
  ])('%j: %j', (text, found) => {
    expect(parseSubRip(text).faults.map(({ line, code }) => `${line} ${code}`)).toEqual(found)
  })

  it('is written with what it can hold; the rest is told', () => {
    const vtt = `${START}STYLE\n::cue { color: red }\n\nintro\n00:01.000 --> 00:02.000 line:0\n<v Mara><b>Hi</b> <c.loud>you</c>\n\n00:03.000 --> 00:04.000 align:left position:10% line:40%\n<ruby>潮<rt>しお</rt></ruby> a &lt; b <00:03.500>c`
    const { text, losses } = serializeSubRip(parseVtt(vtt))
    expect(text).toBe(
      '1\n00:00:01,000 --> 00:00:02,000\n{\\an8}Mara: <b>Hi</b> you\n\n2\n00:00:03,000 --> 00:00:04,000\n潮(しお) a < b c\n'
    )
    expect(losses).toEqual([
      'SubRip cannot hold the class loud',
      'SubRip cannot hold the id intro',
      'SubRip cannot hold timestamps inside the text',
      'SubRip cannot hold position and size',
      'SubRip cannot hold the line',
      'SubRip cannot hold the STYLE blocks'
    ])
  })

  it('plain cues go there and back unchanged', () => {
    const words = fc
      .array(fc.constantFrom('Water', 'rises', '<i>now</i>', '&amp;', '潮', 'ماء'), { minLength: 1, maxLength: 5 })
      .map(all => all.join(' '))
    const cues = fc.array(fc.tuple(fc.nat(100_000), fc.nat(5000), words), { maxLength: 8 })
    fc.assert(
      fc.property(cues, all => {
        const text = all.map(([start, length, said]) => ({ start, end: start + length + 1, said }))
        const file = parseVtt(
          serializeVtt({
            cues: text.map(({ start, end, said }) => ({
              ...parseVtt(`${START}00:00.000 --> 00:01.000\n${said}`).cues[0],
              startTime: start / 1000,
              endTime: end / 1000
            })) as never
          })
        )
        expect(parseSubRip(serializeSubRip(file).text).cues).toEqual(file.cues)
      }),
      { numRuns: 500, seed: 8 }
    )
  })

  it('5,000 generated files neither throw nor lose a time', () => {
    fc.assert(
      fc.property(captionFile, text => {
        const { cues } = parseSubRip(text)
        return cues.every(({ startTime, endTime }) => Number.isFinite(startTime) && Number.isFinite(endTime))
      }),
      { numRuns: 5000, seed: 9 }
    )
  })
})
