/** A place in a text, moved on by what reads from it. */
export interface Cursor {
  readonly text: string
  at: number
}

/** Reads what stands at the cursor and fits, which goes behind it. @param pattern a sticky one. */
export const match = (cursor: Cursor, pattern: RegExp): RegExpExecArray | null => {
  pattern.lastIndex = cursor.at
  const found = pattern.exec(cursor.text)
  if (found) cursor.at = pattern.lastIndex
  return found
}

/** More hours than this count as this many, so that milliseconds stay exact. */
const MOST_HOURS = 999_999_999

const TIMESTAMP = /(?:(\d+):)?([0-5]\d):([0-5]\d)\.(\d{3})(?!\d)/y

/**
 * Reads `mm:ss.mmm` or `h:mm:ss.mmm` (WebVTT, "Collect a WebVTT timestamp"), and leaves the cursor behind it.
 * @returns seconds, or `NaN` where there is no timestamp.
 */
export const readTimestamp = (cursor: Cursor): number => {
  const found = match(cursor, TIMESTAMP)
  if (!found) return Number.NaN
  const [, hours = 0, minutes, seconds, thousandths] = found
  const minute = Math.min(Number(hours), MOST_HOURS) * 60 + Number(minutes)
  // Whole thousandths are exact; 1 + 531 / 1000 is 1.5310000000000001.
  return ((minute * 60 + Number(seconds)) * 1000 + Number(thousandths)) / 1000
}

/** Calls `visit` with each word between whitespace, and where it begins. */
export const eachWord = (text: string, from: number, visit: (word: string, at: number) => void): void => {
  for (const { 0: word, index } of text.slice(from).matchAll(/[^ \t\n\f\r]+/g)) visit(word, from + index)
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
