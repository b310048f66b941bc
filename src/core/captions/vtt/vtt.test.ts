import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { captionFile, sampleFiles } from '../../../../test/support/generated-captions.ts'
import { printCaptionFault } from '../check/sentences.ts'
import { type Cue, createCue } from '../cue.ts'
import { printNumber, printTimestamp } from './format-timestamp.ts'
import { parseVtt, streamVtt } from './parse-vtt.ts'
import { serializeVtt } from './serialize-vtt.ts'

const START = 'WEBVTT\n\n'
const TIMES = '00:01.000 --> 00:02.000'

/** What tells a cue from a plain one. */
const unusual = (cue: Cue | undefined): Partial<Cue> => {
  const plain = createCue({})
  return Object.fromEntries(
    Object.entries(cue ?? {}).filter(([name, value]) => value !== plain[name as keyof Cue])
  ) as Partial<Cue>
}

describe('parseVtt', () => {
  it.each<[string, Partial<Cue>]>([
    [`${TIMES}`, { startTime: 1, endTime: 2 }],
    ['01:02:03.004-->100:00:00.000', { startTime: 3723.004, endTime: 360_000 }],
    [`intro\n${TIMES}\nWater\nrises`, { id: 'intro', startTime: 1, endTime: 2, text: 'Water\nrises' }],
    [`${TIMES} line:84%,end`, { startTime: 1, endTime: 2, line: 84, snapToLines: false, lineAlign: 'end' }],
    [`${TIMES} line:-2 align:right`, { startTime: 1, endTime: 2, line: -2, align: 'right' }],
    [
      `${TIMES} position:10%,line-left size:35%`,
      { startTime: 1, endTime: 2, position: 10, positionAlign: 'line-left', size: 35 }
    ],
    [`${TIMES} vertical:rl`, { startTime: 1, endTime: 2, vertical: 'rl' }],
    [`${TIMES} line:1.5`, { startTime: 1, endTime: 2, line: 1.5 }]
  ])('%j', (text, expected) => {
    const { cues, faults } = parseVtt(START + text)
    expect(unusual(cues[0])).toEqual(expected)
    expect(faults).toEqual([])
  })

  it.each<[string, string]>([
    [
      '',
      'a.vtt:1:1 vtt-signature-missing The first line must be WEBVTT, and it is empty; nothing was read. — put WEBVTT alone on the first line, and an empty line below it'
    ],
    [
      '1\n00:01,000 --> 00:02,000\nHi',
      'a.vtt:1:1 vtt-signature-missing The first line must be WEBVTT, but “1” came; nothing was read. — put WEBVTT alone on the first line, and an empty line below it'
    ],
    [
      `${START}00:01,000 --> 00:02.000\nHi`,
      'a.vtt:3:1 cue-timing-unreadable The times “00:01,000 --> 00:02.000” cannot be read, so this cue is left out. — write a point before the milliseconds, not a comma: 00:01.500'
    ],
    [
      `${START}00:01.000 --> 7.5\nHi`,
      'a.vtt:3:15 cue-timing-unreadable The times “00:01.000 --> 7.5” cannot be read, so this cue is left out. — minutes are always written: 00:07.500, not 7.5'
    ],
    [
      `${START}7.5 --> 00:09.000\nHi`,
      'a.vtt:3:1 cue-timing-unreadable The times “7.5 --> 00:09.000” cannot be read, so this cue is left out. — minutes are always written: 00:07.500, not 7.5'
    ],
    [
      `${START}00:01 --> 00:02.000\nHi`,
      'a.vtt:3:1 cue-timing-unreadable The times “00:01 --> 00:02.000” cannot be read, so this cue is left out. — milliseconds are always written: 00:07.000'
    ],
    [
      `${START}00:01.50 --> 00:02.000\nHi`,
      'a.vtt:3:1 cue-timing-unreadable The times “00:01.50 --> 00:02.000” cannot be read, so this cue is left out. — milliseconds have three figures: 00:07.500'
    ],
    [
      `${START}00:75.000 --> 00:80.000\nHi`,
      'a.vtt:3:1 cue-timing-unreadable The times “00:75.000 --> 00:80.000” cannot be read, so this cue is left out. — minutes and seconds run from 00 to 59'
    ],
    [
      `${START}00:00:01.000 --> 00:02.000\nHi`,
      'a.vtt:3:1 cue-times-mixed Hours are written in one of the two times and not in the other (00:00:01.000 --> 00:02.000). — write both in the same form; yokewright captions tidy does it'
    ],
    [
      `${START}00:03.000 --> 00:02.000\nHi`,
      'a.vtt:3:1 cue-reversed The cue ends before it has begun (00:03.000 --> 00:02.000): it is never shown. — write the earlier time first'
    ],
    [
      `${START}${TIMES}\nHi\n\nthere`,
      'a.vtt:6:1 vtt-text-stray “there” belongs to no cue and is never shown. — an empty line ends a cue: take it out, or put a line of times above this text, or NOTE if it is a comment'
    ],
    [
      `${START}${TIMES}\nHi\n\nSTYLE\n::cue{}`,
      'a.vtt:6:1 vtt-block-late A STYLE block stands behind the first cue and is not read. — move it up, between WEBVTT and the first cue'
    ],
    [
      `${START}${TIMES} align:middle`,
      'a.vtt:3:25 cue-setting-unreadable The cue setting “align:middle” cannot be read and is passed over. — write align:start, align:center, align:end, align:left or align:right'
    ],
    [
      `${START}${TIMES} aling:left`,
      'a.vtt:3:25 cue-setting-unknown “aling:left” is no cue setting and is passed over. — did you mean align?'
    ],
    [
      `${START}${TIMES} line:1 line:2`,
      'a.vtt:3:32 cue-setting-twice The cue setting line is written twice; the last one counts. — keep one'
    ],
    [
      `${START}${TIMES} region:foot`,
      'a.vtt:3:25 cue-region-unknown The region “foot” does not exist, so the cue stands where it would without one. — write a REGION block with this id above the first cue'
    ],
    [
      `${START}REGION\nid:foot\n\n${TIMES} region:foot line:0`,
      'a.vtt:6:25 cue-region-dropped The cue asks for the region foot and also for a line, a size or vertical text: the region is passed over. — take line, size and vertical off a cue that stands in a region'
    ],
    [
      `${START}REGION\nid:foot\nwidht:40%`,
      'a.vtt:5:1 region-setting-unknown “widht:40%” is no region setting and is passed over. — did you mean width?'
    ],
    [
      `${START}REGION\nid:foot lines:two`,
      'a.vtt:4:9 region-setting-unreadable The region setting “lines:two” cannot be read and is passed over. — write a whole number: lines:3'
    ],
    [
      `${START}REGION\nwidth:40%`,
      'a.vtt:3:1 region-nameless This region has no id, so no cue can stand in it. — write id:name in it'
    ],
    [
      `${START}REGION\nid:a\n\nREGION\nid:a`,
      'a.vtt:6:1 region-twice There are two regions with the id a; cues stand in the last one. — give each region its own id'
    ],
    [
      `${START}00:02.000 --> 00:03.000\n\n${TIMES}`,
      'a.vtt:5:1 cue-order This cue begins before the one above it. — put cues in the order of their start; yokewright captions tidy does it'
    ],
    [
      `${START}${TIMES}\nHi\n00:02.000 --> 00:03.000`,
      'a.vtt:5:1 cue-unseparated A new cue begins here without an empty line before it. — put an empty line between cues'
    ]
  ])('%j has one fault', (text, printed) => {
    expect(parseVtt(text).faults.map(fault => printCaptionFault('a.vtt', fault))).toEqual([printed])
  })

  it.each(['\n', '\r\n', '\r'])('line ends %j, with a byte-order mark, comments, regions and styles', end => {
    const text =
      '\ufeffWEBVTT tide\nKind: captions\n\nNOTE by hand\n\nREGION\nid:foot lines:2 scroll:up\n\nSTYLE\n::cue { color: gold }\n\nNOTE\ntwo\nlines\n\n1\n00:01.000 --> 00:02.000 region:foot\nHi'
    const { header, cues, regions, styles, comments, faults } = parseVtt(text.replaceAll('\n', end))
    expect({ header, styles, faults, comments }).toEqual({
      header: ' tide\nKind: captions'.slice(1),
      styles: ['::cue { color: gold }'],
      faults: [],
      comments: [
        { cuesBefore: 0, text: 'by hand' },
        { cuesBefore: 0, text: '\ntwo\nlines' }
      ]
    })
    expect(cues[0]?.region).toBe(regions[0])
    expect(regions[0]).toMatchObject({ id: 'foot', lines: 2, scroll: 'up', width: 100, viewportAnchorY: 100 })
  })
})

