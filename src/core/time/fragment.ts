import { fragmentValues } from '../fragment-values.ts'
import type { TimeRange } from './ranges.ts'

/** Normal play time: seconds, minutes or hours, with a fraction of a second (Media Fragments URI 1.0, 4.2.1). */
const NPT = /^(?:(?:(\d+):)?([0-5]\d):([0-5]\d(?:\.\d*)?)|(\d+(?:\.\d*)?))$/

const secondsOf = (text: string): number => {
  const [, hours = '0', minutes = '0', rest, seconds] = NPT.exec(text) ?? []
  return seconds === undefined ? Number(hours) * 3600 + Number(minutes) * 60 + Number(rest) : Number(seconds)
}

/** `10,20`, `npt:1:05`, `,20`; `undefined` for what the standard has ignored. */
const rangeOf = (value: string): TimeRange | undefined => {
  const [from = '', to, ...more] = value.replace(/^npt:/, '').split(',')
  if (more.length > 0 || (from === '' && !to) || to === '') return undefined
  const start = from === '' ? 0 : secondsOf(from)
  const end = to === undefined ? Number.POSITIVE_INFINITY : secondsOf(to)
  return start < end ? { start, end } : undefined
}

/**
 * The stretch of a media that its address names by the temporal dimension of a media fragment: `#t=10,20` (Media
 * Fragments URI 1.0, 4.2.1; of several the last good one counts, 5.1.2). In seconds; `end` is `Infinity` where the address
 * names none. `undefined` where it names no stretch, or one that cannot be read.
 */
export const fragmentOf = (address: string): TimeRange | undefined =>
  fragmentValues(address, 't')
    .map(rangeOf)
    .filter(range => range !== undefined)
    .at(-1)
