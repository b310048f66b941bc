import fc from 'fast-check'
import { checkVtt } from '../../src/core/captions/check/check-vtt.ts'
import { type Cue, createCue } from '../../src/core/captions/cue.ts'
import { joinVtt, scaleVtt, shiftVtt, splitVtt } from '../../src/core/captions/edit/retime.ts'
import { tidyVtt } from '../../src/core/captions/edit/tidy.ts'
import { CueIndex } from '../../src/core/captions/index/cue-index.ts'
import { boxOfCue, boxOfRegion } from '../../src/core/captions/layout/cue-box.ts'
import { placeCues } from '../../src/core/captions/layout/place-cues.ts'
import { changeCue, readCue } from '../../src/core/captions/read-cue.ts'
import { parseSubRip, serializeSubRip } from '../../src/core/captions/subrip/subrip.ts'
import { parseCueText, plainCueText } from '../../src/core/captions/text/parse-cue-text.ts'
import { parseVtt } from '../../src/core/captions/vtt/parse-vtt.ts'
import { readStyles } from '../../src/core/captions/vtt/read-styles.ts'
import { serializeVtt } from '../../src/core/captions/vtt/serialize-vtt.ts'
import { type Attack, attack, dataOf, expectPlain, type Growth, NAMES, nameAmong } from './attack.ts'

const TIME = fc.constantFrom('00:00.000', '00:01.000', '99:59:59.999', `${'9'.repeat(40)}:00:00.000`, '00:0', '-1')
const SETTING = fc.oneof(
  fc.constantFrom(
    'line:1e20',
    'line:10000000',
    'line:-9999999999',
    'line:0',
    'line:50%',
    'region:__proto__',
    'region:r'
  ),
  fc.constantFrom('vertical:rl', 'size:0%', 'position:100%,line-left', 'align:constructor', 'toString:1', 'line:,,'),
  nameAmong(['line', 'size']).map(name => `${name.replace(/\s/g, '')}:1`)
)
const LINE = fc.oneof(
  fc
    .tuple(TIME, TIME, fc.array(SETTING, { maxLength: 4 }))
    .map(([from, to, rest]) => `${from} --> ${to} ${rest.join(' ')}`),
  fc.constantFrom(
    '',
    '',
    'WEBVTT',
    'NOTE',
    'STYLE',
    'REGION',
    'id:r',
    'id:__proto__',
    'scroll:up',
    'lines:99999999999'
  ),
  fc.constantFrom('::cue { color: red }', '::cue(v[voice="', '/*', '-->', '1', '\0', '\ufeff'),
  fc.string({ unit: 'binary', maxLength: 30 })
)
const FILE = fc
  .tuple(fc.boolean(), fc.array(LINE, { maxLength: 30 }), fc.constantFrom('\n', '\r', '\r\n'))
  .map(([isSigned, lines, end]) => (isSigned ? `WEBVTT${end}${end}` : '') + lines.join(end))

const TEXT = fc
  .array(
    fc.oneof(
      fc.constantFrom('<b>', '</b>', '<c.a.b>', '<v ', '>', '<ruby>', '<rt>', '</ruby>', '<00:00.500>', '<', '&', ';'),
      fc.constantFrom(
        '&lt;',
        '&#x110000;',
        '&#',
        '&notanentity;',
        '\n',
        '<__proto__>',
        '<constructor>',
        '<img onerror=x>'
      ),
      fc.string({ unit: 'binary', maxLength: 10 })
    ),
    { maxLength: 60 }
  )
  .map(pieces => pieces.join(''))

const CSS = fc
  .array(
    fc.oneof(
      fc.constantFrom(
        '::cue',
        '::cue(',
        ')',
        '{',
        '}',
        ';',
        ':',
        'color',
        ' red',
        '.a',
        '#b',
        '[voice="x"]',
        ':past',
        ','
      ),
      fc.constantFrom('/*', '*/', '@import ', '@', 'url(x)', 'expression(', '\\', '</style>', 'background:', '\n', ' '),
      fc.string({ unit: 'binary', maxLength: 6 })
    ),
    { maxLength: 80 }
  )
  .map(pieces => pieces.join(''))