describe('laws', () => {
  const RUNS = 5000

  it(`what was read comes back the same: ${RUNS} generated files`, () => {
    fc.assert(
      fc.property(captionFile, text => {
        const { faults: _, cueLines: __, styleLines: ___, ...file } = parseVtt(text)
        const { faults: ____, cueLines: _____, styleLines: ______, ...again } = parseVtt(serializeVtt(file))
        expect(again).toEqual(file)
      }),
      { numRuns: RUNS, seed: 11 }
    )
  })

  it('chunks may be cut anywhere', async () => {
    for (const [index, text] of sampleFiles(300, 3).entries()) {
      const size = 1 + (index % 7)
      const chunks = Array.from({ length: Math.ceil(text.length / size) }, (_, at) =>
        text.slice(at * size, (at + 1) * size)
      )
      const stream = streamVtt(chunks)
      const cues: Cue[] = []
      let step = await stream.next()
      for (; !step.done; step = await stream.next()) cues.push(...step.value)
      expect(step.value).toEqual(parseVtt(text))
      expect(cues).toEqual(step.value.cues)
    }
  })

  it('a long file is read in slices, with a pause after each', async () => {
    const text = START + `${TIMES}\nWater rises at the quay\n\n`.repeat(10_000)
    let pauses = 0
    let slices = 0
    const stream = streamVtt([text], async () => {
      pauses += 1
    })
    for (let step = await stream.next(); !step.done; step = await stream.next()) slices += 1
    expect(pauses).toBeGreaterThan(text.length / 16_384)
    expect(slices).toBeLessThanOrEqual(pauses)
    expect(slices).toBeGreaterThan(pauses / 2)
  })

  it('10,000 pieces of noise neither throw nor lose their place', () => {
    const noise = fc.string({
      unit: fc.constantFrom(
        '\n',
        '-->',
        'WEBVTT',
        ':',
        '0',
        '0',
        '1',
        '.',
        ' ',
        '<',
        '>',
        '&',
        '\r',
        '%',
        'line',
        'NOTE'
      ),
      maxLength: 60
    })
    fc.assert(
      fc.property(noise, fc.boolean(), (text, signed) => {
        const whole = signed ? START + text : text
        const lines = whole.split(/\r\n?|\n/).length
        return parseVtt(whole).faults.every(({ line, column }) => line >= 1 && line <= lines && column >= 1)
      }),
      { numRuns: 10_000, seed: 5 }
    )
  })

  it('cues that script has made cannot break the file', () => {
    const cue = createCue({
      id: 'a\n-->b',
      startTime: -1,
      endTime: Number.POSITIVE_INFINITY,
      text: '\n\nHi\n\n00:01.000 --> 00:02.000\r\nthere\n'
    })
    const { cues, faults } = parseVtt(serializeVtt({ cues: [cue, createCue({ endTime: 1, text: 'next' })] }))
    expect(cues.map(({ text }) => text)).toEqual(['Hi\n00:01.000 --&gt; 00:02.000\nthere', 'next'])
    expect(faults.map(({ code }) => code)).toEqual([])
  })
})

describe('printing', () => {
  it.each<[number, string]>([
    [0, '00:00.000'],
    [61.5, '01:01.500'],
    [59.9996, '01:00.000'],
    [3600, '01:00:00.000'],
    [-3, '00:00.000'],
    [Number.POSITIVE_INFINITY, '999999999:59:59.999']
  ])('%d is %s', (seconds, text) => expect(printTimestamp(seconds)).toBe(text))

  it.each<[number, string]>([
    [1e21, '1000000000000000000000'],
    [1.5e-7, '0.00000015'],
    [-2.5, '-2.5'],
    [-1.25e-7, '-0.000000125'],
    [1.2345e22, '12345000000000000000000']
  ])('%d is written %s', (value, text) => expect(printNumber(value)).toBe(text))

  it('one file has one form of times', () => {
    const cues = [createCue({ endTime: 1 }), createCue({ startTime: 4000, endTime: 4001 })]
    expect(serializeVtt({ cues })).toBe('WEBVTT\n\n00:00:00.000 --> 00:00:01.000\n\n01:06:40.000 --> 01:06:41.000\n')
  })
})
