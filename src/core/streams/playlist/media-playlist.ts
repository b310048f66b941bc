import { fault, type Result, refuse, succeed } from '../../fault.ts'
import { endOf, type InitSegment, type Segment, type SegmentKey, type Timeline } from '../manifest.ts'
import { LONGEST_MANIFEST, type ManifestFault, MOST_SEGMENTS, Reading } from '../reading.ts'
import { linesOf, type PlaylistLine, readAmount, readAttributes, readRange } from './lines.ts'

/** A media playlist, and what is wrong with it. */
export interface ReadPlaylist {
  readonly timeline: Timeline
  readonly faults: readonly ManifestFault[]
}

/** What a tag says of the segments that follow, or of the next one. */
interface Pending {
  duration: number | undefined
  range: string | undefined
  isGap: boolean
  date: number | undefined
}

const nothing = (): Pending => ({ duration: undefined, range: undefined, isGap: false, date: undefined })

const isPlaylist = (text: string): boolean => /^\ufeff?#EXTM3U(?![^\s])/.test(text)

/** @returns why a text is no playlist at all; `undefined` where it is one. */
export const whyNoPlaylist = (text: string): ReturnType<typeof refuse> | undefined => {
  if (text.length > LONGEST_MANIFEST)
    return refuse(fault('manifest-too-large', 'The playlist is larger than 16 MB.', 'name fewer segments in it'))
  if (isPlaylist(text)) return undefined
  return refuse(
    fault(
      'manifest-unreadable',
      `A playlist begins with #EXTM3U, and this begins with “${text.slice(0, 40)}”.`,
      'open the address by itself: a server may answer with a page instead of the playlist'
    )
  )
}

/** Whether a playlist names others, and not segments (RFC 8216, section 4.3.4). */
export const namesPlaylists = (text: string): boolean => /^#EXT-X-(?:STREAM-INF|MEDIA):/m.test(text)

/** Reads one media playlist from its first line to its last. */
class MediaPlaylistReader {
  readonly reading: Reading
  readonly segments: Segment[] = []
  isEnded = false
  longest = 0
  delay: number | undefined
  begin: number | undefined
  /** The way of enciphering that is not known here. */
  strangeKey: string | undefined
  #next = nothing()
  #number = 0
  #part = 0
  #key: { readonly src: string; readonly iv: string | undefined } | undefined
  /** A key of a known way stands in the present run of `EXT-X-KEY`. */
  #runHasKey = false
  #init: InitSegment | undefined
  /** Where the last byte range ended, and of what. */
  #rangeEnd: { readonly src: string; readonly at: number } | undefined
  #date: number | undefined
  #end = 0

  constructor(text: string, src: string) {
    this.reading = new Reading(text, src)
    for (const line of linesOf(text)) {
      if (line.tag) this.#tag(line)
      else this.#address(line)
      if (this.segments.length > MOST_SEGMENTS) break
      this.#runHasKey &&= line.tag === 'EXT-X-KEY'
    }
  }

