import { type CaptionFault, captionFault } from '../check/sentences.ts'
import { CUE_TAGS } from '../text/cue-text.ts'
import { placesIn } from './scan.ts'

/** One part of a selector: `v.loud[voice="Fred"]:past` in pieces. */
export interface CueSelectorPart {
  /** A tag of cue text, or `''` for any. */
  readonly tag: (typeof CUE_TAGS)[number] | ''
  /** A cue's own id; stands alone. */
  readonly id: string
  readonly classes: readonly string[]
  /** The voice or language that is asked for, or `undefined` for any. */
  readonly annotation: string | undefined
  readonly time: 'past' | 'future' | ''
}

/** A rule of a `STYLE` block that can be honoured. */
export interface CueStyleRule {
  /** From the outside in, each inside the one before; empty: the whole cue. */
  readonly selector: readonly CueSelectorPart[]
  /** Names and values of CSS, each checked. */
  readonly declarations: readonly (readonly [property: string, value: string])[]
}

/** The properties that `::cue` takes (WebVTT, "The '::cue' pseudo-element"). */
const PROPERTIES: ReadonlySet<string> = new Set([
  'color',
  'opacity',
  'visibility',
  'text-decoration',
  'text-decoration-color',
  'text-decoration-line',
  'text-decoration-style',
  'text-decoration-thickness',
  'text-shadow',
  'background',
  'background-color',
  'outline',
  'outline-color',
  'outline-style',
  'outline-width',
  'font',
  'font-family',
  'font-size',
  'font-stretch',
  'font-style',
  'font-variant',
  'font-weight',
  'line-height',
  'white-space',
  'text-combine-upright',
  'ruby-position'
])

/** Functions that compute and load nothing. */
const FUNCTIONS: ReadonlySet<string> = new Set([
  'rgb',
  'rgba',
  'hsl',
  'hsla',
  'hwb',
  'lab',
  'lch',
  'oklab',
  'oklch',
  'color-mix',
  'calc',
  'min',
  'max',
  'clamp'
])

