/** A place in a text, moved on by what reads from it. */
export interface Cursor {
  readonly text: string
  at: number
}

const ZERO = 48
const COLON = 58
const DOT = 46

/** Space, tab, line feed, form feed, carriage return (WebVTT follows HTML's "ASCII whitespace"). */
const isSpace = (code: number): boolean => code === 32 || code === 9 || code === 10 || code === 12 || code === 13

export const skipSpaces = (cursor: Cursor): void => {
  while (isSpace(cursor.text.charCodeAt(cursor.at))) cursor.at += 1
}

/** More hours than this count as this many, so that milliseconds stay exact. */
const MOST_HOURS = 999_999_999

/** The number that stands at the cursor; the cursor goes behind its figures, and stays where there are none. */
const readFigures = (cursor: Cursor): number => {
  const { text } = cursor
  let value = 0
  for (;;) {
    const figure = text.charCodeAt(cursor.at) - ZERO
    if (!(figure >= 0 && figure <= 9)) return Math.min(value, MOST_HOURS)
    value = value * 10 + figure
    cursor.at += 1
  }
}

/** As many figures as that and no others, or -1. */
const readJust = (cursor: Cursor, count: number): number => {
  const start = cursor.at
  const value = readFigures(cursor)
  return cursor.at - start === count ? value : -1
}

const pass = (cursor: Cursor, code: number): boolean => {
  if (cursor.text.charCodeAt(cursor.at) !== code) return false
  cursor.at += 1
  return true
}

/**
 * Reads `mm:ss.mmm` or `h:mm:ss.mmm` (WebVTT, "Collect a WebVTT timestamp"), and leaves the cursor behind it.
 * @returns seconds, or `NaN` where there is no timestamp.
 */
export const readTimestamp = (cursor: Cursor): number => {
  const start = cursor.at
  const first = readFigures(cursor)
  const count = cursor.at - start
  if (count === 0 || !pass(cursor, COLON)) return Number.NaN
  const second = readJust(cursor, 2)
  if (second < 0) return Number.NaN
  const hasHours = count !== 2 || first > 59 || cursor.text.charCodeAt(cursor.at) === COLON
  if (hasHours && !pass(cursor, COLON)) return Number.NaN
  const third = hasHours ? readJust(cursor, 2) : 0
  if (third < 0 || !pass(cursor, DOT)) return Number.NaN
  const thousandths = readJust(cursor, 3)
  const hours = hasHours ? first : 0
  const minutes = hasHours ? second : first
  const seconds = hasHours ? third : second
  if (thousandths < 0 || minutes > 59 || seconds > 59) return Number.NaN
  // Whole thousandths are exact; 1 + 531 / 1000 is 1.5310000000000001.
  return (((hours * 60 + minutes) * 60 + seconds) * 1000 + thousandths) / 1000
}

/** Calls `visit` with each word between whitespace, and where it begins. */
export const eachWord = (text: string, from: number, visit: (word: string, at: number) => void): void => {
  const cursor: Cursor = { text, at: from }
  for (;;) {
    skipSpaces(cursor)
    const start = cursor.at
    if (start >= text.length) return
    while (cursor.at < text.length && !isSpace(text.charCodeAt(cursor.at))) cursor.at += 1
    visit(text.slice(start, cursor.at), start)
  }
}

/** `name:value`, or `undefined` where the colon is missing, first or last. */
export const splitSetting = (word: string): readonly [name: string, value: string] | undefined => {
  const colon = word.indexOf(':')
  return colon < 1 || word.endsWith(':') ? undefined : [word.slice(0, colon), word.slice(colon + 1)]
}

/** A percentage from 0 to 100 (WebVTT, "Parse a percentage string"), or `undefined`. */
export const readPercent = (text: string): number | undefined => {
  if (!/^\d+(?:\.\d+)?%$/.test(text)) return undefined
  const value = Number(text.slice(0, -1))
  return value <= 100 ? value : undefined
}
