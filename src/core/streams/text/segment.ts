import { printTimestamp } from '../../captions/vtt/format-timestamp.ts'

/** What is known of a segment of captions. */
export interface TextPlace {
  /** When the segment begins in the stream, in seconds. */
  readonly start: number
  /** Seconds that are added to the times of the media of its part to get those of the stream. */
  readonly offset: number
}

/** The units of a map, a second, and when its clock begins anew. */
const [UNITS, TURN] = [90_000, 2 ** 33 / 90_000]

const TIME = /(?:(\d+):)?([0-5]\d):([0-5]\d\.\d{3})/g
const MAP = /^X-TIMESTAMP-MAP=(.*)$/m

const secondsOf = (hours: string | undefined, minutes: string, seconds: string): number =>
  Number(hours ?? 0) * 3600 + Number(minutes) * 60 + Number(seconds)

/** Seconds that are added to the times of a segment, by the map in its header (RFC 8216, section 3.5). */
const shiftOf = (header: string, { start, offset }: TextPlace): number => {
  const map = MAP.exec(header)?.[1]
  if (map === undefined) return offset
  const units = Number(/MPEGTS:(\d+)/.exec(map)?.[1] ?? 0)
  const [, hours, minutes = '0', seconds = '0'] = /LOCAL:(?:(\d+):)?(\d+):([\d.]+)/.exec(map) ?? []
  const shift = units / UNITS - secondsOf(hours, minutes, seconds) + offset
  // Where cues count from the segment's own beginning, that is where they are; else near enough to tell which turn it is.
  return shift + Math.round((start - shift) / TURN) * TURN
}

/** When a cue ends, by its own times; `Infinity` where that cannot be read. */
const endOf = (block: string): number => {
  const [, hours, minutes, seconds] = /-->\s*(?:(\d+):)?([0-5]\d):([0-5]\d\.\d{3})/.exec(block) ?? []
  return minutes && seconds ? secondsOf(hours, minutes, seconds) : Number.POSITIVE_INFINITY
}

/** Times stand in the line with the arrow, and in tags of the text. */
const moveTimes = (block: string, shift: number): string =>
  block
    .split('\n')
    .map(line =>
      line.includes('-->') || /<\d/.test(line)
        ? line.replace(TIME, (_, hours, minutes, seconds) =>
            printTimestamp(Math.max(0, secondsOf(hours, minutes, seconds) + shift))
          )
        : line
    )
    .join('\n')

/**
 * Reads a segment of captions (WebVTT in pieces; RFC 8216, section 3.5) as the blocks of a file whose times are those of the stream.
 * @returns the blocks before the first cue (`STYLE`, `REGION`, notes), and the cues; none of what is no WebVTT.
 */
export const readTextSegment = (
  text: string,
  place: TextPlace
): { readonly setup: readonly string[]; readonly cues: readonly string[] } => {
  const [header = '', ...blocks] = text
    .replace(/^\ufeff/, '')
    .replace(/\r\n?/g, '\n')
    .split(/\n{2,}/)
    .map(block => block.replace(/^\n+|\n+$/g, ''))
    .filter(Boolean)
  if (!/^WEBVTT(?:\s|$)/.test(header)) return { setup: [], cues: [] }
  const shift = shiftOf(header, place)
  const isCue = (block: string): boolean => block.includes('-->')
  return {
    setup: blocks.filter(block => !isCue(block)),
    // What ends before the stream begins is of no use in it.
    cues: blocks
      .filter(block => isCue(block) && endOf(block) + shift > 0)
      .map(block => (shift === 0 ? block : moveTimes(block, shift)))
  }
}
