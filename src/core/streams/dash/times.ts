const DURATION = /^P(?:(\d+)Y)?(?:(\d+)M)?(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+(?:\.\d+)?)S)?)?$/
/** Seconds of a year, a month, a day, an hour, a minute, a second; as ISO/IEC 23009-1 has nothing to say of calendars. */
const UNITS = [31_536_000, 2_592_000, 86_400, 3600, 60, 1] as const

/** Seconds of a duration as XML writes it (`PT1M30.5S`); `undefined` where it is none. */
export const readDuration = (text: string | undefined): number | undefined => {
  const [whole, ...amounts] = DURATION.exec(text?.trim() ?? '') ?? []
  if (whole === undefined || !/\d/.test(whole)) return undefined
  return UNITS.reduce((sum, unit, index) => sum + unit * Number(amounts[index] ?? 0), 0)
}

/** Milliseconds since 1970 of a date as XML writes it; without a zone it is in UTC (ISO/IEC 23009-1, 5.3.1.2). */
export const readDate = (text: string | undefined): number | undefined => {
  const written = text?.trim() ?? ''
  const date = Date.parse(/(?:Z|[+-]\d\d:?\d\d)$/i.test(written) ? written : `${written}Z`)
  return Number.isNaN(date) ? undefined : date
}

/** A whole number that is not negative; `undefined` where there is none. */
export const readWhole = (text: string | undefined): number | undefined => {
  const number = text?.trim() ? Number(text) : Number.NaN
  return Number.isSafeInteger(number) && number >= 0 ? number : undefined
}

/** A frame rate, which may be a fraction: `25`, `30000/1001`. */
export const readFrameRate = (text: string | undefined): number | undefined => {
  const [above = Number.NaN, below = 1] = (text ?? '').split('/').map(Number)
  const rate = above / below
  return Number.isFinite(rate) && rate > 0 ? rate : undefined
}

/** `from-to`, both within (ISO/IEC 23009-1, 5.3.9.2.2). */
export const readByteRange = (
  text: string | undefined
): { readonly from: number; readonly length: number } | undefined => {
  const [, first, last] = /^\s*(\d+)-(\d+)\s*$/.exec(text ?? '') ?? []
  const [from, end] = [readWhole(first), readWhole(last)]
  return from === undefined || end === undefined || end < from ? undefined : { from, length: end - from + 1 }
}