  #tag({ tag, value, at, valueAt }: PlaylistLine): void {
    const next = this.#next
    switch (tag) {
      case 'EXTINF':
        next.duration = readAmount(value.split(',')[0])
        if (next.duration === undefined) this.#unreadable(valueAt, tag, value, 'a number of seconds')
        break
      case 'EXT-X-BYTERANGE':
        next.range = value
        break
      case 'EXT-X-GAP':
        next.isGap = true
        break
      case 'EXT-X-PROGRAM-DATE-TIME':
        next.date = Date.parse(value)
        if (Number.isNaN(next.date)) this.#unreadable(valueAt, tag, value, 'a time as in 2026-03-20T06:00:00Z')
        break
      case 'EXT-X-DISCONTINUITY':
        this.#part += 1
        this.#date = undefined
        break
      case 'EXT-X-DISCONTINUITY-SEQUENCE':
        this.#part = readAmount(value) ?? 0
        break
      case 'EXT-X-MEDIA-SEQUENCE':
        this.#number = readAmount(value) ?? 0
        break
      case 'EXT-X-TARGETDURATION':
        this.longest = readAmount(value) ?? 0
        break
      case 'EXT-X-ENDLIST':
        this.isEnded = true
        break
      case 'EXT-X-PLAYLIST-TYPE':
        this.isEnded ||= value === 'VOD'
        break
      case 'EXT-X-KEY':
      case 'EXT-X-MAP':
      case 'EXT-X-START':
      case 'EXT-X-SERVER-CONTROL':
        this.#attributes(tag, value, at, valueAt)
    }
  }

  #attributes(tag: string, value: string, at: number, valueAt: number): void {
    const attributes = readAttributes(value)
    if (!attributes) this.#unreadable(valueAt, tag, value, 'NAME=value, with commas between')
    else if (tag === 'EXT-X-KEY') this.#keyIs(attributes, valueAt)
    else if (tag === 'EXT-X-MAP') this.#initIs(attributes, valueAt)
    else if (tag === 'EXT-X-START') {
      const begin = Number(attributes['TIME-OFFSET'] ?? Number.NaN)
      if (Number.isFinite(begin)) this.begin = begin
      else this.#unreadable(at, tag, value, 'TIME-OFFSET in seconds')
    } else this.delay = readAmount(attributes['HOLD-BACK'])
  }

  #keyIs({ METHOD, URI, IV, KEYFORMAT = 'identity' }: Readonly<Record<string, string>>, at: number): void {
    if (METHOD === 'NONE') {
      this.#key = undefined
      return
    }
    // The same key may be named for several systems one after the other: one that is known will do.
    if (METHOD !== 'AES-128' || KEYFORMAT !== 'identity') {
      if (!this.#runHasKey) this.strangeKey = KEYFORMAT === 'identity' ? METHOD : KEYFORMAT
      return
    }
    const src = this.reading.address(URI ?? '', at)
    const iv = IV?.replace(/^0x/i, '').padStart(32, '0')
    if (iv !== undefined && !/^[\da-f]{32}$/i.test(iv))
      this.#unreadable(at, 'EXT-X-KEY', IV ?? '', 'an IV of 32 digits')
    if (src) this.#key = { src, iv }
    this.#runHasKey = true
    this.strangeKey = undefined
  }

  #initIs({ URI, BYTERANGE }: Readonly<Record<string, string>>, at: number): void {
    const src = this.reading.address(URI ?? '', at)
    const range = BYTERANGE === undefined ? undefined : readRange(BYTERANGE, 0)
    if (BYTERANGE !== undefined && !range) this.#unreadable(at, 'EXT-X-MAP', BYTERANGE, 'BYTERANGE="length@from"')
    const key = this.#key?.iv === undefined ? undefined : (this.#key as SegmentKey)
    this.#init = src ? { src, ...(range && { range }), ...(key && { key }) } : undefined
  }

  /** An address ends what the tags before it say of one segment. */
  #address({ value, at }: PlaylistLine): void {
    const { duration, range: written, isGap, date } = this.#next
    this.#next = nothing()
    const number = this.#number
    this.#number += 1
    if (duration === undefined)
      this.reading.note(
        at,
        'manifest-tag-missing',
        'A segment stands here without its length.',
        'write #EXTINF before it'
      )
    const src = this.reading.address(value, at)
    const follows = this.#rangeEnd?.src === src ? this.#rangeEnd?.at : undefined
    const range = written === undefined ? undefined : readRange(written, follows)
    if (written !== undefined && !range) this.#unreadable(at, 'EXT-X-BYTERANGE', written, 'length@from')
    this.#rangeEnd = range && src ? { src, at: range.from + range.length } : undefined
    const recorded = date === undefined || Number.isNaN(date) ? this.#date : date
    const length = duration ?? this.longest
    const isMissing = isGap || src === undefined || (written !== undefined && !range)
    this.segments.push({
      src: src ?? '',
      ...(range && { range }),
      number,
      start: this.#end,
      duration: length,
      part: this.#part,
      ...(this.#init && { init: this.#init }),
      ...(this.#key && { key: { src: this.#key.src, iv: this.#key.iv ?? number.toString(16).padStart(32, '0') } }),
      ...(isMissing && { isGap: true }),
      ...(recorded !== undefined && { date: recorded })
    })
    this.#end += length
    this.#date = recorded === undefined ? undefined : recorded + length * 1000
  }

  #unreadable(at: number, tag: string, value: string, expected: string): void {
    this.reading.note(at, 'manifest-tag-unreadable', `#${tag} wants ${expected}, and says “${value}”.`, 'write it so')
  }
}

