const padded = (value: number, figures: number): string => String(value).padStart(figures, '0')

/** How a timestamp is written: `auto` has hours only where they are needed. */
export type HoursForm = 'auto' | 'always'

/**
 * A time as WebVTT writes it: `01:02.500`, `01:00:00.000`. To the millisecond; below 0 is 0, and there is no sign for
 * what never ends: `Infinity` is written as the latest time that is read back.
 */
export const printTimestamp = (seconds: number, hours: HoursForm = 'auto'): string => {
  const most = 999_999_999 * 3_600_000 + 3_599_999
  const milliseconds = Math.min(most, Math.max(0, Math.round(seconds * 1000)))
  const minutes = Math.floor(milliseconds / 60_000)
  const tail = `${padded(Math.floor(milliseconds / 1000) % 60, 2)}.${padded(milliseconds % 1000, 3)}`
  return hours === 'auto' && minutes < 60
    ? `${padded(minutes, 2)}:${tail}`
    : `${padded(Math.floor(minutes / 60), 2)}:${padded(minutes % 60, 2)}:${tail}`
}

/** A number as WebVTT reads it: never with an exponent. */
export const printNumber = (value: number): string => {
  const [figures = '', exponent] = String(value).split('e')
  if (exponent === undefined) return figures
  const sign = figures.startsWith('-') ? '-' : ''
  const [whole = '', rest = ''] = figures.replace('-', '').split('.')
  const shift = Number(exponent)
  return shift < 0
    ? `${sign}0.${'0'.repeat(-shift - 1)}${whole}${rest}`
    : `${sign}${whole}${rest}${'0'.repeat(shift - rest.length)}`
}
