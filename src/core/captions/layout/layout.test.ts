import { describe, expect, it } from 'vitest'
import { type Cue, createCue, DEFAULT_REGION } from '../cue.ts'
import { baseDirection } from '../text/direction.ts'
import { parseVtt } from '../vtt/parse-vtt.ts'
import { boxOfCue, boxOfRegion, shiftInRegion } from './cue-box.ts'
import { type Box, type MeasuredCue, placeCues } from './place-cues.ts'

/** A picture of 1000 by 500 pixels with lines of 25: worked out by hand, by the standard's steps. */
const AREA = { width: 1000, height: 500 }
const LINE = 25

const cueOf = (settings: string): Cue =>
  parseVtt(`WEBVTT\n\n00:00.000 --> 00:01.000 ${settings}`).cues[0] ?? createCue({})

const measured = (settings: string, lines = 1, direction: 'ltr' | 'rtl' = 'ltr'): MeasuredCue => {
  const box = boxOfCue(cueOf(settings), { direction })
  const across = lines * LINE
  return box.vertical === ''
    ? { box, width: (box.size / 100) * AREA.width, height: across, firstLine: LINE }
    : { box, width: across, height: (box.size / 100) * AREA.height, firstLine: LINE }
}

const BAR: Box = { x: 0, y: 440, width: 1000, height: 60 }

describe('a cue’s box along its text', () => {
  it.each<[string, 'ltr' | 'rtl', number, number]>([
    ['', 'ltr', 0, 100],
    ['size:50%', 'ltr', 25, 50],
    ['size:0%', 'ltr', 50, 0],
    ['position:20%', 'ltr', 0, 40],
    ['position:80%', 'ltr', 60, 40],
    ['position:20% size:30%', 'ltr', 5, 30],
    ['position:0%', 'ltr', 0, 0],
    ['position:50% align:start', 'ltr', 50, 50],
    ['position:50% align:start', 'rtl', 0, 50],
    ['position:50% align:end', 'ltr', 0, 50],
    ['position:50% align:end', 'rtl', 50, 50],
    ['align:left', 'ltr', 0, 100],
    ['align:left', 'rtl', 0, 100],
    ['align:right', 'ltr', 0, 100],
    ['align:start', 'ltr', 50, 50],
    ['align:end', 'ltr', 0, 50],
    ['align:start', 'rtl', 0, 50],
    ['align:left position:30%', 'ltr', 30, 70],
    ['align:right position:30% size:10%', 'ltr', 20, 10],
    ['position:10%,line-left size:35%', 'ltr', 10, 35],
    ['position:10%,line-left', 'rtl', 10, 90],
    ['position:90%,line-right size:35%', 'ltr', 55, 35],
    ['position:10%,line-right', 'ltr', 0, 10],
    ['position:30%,center align:left size:20%', 'ltr', 20, 20],
    ['vertical:rl size:50%', 'ltr', 25, 50],
    ['vertical:lr position:0%,line-left size:40%', 'ltr', 0, 40]
  ])('“%s”, %s: from %d on, %d long', (settings, direction, offset, size) => {
    expect(boxOfCue(cueOf(settings), { direction })).toMatchObject({ offset, size })
  })

  it.each<[string, number, number]>([
    ['', 0, -1],
    ['', 2, -3],
    ['line:4', 2, 4],
    ['line:30%', 0, 30],
    ['line:-3', 0, -3]
  ])('“%s” behind %d other tracks asks for line %d', (settings, tracksBefore, line) => {
    expect(boxOfCue(cueOf(settings), { direction: 'ltr', tracksBefore }).line).toBe(line)
  })

  it.each<[Partial<Cue>, number]>([
    [{ snapToLines: false }, 100],
    [{ snapToLines: false, line: -4 }, 100],
    [{ snapToLines: false, line: 101 }, 100],
    [{ snapToLines: true, line: 101 }, 101]
  ])('%j computes to %d', (known, line) => {
    expect(boxOfCue(createCue(known), { direction: 'ltr' }).line).toBe(line)
  })
})

describe('where one cue is drawn', () => {
  it.each<[string, number, number, number]>([
    ['', 1, 0, 475],
    ['', 2, 0, 450],
    ['line:0', 1, 0, 0],
    ['line:1', 1, 0, 25],
    ['line:-2', 1, 0, 450],
    ['line:-2', 3, 0, 425],
    ['line:100', 1, 0, 475],
    ['line:-100', 1, 0, 0],
    ['line:3.4', 1, 0, 75],
    ['line:3.5', 1, 0, 100],
    ['line:-1.5', 1, 0, 475],
    ['line:50%', 1, 0, 250],
    ['line:50%,center', 1, 0, 237.5],
    ['line:50%,end', 1, 0, 225],
    ['line:100%', 1, 0, 475],
    ['line:0%,end', 1, 0, 0],
    ['line:84%,end', 2, 0, 370],
    ['size:50%', 1, 250, 475],
    ['position:80% size:20% line:0', 1, 700, 0],
    ['vertical:lr', 1, 975, 0],
    ['vertical:lr line:0', 1, 0, 0],
    ['vertical:lr line:-1', 2, 950, 0],
    ['vertical:lr line:2', 1, 50, 0],
    ['vertical:lr line:50%,center', 2, 475, 0],
    ['vertical:lr position:100%,line-right size:40%', 1, 975, 300],
    ['vertical:rl', 1, 0, 0],
    ['vertical:rl', 2, 0, 0],
    ['vertical:rl line:0', 1, 975, 0],
    ['vertical:rl line:0', 2, 950, 0],
    ['vertical:rl line:1', 2, 925, 0],
    ['vertical:rl line:-2', 1, 25, 0],
    ['vertical:rl line:30%,end', 1, 275, 0],
    ['vertical:rl line:0 position:25% size:50%', 1, 975, 0]
  ])('“%s” with %d lines: at %d, %d', (settings, lines, x, y) => {
    expect(placeCues([measured(settings, lines)], AREA)[0]).toMatchObject({ x, y })
  })
})