const lookAt = (text: string): void => {
  const file = parseVtt(text)
  expectPlain([...file.faults, ...checkVtt(text)])
  const { text: printed } = serializeSubRip(file)
  parseSubRip(printed)
  const [first, second] = splitVtt(shiftVtt(scaleVtt(file, 2).file, -1).file, 3)
  serializeVtt(
    tidyVtt(
      joinVtt([
        { file: first, at: 0 },
        { file: second, at: 1e9 }
      ]).file
    ).file
  )
  const index = new CueIndex(file.cues)
  let at = 0
  for (let steps = 0; steps < 200 && Number.isFinite(at); steps += 1) {
    index.activeAt(at)
    at = index.nextChange(at)
  }
  for (const region of file.regions) boxOfRegion(region)
}

/** Heights of a line, as a style sheet may have them. */
const LINES = [20, 0.3, 0, 1e-9, 1e9, Number.NaN, Number.POSITIVE_INFINITY]

const draw = (cue: Cue): void => {
  const area = { width: 640, height: 360 }
  const box = boxOfCue(cue, { direction: 'ltr' })
  for (const firstLine of LINES)
    for (const place of placeCues(
      Array.from({ length: 4 }, () => ({ box, width: 300, height: 40, firstLine })),
      area
    ))
      if (place && !Number.isFinite(place.x + place.y)) throw new Error(`a cue is at ${place.x}, ${place.y}`)
}