/** What of the stream was read before: of this playlist, else of one that stands beside it. */
export interface PlaylistContext {
  /** The timeline of the same playlist when it was last read. */
  readonly before?: Timeline | undefined
  /** That of another rendition. */
  readonly beside?: Timeline | undefined
}

/** How much later segments are than those of another rendition, by when they were recorded, else by their numbers. */
const shiftBeside = (segments: readonly Segment[], beside: Timeline): number => {
  const first = segments.find(({ date }) => date !== undefined)
  const dated = beside.segments.find(({ date }) => date !== undefined)
  if (first?.date === undefined || dated?.date === undefined) return shiftOf(segments, beside)
  return dated.start + (first.date - dated.date) / 1000 - first.start
}

/** How much later the segments of a playlist are than their own sums say: they go on where those before stood. */
const shiftOf = (segments: readonly Segment[], before: Timeline): number => {
  const [first] = segments
  if (!first) return 0
  const known = new Map(before.segments.map(segment => [segment.number, segment]))
  const same = segments.find(({ number }) => known.has(number))
  if (same) return (known.get(same.number)?.start ?? 0) - same.start
  const dated = before.segments.find(({ date }) => date !== undefined)
  if (dated?.date !== undefined && first.date !== undefined)
    return dated.start + (first.date - dated.date) / 1000 - first.start
  return endOf(before) - first.start
}

/**
 * Reads a media playlist (RFC 8216, section 4.3.3). What it cannot use it passes over and tells in `faults`. Faults:
 * `manifest-unreadable`, `manifest-too-large`, `stream-key-unsupported`.
 * @param src whole address of the playlist
 * @param context what was read before: a live timeline goes on from there
 */
export const tryReadPlaylist = (
  text: string,
  src: string,
  { before, beside }: PlaylistContext = {}
): Result<ReadPlaylist> => {
  const why = whyNoPlaylist(text)
  if (why) return why
  const reader = new MediaPlaylistReader(text, src)
  const { segments, isEnded, delay, begin, strangeKey } = reader
  if (segments.length > MOST_SEGMENTS)
    return refuse(fault('manifest-too-large', `The playlist names more than ${MOST_SEGMENTS} segments.`, 'name fewer'))
  if (strangeKey !== undefined)
    return refuse(
      fault(
        'stream-key-unsupported',
        `The segments are enciphered by ${strangeKey || 'a way without a name'}.`,
        'AES-128 of whole segments is read everywhere'
      )
    )
  const isLive = !isEnded
  const shift = before ? shiftOf(segments, before) : isLive && beside ? shiftBeside(segments, beside) : 0
  const longest = reader.longest || Math.max(0, ...segments.slice(0, 100).map(({ duration }) => duration))
  const isSame = before !== undefined && before.segments.at(-1)?.number === segments.at(-1)?.number
  const timeline: Timeline = {
    segments: shift === 0 ? segments : segments.map(segment => ({ ...segment, start: segment.start + shift })),
    isEnded,
    longest,
    // What has not changed is asked for again in half the time (RFC 8216, section 6.3.4).
    ...(!isEnded && { refresh: Math.max(0.5, isSame ? longest / 2 : longest) }),
    ...(delay !== undefined && { delay }),
    ...(begin !== undefined && { begin })
  }
  return succeed({ timeline, faults: reader.reading.faults })
}
