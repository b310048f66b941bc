import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { checkDocument } from '../../src/cli/check/document.ts'
import { checkPage } from '../../src/cli/check/page/index.ts'
import { applyEdits } from '../../src/cli/check/placed-fault.ts'
import { runCommandLine } from '../../src/cli/command-line.ts'
import { CLIP_KEYS } from '../../src/core/documents/index.ts'
import { COMMAND_NAMES } from '../../src/core/playback/commands.ts'
import { type Attack, attack, dataOf, expectPlain, type Growth, nameAmong } from './attack.ts'

const TAG = fc.constantFrom(
  'yoke-player',
  'video',
  'audio',
  'source',
  'track',
  'button',
  'input',
  'form',
  'svg',
  'template',
  'select',
  'script',
  'style',
  'table',
  'frameset',
  'math',
  'p',
  'base',
  'head',
  'body'
)
const ATTRIBUTE = fc.oneof(
  fc.constantFrom(
    'src',
    'id',
    'type',
    'command',
    'commandfor',
    'data-yoke-value',
    'data-yoke-when',
    'data-yoke-fill',
    'settings',
    'layouts',
    'clip-fields',
    'start-at',
    'srclang',
    'kind',
    'poster',
    'contrls',
    'autoplay',
    'width',
    'href',
    'for',
    'name',
    'data-yoke-search'
  ),
  nameAmong(['src']).map(name => name.replace(/[\s"'<>/=\0]/g, '') || 'x')
)
const VALUE = fc.oneof(
  fc.constantFrom(
    '100%.mp4',
    '%E9.mp4',
    'http://[',
    '#',
    '//',
    '/',
    '..',
    '.',
    'a.json',
    'a.vtt',
    '--play',
    '--paly',
    '{"hideAfter":',
    '[[[',
    'video/mp4; codecs="',
    'x'.repeat(20_000),
    '/dev/zero',
    'loop'
  ),
  nameAmong(COMMAND_NAMES).map(name => name.replaceAll('"', '')),
  dataOf(['hideAfter', 'rows', 'title']).map(data => String(JSON.stringify(data)).replaceAll('"', '&quot;'))
)
const MARKUP = fc.oneof(
  fc
    .tuple(TAG, fc.array(fc.tuple(ATTRIBUTE, VALUE), { maxLength: 4 }), fc.constantFrom('>', '/>', '', ' '))
    .map(
      ([tag, attributes, end]) => `<${tag}${attributes.map(([name, value]) => ` ${name}="${value}"`).join('')}${end}`
    ),
  TAG.map(tag => `</${tag}>`),
  fc.constantFrom(
    '<!--',
    '-->',
    '<![CDATA[',
    ']]>',
    '<svg><template><p>',
    '</template></svg>',
    '<!doctype html>',
    '&',
    '\0',
    '\ufeff',
    "import './x.js'"
  ),
  fc.string({ unit: 'binary', maxLength: 10 })
)
const PAGE = fc.array(MARKUP, { maxLength: 40 }).map(pieces => pieces.join(''))

/** A folder with what a path may name. */
const makeFolder = (): string => {
  const folder = mkdtempSync(join(tmpdir(), 'yokewright-attack-'))
  mkdirSync(join(folder, 'folder.html'))
  symlinkSync('loop', join(folder, 'loop'))
  symlinkSync('loop.html', join(folder, 'loop.html'))
  writeFileSync(
    join(folder, 'page.html'),
    '<!doctype html><yoke-player id="a" src="100%.mp4"></yoke-player><script src="x.js"></script>'
  )
  writeFileSync(join(folder, 'x.js'), "import './x.js'; import './y.js'")
  writeFileSync(join(folder, 'y.js'), "import './x.js'")
  writeFileSync(join(folder, 'clip.json'), '\ufeff{"titel":1}')
  writeFileSync(join(folder, 'deep.json'), '['.repeat(100_000))
  writeFileSync(join(folder, 'a.vtt'), 'WEBVTT\n\n00:00.000 --> 00:01.000 line:1e20\n<b>\u001b[2J')
  writeFileSync(join(folder, 'a.srt'), '1\n00:00:00,000 --> 00:00:01,000\nx')
  writeFileSync(join(folder, 'a.mp4'), '\0\0\0\u0010ftypisom\0\0\0\0')
  writeFileSync(join(folder, 'odd\u001b[2J.vtt'), 'WEBVTT')
  return folder
}

const FILES = [
  'folder.html',
  'loop',
  'loop.html',
  'page.html',
  'clip.json',
  'deep.json',
  'a.vtt',
  'a.srt',
  'a.mp4',
  'odd\u001b[2J.vtt',
  'nothing.html',
  '/dev/null',
  '',
  '.',
  '-',
  '--'
]
const WORD = fc.oneof(
  fc.constantFrom(
    'check',
    'probe',
    'captions',
    'list',
    'shift',
    'scale',
    'tidy',
    'split',
    'join',
    'convert',
    'constructor',
    '__proto__'
  ),
  fc.constantFrom(
    '--json',
    '--fix',
    '--help',
    '--by',
    '-1',
    '--by=x',
    '--at',
    '1:30',
    '--at=1,2',
    '--from',
    '25',
    '--to',
    'srt',
    '--encoding',
    'x',
    '--public',
    '.',
    '--no-guidelines',
    '--overwrite',
    '--__proto__=1',
    '--constructor'
  ),
  fc.constantFrom(...FILES),
  nameAmong(['check'])
)
const LINE = fc
  .tuple(fc.constantFrom('check', 'probe', 'captions'), fc.array(WORD, { maxLength: 6 }))
  .map(([first, rest]) => [first, ...rest])

/** Runs one command line in a folder. @returns what it printed, and its exit code. */
const runIn = async (
  folder: string,
  line: readonly string[]
): Promise<{ readonly out: string; readonly err: string; readonly code: number }> => {
  const before = process.cwd()
  const { log, error } = console
  const write = process.stdout.write
  const out: string[] = []
  const err: string[] = []
  process.chdir(folder)
  console.log = (text: string) => void out.push(text)
  console.error = (text: string) => void err.push(text)
  process.stdout.write = ((text: string) => out.push(text) > 0) as typeof write
  try {
    return { code: await runCommandLine(line), out: out.join('\n'), err: err.join('\n') }
  } finally {
    console.log = log
    console.error = error
    process.stdout.write = write
    process.chdir(before)
  }
}

/** Pages and clips that `check` reads, and command lines. */
export const COMMAND_LINE_ATTACKS: readonly Attack[] = [
  attack('pages', PAGE, async text => {
    const faults = await checkPage('page.html', text)
    expectPlain(faults)
    const { text: cured } = applyEdits(text, faults)
    expectPlain(await checkPage('page.html', cured))
  }),
  attack(
    'clip documents',
    fc.oneof(
      dataOf(Object.values(CLIP_KEYS).flat()).map(data => String(JSON.stringify(data))),
      fc.string({ unit: 'binary' })
    ),
    async text => {
      expectPlain(await checkDocument('clip.json', text))
    }
  ),
  {
    name: 'command lines',
    run: async (cases, seed) => {
      const folder = makeFolder()
      try {
        await attack('command lines', LINE, async line => {
          const { code, err, out } = await runIn(folder, line)
          if (![0, 1, 2].includes(code)) throw new Error(`the exit code is ${code}`)
          if (/^\s+at .*:\d+/m.test(err)) throw new Error(`a trace was printed: ${err}`)
          // A tab moves the cursor, and nothing more.
          if (/[\p{Cc}]/u.test(err.replace(/[\n\t]/g, '')))
            throw new Error(`controls reach the terminal: ${JSON.stringify(err)}`)
          // Behind two dashes alone stand names of files.
          const options = line.includes('--') ? line.slice(0, line.indexOf('--')) : line
          const isForMachines = options.includes('--json') && !options.includes('--help') && !options.includes('-h')
          if (isForMachines && out !== '') JSON.parse(out)
        }).run(cases, seed)
      } finally {
        rmSync(folder, { recursive: true })
      }
    }
  }
]

const page = (text: string) => () => checkPage('page.html', `<!doctype html>${text}`)

/** What may be long in pages and clips. */
export const COMMAND_LINE_GROWTHS: readonly Growth[] = [
  { name: 'elements in one another', make: size => page('<div>'.repeat(size)) },
  { name: 'players in one another', make: size => page('<yoke-player>'.repeat(size)) },
  {
    name: 'elements with ids',
    make: size => page(Array.from({ length: size }, (_, index) => `<i id="a${index}"></i>`).join(''))
  },
  {
    name: 'references to nothing',
    make: size =>
      page(
        Array.from(
          { length: size },
          (_, index) => `<button command="--play" commandfor="b${index}" id="a${index}">x</button>`
        ).join('')
      )
  },
  {
    name: 'players with buttons',
    make: size =>
      page(
        Array.from(
          { length: size / 10 },
          (_, index) =>
            `<yoke-player id="a${index}"><video></video></yoke-player><button command="--play" commandfor="a${index}">x</button>`
        ).join('')
      )
  },
  {
    name: 'labels and fields',
    make: size =>
      page(
        Array.from(
          { length: size },
          (_, index) => `<label for="a${index}">x</label><input id="a${index}" data-yoke-value="volume">`
        ).join('')
      )
  },
  {
    name: 'two long ids',
    make: size =>
      page(
        `<i id="${'a'.repeat(size)}"></i><i id="${'b'.repeat(size)}"></i><button command="--play" commandfor="${'c'.repeat(size)}">x</button>`
      )
  },
  {
    name: 'misspelt names',
    make: size => page('<yoke-player contrls><i data-yoke-value="volum"></i></yoke-player>'.repeat(size / 4))
  },
  { name: 'brackets', make: size => () => checkDocument('clip.json', '['.repeat(size)) },
  {
    name: 'unknown keys of a document',
    make: size => {
      const text = JSON.stringify(Object.fromEntries(Array.from({ length: size }, (_, index) => [`titel${index}`, 1])))
      return () => checkDocument('clip.json', text)
    }
  },
  { name: 'a long script', make: size => page(`<script>${"import './no.js';".repeat(size)}</script>`) },
  {
    name: 'attributes',
    make: size =>
      page(
        `<yoke-player ${Array.from({ length: size / 10 }, (_, index) => `autoply${index}`).join(' ')}></yoke-player>`
      )
  }
]