/** Captions, their text and their styles, and cues by script. */
export const CAPTION_ATTACKS: readonly Attack[] = [
  attack('caption files', FILE, text => {
    lookAt(text)
    expectPlain(parseSubRip(text).faults)
    for (const cue of parseVtt(text).cues) draw(cue)
  }),
  attack('cue texts', TEXT, text => {
    const told: string[] = []
    plainCueText(parseCueText(text, { report: problem => told.push(problem) }))
  }),
  attack('style blocks', CSS, css => {
    const { rules, faults } = readStyles([css])
    expectPlain(faults)
    for (const { declarations } of rules)
      for (const [, value] of declarations)
        if (/[{};\\]|url|\/\//i.test(value)) throw new Error(`a value got through: ${value}`)
  }),
  attack('cues by script', dataOf(['startTime', 'endTime', 'text', 'region', 'line', 'vertical', 'id']), given => {
    const cue = readCue(given)
    if (cue.ok) draw(cue.value)
    else expectPlain([cue.fault])
    const changed = changeCue(createCue({ startTime: 0, endTime: 1 }), given)
    if (!changed.ok) expectPlain([changed.fault])
  })
]

const cueLines = (size: number, line: (index: number) => string): string =>
  `WEBVTT\n\n${Array.from({ length: size }, (_, index) => line(index)).join('\n\n')}`

const CUE = '00:00.000 --> 00:01.000'
const ofText = (text: string) => () => checkVtt(`WEBVTT\n\n${CUE}\n${text}`)

/** What may be long in captions: each must take no longer than n log n. */
export const CAPTION_GROWTHS: readonly Growth[] = [
  {
    name: 'cues',
    make: size => {
      const text = cueLines(size, () => `${CUE}\nx`)
      return () => checkVtt(text)
    }
  },
  {
    name: 'regions',
    make: size => {
      const text = `WEBVTT\n\n${Array.from({ length: size }, (_, at) => `REGION\nid:r${at}`).join('\n\n')}\n\n${cueLines(size, at => `${CUE} region:r${at}\nx`).slice(8)}`
      return () => {
        const file = parseVtt(text)
        serializeVtt({ cues: file.cues })
        joinVtt([
          { file, at: 0 },
          { file: { ...file, regions: file.regions.map(region => ({ ...region, width: 1 })) }, at: 1 }
        ])
      }
    }
  },
  {
    name: 'settings of one region',
    make: size => {
      const text = `WEBVTT\n\nREGION\n${'x:1\n'.repeat(size)}\n`
      return () => parseVtt(text)
    }
  },
  {
    name: 'cues added last to first',
    make: size => () => {
      const index = new CueIndex()
      for (let at = size; at > 0; at -= 1) index.add(createCue({ startTime: at, endTime: at + 1 }))
      return index.activeAt(5)
    }
  },
  {
    name: 'cues of one time',
    make: size => () => {
      const index = new CueIndex()
      const cues = Array.from({ length: size }, () => createCue({ startTime: 1, endTime: 2 }))
      for (const cue of cues) index.add(cue)
      for (const cue of cues) index.remove(cue)
      return index.size
    }
  },
  {
    name: 'style rules',
    make: size => {
      const css = '::cue(.a) { color: red }\n'.repeat(size)
      return () => readStyles([css])
    }
  },
  {
    name: 'a long word of css',
    make: size => {
      const word = 'a'.repeat(size)
      return () => readStyles([`::cue(${word}) { color: red }`, `::cue { color: ${word} }`])
    }
  },
  {
    name: 'words of a selector',
    make: size => {
      const css = `::cue(${'b '.repeat(size)}) { color: red }`
      return () => readStyles([css])
    }
  },
  {
    name: 'at-statements',
    make: size => {
      const css = '@a;'.repeat(size)
      return () => readStyles([css])
    }
  },
  { name: 'tags in one another', make: size => ofText('<b>'.repeat(size)) },
  { name: 'rubies in one another', make: size => ofText('<ruby>x<rt>'.repeat(size)) },
  { name: 'timestamps in a cue', make: size => ofText('<00:00.500>'.repeat(size)) },
  { name: 'spaces in a cue', make: size => ofText(`a${' '.repeat(size)}b`) },
  { name: 'ampersands', make: size => ofText('&notin'.repeat(size)) },
  { name: 'lines of a cue', make: size => ofText('x\n'.repeat(size).trim()) },
  {
    name: 'words of a cue, tidied',
    make: size => {
      const file = parseVtt(`WEBVTT\n\n${CUE}\n${'word '.repeat(size)}`)
      return () => tidyVtt(file)
    }
  },
  {
    name: 'comments, tidied',
    make: size => {
      const file = parseVtt(cueLines(size, at => `NOTE x\n\n${CUE}\n${at}`))
      return () => tidyVtt(file)
    }
  },
  {
    name: 'parts that are joined',
    make: size => {
      const file = parseVtt(`WEBVTT\n\nREGION\nid:r\n\n${CUE} region:r\nx`)
      return () => joinVtt(Array.from({ length: size }, (_, at) => ({ file, at })))
    }
  },
  {
    name: 'subrip',
    make: size => {
      const text = `1\n00:00:00,000 --> 00:00:01,000\n${'<a{\\x'.repeat(size)}`
      return () => parseSubRip(text)
    }
  },
  {
    name: 'misspelt settings',
    make: size => {
      const text = `WEBVTT\n\n${CUE} ${Array.from({ length: size }, (_, at) => `lin${at}:1`).join(' ')}\nx`
      return () => parseVtt(text)
    }
  },
  {
    name: 'a long name',
    make: size => {
      const name = 'posit'.repeat(size)
      return () => parseVtt(`WEBVTT\n\n${CUE} ${name}:1\nx`)
    }
  },
  {
    name: 'names of objects',
    make: size => {
      const text = `WEBVTT\n\n${CUE} ${NAMES.map(name => `${name}:1`).join(' ')}\n`.repeat(size)
      return () => parseVtt(text)
    }
  }
]