describe('cues beside one another, and the bar', () => {
  it.each<[string, readonly [string, number][], readonly Box[], readonly (readonly [number, number] | undefined)[]]>([
    ['one line keeps clear of the bar in whole lines', [['', 1]], [BAR], [[0, 400]]],
    ['two lines too', [['', 2]], [BAR], [[0, 375]]],
    ['what is far from the bar stays', [['line:0', 1]], [BAR], [[0, 0]]],
    ['a share of the height goes to the nearest free place', [['line:90%', 1]], [BAR], [[0, 415]]],
    [
      'the second cue goes above the first',
      [
        ['', 1],
        ['', 1]
      ],
      [],
      [
        [0, 475],
        [0, 450]
      ]
    ],
    [
      'from the top, below it',
      [
        ['line:0', 2],
        ['line:0', 1]
      ],
      [],
      [
        [0, 0],
        [0, 50]
      ]
    ],
    [
      'two sides of one line',
      [
        ['position:0%,line-left size:50%', 1],
        ['position:100%,line-right size:50%', 1]
      ],
      [],
      [
        [0, 475],
        [500, 475]
      ]
    ],
    [
      'three, the last where the first left room',
      [
        ['line:-2', 1],
        ['', 1],
        ['', 1]
      ],
      [],
      [
        [0, 450],
        [0, 475],
        [0, 425]
      ]
    ],
    [
      'a line that is taken below is tried above, then below',
      [
        ['line:0', 1],
        ['line:1', 1],
        ['line:1', 1]
      ],
      [],
      [
        [0, 0],
        [0, 25],
        [0, 50]
      ]
    ],
    [
      'vertical cues go side by side',
      [
        ['vertical:lr line:0', 1],
        ['vertical:lr line:0', 1]
      ],
      [],
      [
        [0, 0],
        [25, 0]
      ]
    ],
    [
      'growing to the left, from the right',
      [
        ['vertical:rl line:0', 1],
        ['vertical:rl line:0', 1]
      ],
      [],
      [
        [975, 0],
        [950, 0]
      ]
    ],
    ['no room at all: not shown', [['', 1]], [{ x: 0, y: 0, ...AREA }], [undefined]],
    ['higher than the picture: not shown', [['', 30]], [], [undefined]],
    [
      'a share of the height without room stays where it was asked for',
      [['line:50%', 1]],
      [{ x: 0, y: 0, ...AREA }],
      [[0, 250]]
    ],
    [
      'of two places as near, the higher one',
      [['line:50%,center', 1]],
      [{ x: 0, y: 200, width: 1000, height: 100 }],
      [[0, 175]]
    ],
    [
      'beside what is taken, where that is nearer',
      [['line:50% size:40% position:0%,line-left', 1]],
      [{ x: 0, y: 200, width: 30, height: 200 }],
      [[30, 250]]
    ]
  ])('%s', (_, cues, taken, places) => {
    const placed = placeCues(
      cues.map(([settings, lines]) => measured(settings, lines)),
      AREA,
      taken
    )
    expect(placed.map(box => box && [box.x, box.y])).toEqual(places)
  })

  it('a cue without lines takes no room', () => {
    expect(placeCues([{ ...measured(''), height: 0, firstLine: 0 }], AREA)[0]).toMatchObject({ x: 0, y: 0 })
  })
})

describe('regions', () => {
  it.each([
    ['', { width: 100, left: 0, lines: 3, top: 100, linesAbove: 3 }],
    ['width:40%', { width: 40, left: 0, lines: 3, top: 100, linesAbove: 3 }],
    [
      'width:40% regionanchor:0%,100% viewportanchor:10%,90%',
      { width: 40, left: 10, lines: 3, top: 90, linesAbove: 3 }
    ],
    [
      'width:40% regionanchor:50%,50% viewportanchor:50%,50%',
      { width: 40, left: 30, lines: 3, top: 50, linesAbove: 1.5 }
    ],
    [
      'width:40% regionanchor:100%,0% viewportanchor:100%,0% lines:5',
      { width: 40, left: 60, lines: 5, top: 0, linesAbove: 0 }
    ]
  ])('“%s”', (settings, box) => {
    const [region = DEFAULT_REGION] = parseVtt(`WEBVTT\n\nREGION\nid:r ${settings}`).regions
    expect(boxOfRegion(region)).toEqual(box)
  })

  it.each<[string, 'ltr' | 'rtl', number]>([
    ['', 'ltr', 0],
    ['align:start', 'ltr', 50],
    ['align:start', 'rtl', -50],
    ['align:left', 'ltr', 0],
    ['align:right', 'ltr', 0],
    ['position:20%', 'ltr', -30],
    ['position:20%,line-left', 'ltr', 20],
    ['position:80%,line-right', 'ltr', -20]
  ])('a cue with “%s”, %s, is shifted by %d', (settings, direction, shift) => {
    expect(shiftInRegion(cueOf(settings), direction)).toBe(shift)
  })
})

it.each<[string, 'ltr' | 'rtl']>([
  ['Water', 'ltr'],
  ['ماء', 'rtl'],
  ['123 ماء', 'rtl'],
  ['« Water ماء', 'ltr'],
  ['\u200fWater', 'rtl'],
  ['שלום', 'rtl'],
  ['潮', 'ltr'],
  ['…', 'ltr']
])('“%s” runs %s', (text, direction) => expect(baseDirection(text)).toBe(direction))
