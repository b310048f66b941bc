import fc from 'fast-check'

/** Made-up caption files: mostly well formed, with every kind of mistake, and with what an attacker would try. */

const TIMES = [
  '00:01.000',
  '00:02.500',
  '00:59.999',
  '01:02:03.004',
  '00:00:05.250',
  '100:00:00.000',
  '1:00:01.000',
  '0:05.000',
  '00:61.000',
  '00:05,000',
  '00:05.00',
  '00:05',
  '7.5',
  '75:00.000',
  '-00:01.000',
  '00:00:00.000',
  'abc'
]

const SETTINGS = [
  'align:start',
  'align:left',
  'align:end',
  'align:middle',
  'align:right',
  'line:0',
  'line:-1',
  'line:3.5',
  'line:84%',
  'line:84%,end',
  'line:101%',
  'line:5,center',
  'line:5,far',
  'line:--1',
  'line:1-',
  'line:.5',
  'line:5.',
  'line:1e2',
  'line:-12%',
  'position:50%',
  'position:25%,line-left',
  'position:100%,center',
  'position:10%,middle',
  'position:10',
  'position:100.5%',
  'size:50%',
  'size:33.3%',
  'size:0%',
  'size:200%',
  'size:',
  ':50%',
  'vertical:rl',
  'vertical:lr',
  'vertical:up',
  'region:foot',
  'region:head',
  'region:none',
  'LINE:0',
  'line',
  'constructor:1',
  '__proto__:1'
]

const PIECES = [
  'Water rises',
  ' at the quay ',
  'ماء',
  '潮が満ちる',
  '\u200f',
  '<b>',
  '</b>',
  '<i.loud>',
  '</i>',
  '<u>',
  '</u>',
  '<c.loud.far>',
  '<c..a>',
  '<c>',
  '</c>',
  '<v Mara>',
  '<v.loud  Mara  &amp;\tJon >',
  '<v>',
  '</v>',
  '<lang ar>',
  '<lang>',
  '</lang>',
  '<ruby>',
  '<rt>',
  '</rt>',
  '</ruby>',
  '<00:01.500>',
  '<00:00:02.000>',
  '<00:01.5>',
  '<3',
  '<x>',
  '</x>',
  '<>',
  '</>',
  '<b ',
  '<.a>',
  '< b>',
  '</b >',
  '&amp;',
  '&lt;',
  '&gt;',
  '&lt',
  '&nbsp;',
  '&lrm;',
  '&rlm;',
  '&',
  '&;',
  '& ',
  '&unknown;',
  '&#65;',
  '&#x41;',
  '>',
  '-->',
  '--&gt;',
  '.',
  '\t',
  '\f',
  '\0',
  '<script>alert(1)</script>',
  '<img src=x onerror=alert(1)>',
  '<a href="javascript:alert(1)">',
  '"><svg onload=alert(1)>',
  '{}',
  'STYLE',
  'NOTE',
  'REGION',
  'WEBVTT'
]

const REGION_LINES = [
  'id:foot',
  'id:head width:40%',
  'width:140%',
  'lines:2',
  'lines:x',
  'regionanchor:0%,100%',
  'regionanchor:0%',
  'viewportanchor:10%,90% scroll:up',
  'scroll:down',
  'size:1'
]

const STYLE_LINES = [
  '::cue { color: yellow }',
  '::cue(b) { color: url(http://127.0.0.1/x) }',
  '@import "x.css";',
  '::cue(v[voice="Mara"]) { color: #fc0; background: expression(alert(1)) }',
  'body { display: none }',
  '} ::cue { position: fixed }',
  '::cue(.loud) { font-size: 120%; content: "x" }'
]

const piece = fc.constantFrom(...PIECES)
const textLine = fc.array(piece, { minLength: 1, maxLength: 5 }).map(pieces => pieces.join(''))
const lines = (line: fc.Arbitrary<string>, most: number): fc.Arbitrary<string> =>
  fc.array(line, { minLength: 1, maxLength: most }).map(all => all.join('\n'))
const arrow = fc.constantFrom(' --> ', ' --> ', ' --> ', '-->', '\t-->\t', ' -> ')
const space = fc.constantFrom(' ', ' ', '\t', '  ', '')
const timing = fc
  .tuple(
    fc.constantFrom(...TIMES),
    arrow,
    fc.constantFrom(...TIMES),
    fc.array(fc.constantFrom(...SETTINGS), { maxLength: 4 }),
    space
  )
  .map(([start, to, end, settings, gap]) => [`${start}${to}${end}`, ...settings].join(gap === '' ? ' ' : gap))
const goodTiming = fc
  .tuple(fc.nat(5000), fc.nat(5000), fc.array(fc.constantFrom(...SETTINGS), { maxLength: 3 }))
  .map(([start, length, settings]) => {
    const print = (thousandths: number): string =>
      `00:0${Math.floor(thousandths / 1000)}.${String(thousandths % 1000).padStart(3, '0')}`
    return [`${print(start)} --> ${print(Math.min(9999, start + length))}`, ...settings].join(' ')
  })
const id = fc.constantFrom('', '', '1\n', 'intro\n', 'STYLE\n', 'NOTE x\n', 'two\nlines\n')
const cue = fc
  .tuple(id, fc.oneof(goodTiming, goodTiming, timing), fc.option(lines(textLine, 3), { nil: '' }))
  .map(([name, times, text]) => `${name}${times}${text === '' ? '' : `\n${text}`}`)
const block = fc.oneof(
  { weight: 8, arbitrary: cue },
  { weight: 1, arbitrary: lines(textLine, 2) },
  {
    weight: 1,
    arbitrary: fc.constantFrom('NOTE', 'NOTE a comment', 'NOTE\nof two\nlines', 'NOTES', 'STYLE', 'REGION')
  },
  { weight: 1, arbitrary: lines(fc.constantFrom(...REGION_LINES), 4).map(text => `REGION\n${text}`) },
  { weight: 1, arbitrary: lines(fc.constantFrom(...STYLE_LINES), 3).map(text => `STYLE\n${text}`) }
)
const start = fc.constantFrom(
  'WEBVTT',
  'WEBVTT',
  'WEBVTT',
  'WEBVTT',
  '\ufeffWEBVTT',
  'WEBVTT - tide',
  'WEBVTT\tx',
  'WEBVTTx',
  'webvtt',
  ''
)
const headerLines = fc.constantFrom('\n\n', '\n\n', '\n\n\n', '\nKind: captions\n\n', '\n')
const gap = fc.constantFrom('\n\n', '\n\n', '\n\n', '\n\n\n', '\n')
const lineEnd = fc.constantFrom('\n', '\n', '\r\n', '\r')

/** The text of a cue. */
export const cueText = lines(textLine, 3)

/** The regions of a file that come first, so that cues can name them. */
const regions = fc.constantFrom(
  '',
  '',
  'REGION\nid:foot width:50%\nlines:2 regionanchor:0%,100%\nviewportanchor:10%,90% scroll:up\n\n',
  'REGION\nid:head\n\nREGION\nid:head width:20%\n\n'
)

/** A whole file. */
export const captionFile: fc.Arbitrary<string> = fc
  .tuple(start, headerLines, regions, fc.array(fc.tuple(block, gap), { maxLength: 8 }), lineEnd)
  .map(([first, header, known, blocks, end]) =>
    `${first}${header}${known}${blocks.map(([text, behind]) => text + behind).join('')}`.replaceAll('\n', end)
  )

/** The same ones each time. */
export const sampleFiles = (count: number, seed: number): readonly string[] =>
  fc.sample(captionFile, { numRuns: count, seed })
