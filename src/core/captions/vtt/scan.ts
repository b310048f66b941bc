/** A place in a text, moved on by what reads from it. */
export interface Cursor {
  readonly text: string
  at: number
}

/** Whether what stands at the cursor fits; the cursor goes behind it. @param pattern a sticky one. */
export const pass = (cursor: Cursor, pattern: RegExp): boolean => {
  pattern.lastIndex = cursor.at
  const fits = pattern.test(cursor.text)
  if (fits) cursor.at = pattern.lastIndex
  return fits
}

/** The number whose figures stand between two places. Times are most of a file's figures, and a string each takes long. */
const numberAt = (text: string, from: number, to: number): number => {
  let value = 0
  for (let at = from; at < to; at += 1) value = value * 10 + text.charCodeAt(at) - 48
  return value
}

/** More hours than this count as this many, so that milliseconds stay exact. */
const MOST_HOURS = 999_999_999

const TIMESTAMP = /(?:\d+:)?[0-5]\d:[0-5]\d\.\d{3}(?!\d)/y

/**
 * Reads `mm:ss.mmm` or `h:mm:ss.mmm` (WebVTT, "Collect a WebVTT timestamp"), and leaves the cursor behind it.
 * @returns seconds, or `NaN` where there is no timestamp.
 */
export const readTimestamp = (cursor: Cursor): number => {
  const { text, at: from } = cursor
  if (!pass(cursor, TIMESTAMP)) return Number.NaN
  const to = cursor.at
  const hours = Math.min(numberAt(text, from, to - 10), MOST_HOURS)
  const minutes = hours * 60 + numberAt(text, to - 9, to - 7)
  // Whole thousandths are exact; 1 + 531 / 1000 is 1.5310000000000001.
  return ((minutes * 60 + numberAt(text, to - 6, to - 4)) * 1000 + numberAt(text, to - 3, to)) / 1000
}

/** Lines and columns, from 1, of places in a text, from 0. */
export const placesIn = (text: string): ((at: number) => { readonly line: number; readonly column: number }) => {
  const starts = [0]
  for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', end + 1)) starts.push(end + 1)
  return at => {
    let low = 0
    let high = starts.length
    while (high - low > 1) {
      const middle = (low + high) >>> 1
      if ((starts[middle] as number) <= at) low = middle
      else high = middle
    }
    return { line: low + 1, column: at - (starts[low] as number) + 1 }
  }
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

/** Takes over what could be read. @returns whether it could be. */
export const take = <Draft, Name extends keyof Draft>(
  draft: Draft,
  name: Name,
  value: Draft[Name] | undefined
): boolean => {
  if (value !== undefined) draft[name] = value
  return value !== undefined
}