/** No escapes, no braces, no addresses: what is left cannot leave its declaration. */
const PLAIN_VALUE = /^[\w\s#%.,()+*/'"-]+$/

const isSafeValue = (value: string): boolean =>
  PLAIN_VALUE.test(value) &&
  !value.includes('//') &&
  [...value.matchAll(/([\w-]*)\(/g)].every(([, name = '']) => FUNCTIONS.has(name.toLowerCase()))

interface Block {
  readonly prelude: string
  readonly body: string
  /** Where it begins, from 0. */
  readonly at: number
}

/** The index of the brace that closes the one at `open`; the end of the text where none does (CSS Syntax, "Consume a simple block"). */
const closingBrace = (css: string, open: number): number => {
  let depth = 0
  for (let at = open; at < css.length; at += 1) {
    if (css[at] === '{') depth += 1
    else if (css[at] === '}') depth -= 1
    if (depth === 0) return at
  }
  return css.length
}

/** Where the spaces behind a place end. */
const firstLetter = (css: string, at: number): number => {
  SPACES.lastIndex = at
  SPACES.test(css)
  return SPACES.lastIndex
}

const SPACES = /\s*/y
const AT = /\s*@/y

const blocksOf = (css: string): readonly Block[] => {
  const blocks: Block[] = []
  for (let at = 0; at < css.length; ) {
    const open = css.indexOf('{', at)
    AT.lastIndex = at
    const end = AT.test(css) ? css.indexOf(';', at) : -1
    // A statement such as @import has no block.
    if (end >= 0 && (open < 0 || end < open)) {
      blocks.push({ prelude: css.slice(at, end).trim(), body: '', at: firstLetter(css, at) })
      at = end + 1
      continue
    }
    if (open < 0) {
      if (css.slice(at).trim() !== '')
        blocks.push({ prelude: css.slice(at).trim(), body: '', at: firstLetter(css, at) })
      break
    }
    const close = closingBrace(css, open)
    blocks.push({ prelude: css.slice(at, open).trim(), body: css.slice(open + 1, close), at: firstLetter(css, at) })
    at = close + 1
  }
  return blocks
}

const IDENT = '-?[A-Za-z_\\u0080-\\uffff][\\w\\u0080-\\uffff-]*'
const PART = new RegExp(
  `^(?<tag>${IDENT}|\\*)?(?:#(?<id>${IDENT}))?(?<classes>(?:\\.${IDENT})*)(?:\\[(?:voice|lang)=(?:"(?<quoted>[^"\\\\]*)"|'(?<single>[^'\\\\]*)'|(?<bare>${IDENT}))\\])?(?::lang\\((?<lang>[\\w-]+)\\))?(?::(?<time>past|future))?$`
)

const readPart = (written: string): CueSelectorPart | undefined => {
  const groups = PART.exec(written)?.groups
  if (!groups || written === '') return undefined
  const { tag = '', id = '', classes = '', quoted, single, bare, lang, time } = groups
  const known = CUE_TAGS.find(name => name === tag)
  if (tag !== '' && tag !== '*' && !known) return undefined
  return {
    tag: known ?? '',
    id,
    classes: classes.split('.').filter(Boolean),
    annotation: quoted ?? single ?? bare ?? lang,
    time: time === 'past' || time === 'future' ? time : ''
  }
}

/** `::cue` or `::cue(selector)`; `undefined` for any other. */
const readSelector = (written: string): readonly CueSelectorPart[] | undefined => {
  const inside = /^(?:video)?::cue(?:\((.*)\))?$/s.exec(written.trim())
  if (!inside) return undefined
  const selector = inside[1]?.trim()
  if (selector === undefined) return []
  const parts = selector.split(/\s+(?![^[]*\])/).map(readPart)
  return parts.every(part => part !== undefined) ? parts : undefined
}

/** Commas outside brackets part selectors. */
const splitSelectors = (prelude: string): readonly string[] => prelude.split(/,(?![^(]*\))/)

const leftOut = (message: string, hint: string, line: number): CaptionFault =>
  captionFault('style-left-out', { level: 'warning', message, hint }, { line, column: 1 })

const readDeclarations = (body: string, line: number, faults: CaptionFault[]): CueStyleRule['declarations'] =>
  body.split(';').flatMap(written => {
    const colon = written.indexOf(':')
    const property = written.slice(0, colon).trim().toLowerCase()
    const value = written
      .slice(colon + 1)
      .replace(/!\s*important\s*$/i, '')
      .trim()
    if (written.trim() === '') return []
    if (colon > 0 && written.length <= LONGEST && PROPERTIES.has(property) && isSafeValue(value))
      return [[property, value] as const]
    const hint = PROPERTIES.has(property)
      ? 'values that load something, or hold escapes, are not taken over'
      : `a cue takes ${[...PROPERTIES].slice(0, 3).join(', ')}, font and background properties and the like`
    faults.push(leftOut(`The declaration “${written.trim().slice(0, 60)}” is left out.`, hint, line))
    return []
  })

/** More of a file's CSS, in UTF-16 code units, is not read. */
const MOST_CSS = 65_536
/** More rules are not read. */
const MOST_RULES = 500
/** A selector list, or a declaration, that is longer is left out: in UTF-16 code units. */
const LONGEST = 1000

/** Comments as spaces, so that all else keeps its place. */
const withoutComments = (css: string): string =>
  css.replace(/\/\*[\s\S]*?(?:\*\/|$)/g, comment => comment.replace(/[^\n]/g, ' '))

/** Reads the rules of one block as far as there is room for them. */
const readBlock = (css: string, firstLine: number, rules: CueStyleRule[], faults: CaptionFault[]): void => {
  const bare = withoutComments(css)
  const place = placesIn(bare)
  for (const { prelude, body, at } of blocksOf(bare)) {
    const line = firstLine + place(at).line - 1
    const selectors = prelude.length > LONGEST ? [undefined] : splitSelectors(prelude).map(readSelector)
    if (!selectors.every(selector => selector !== undefined)) {
      faults.push(
        leftOut(`The rule “${prelude.slice(0, 60)}” is left out.`, 'write ::cue { … } or ::cue(selector) { … }', line)
      )
      continue
    }
    const declarations = readDeclarations(body, line, faults)
    if (declarations.length === 0) continue
    if (rules.length + selectors.length > MOST_RULES) {
      faults.push(leftOut(`Rules behind the first ${MOST_RULES} are left out.`, 'a few classes style any file', line))
      return
    }
    for (const selector of selectors) rules.push({ selector, declarations })
  }
}

/**
 * Reads the CSS of `STYLE` blocks: rules for `::cue` and `::cue(…)` with the properties that the standard lets through
 * and values that load nothing; 64 KiB of it and 500 rules at most. Never throws; what is left out is told.
 *
 * @param firstLines the line of the file, from 1, on which the CSS of each block begins; for the faults.
 */
export const readStyles = (
  styles: readonly string[],
  firstLines: readonly number[] = []
): { readonly rules: readonly CueStyleRule[]; readonly faults: readonly CaptionFault[] } => {
  const faults: CaptionFault[] = []
  const rules: CueStyleRule[] = []
  let left = MOST_CSS
  for (const [index, css] of styles.entries()) {
    const line = firstLines[index] ?? 1
    if (css.length > left) {
      faults.push(leftOut(`Of a file, ${MOST_CSS} characters of CSS are read, and no more.`, 'shorten it', line))
      break
    }
    left -= css.length
    readBlock(css, line, rules, faults)
    if (rules.length >= MOST_RULES) break
  }
  return { rules, faults }
}
