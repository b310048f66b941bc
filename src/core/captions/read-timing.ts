import { type Cue, plainCue, type Region } from './cue.ts'
import type { FindingCode } from './findings.ts'
import { eachWord, readPercent, readTimestamp, skipSpaces, splitSetting } from './scan.ts'

/** Called for what a line has that cannot be used; `at` counts from 0. */
export type Report = (code: FindingCode, at: number, found: string, beside?: string) => void

/** A cue while its settings are read. */
type Draft = { -readonly [Key in keyof Cue]: Cue[Key] }

/** The names of cue settings (WebVTT, "WebVTT cue settings"). */
export const CUE_SETTINGS = ['vertical', 'line', 'position', 'size', 'align', 'region'] as const

const oneOf = <Word extends string>(words: readonly Word[], word: string): Word | undefined =>
  words.find(known => known === word)

const readVertical = (draft: Draft, value: string): boolean => {
  const vertical = oneOf(['rl', 'lr'], value)
  if (vertical) draft.vertical = vertical
  return vertical !== undefined
}

/** `-1`, `0`, `2.5` or `84%`. A number too large for a double is none (HTML, "Rules for parsing floating-point number values"). */
const readLinePlace = (text: string): number | undefined => {
  if (text.endsWith('%')) return readPercent(text)
  if (!/^-?\d+(?:\.\d+)?$/.test(text)) return undefined
  const line = Number(text)
  // Minus nought is nought.
  return Number.isFinite(line) ? line + 0 : undefined
}

/** `place` or `place,alignment`. */
const splitPlace = (value: string): readonly [place: string, alignment: string | undefined] => {
  const comma = value.indexOf(',')
  return comma < 0 ? [value, undefined] : [value.slice(0, comma), value.slice(comma + 1)]
}

const readLine = (draft: Draft, value: string): boolean => {
  const [place, alignment] = splitPlace(value)
  const line = readLinePlace(place)
  const lineAlign = alignment === undefined ? draft.lineAlign : oneOf(['start', 'center', 'end'], alignment)
  if (line === undefined || !lineAlign) return false
  draft.line = line
  draft.lineAlign = lineAlign
  draft.snapToLines = !place.endsWith('%')
  return true
}

const readPosition = (draft: Draft, value: string): boolean => {
  const [place, alignment] = splitPlace(value)
  const position = readPercent(place)
  const positionAlign =
    alignment === undefined ? draft.positionAlign : oneOf(['line-left', 'center', 'line-right'], alignment)
  if (position === undefined || !positionAlign) return false
  draft.position = position
  draft.positionAlign = positionAlign
  return true
}

const readSize = (draft: Draft, value: string): boolean => {
  const size = readPercent(value)
  if (size !== undefined) draft.size = size
  return size !== undefined
}

const readAlign = (draft: Draft, value: string): boolean => {
  const align = oneOf(['start', 'center', 'end', 'left', 'right'], value)
  if (align) draft.align = align
  return align !== undefined
}

const READERS: Readonly<Record<string, ((draft: Draft, value: string) => boolean) | undefined>> = {
  __proto__: null as never,
  vertical: readVertical,
  line: readLine,
  position: readPosition,
  size: readSize,
  align: readAlign
}

/** The last one of a name counts. */
const lastNamed = (regions: readonly Region[], id: string): Region | null => {
  for (let index = regions.length - 1; index >= 0; index -= 1) {
    const region = regions[index]
    if (region?.id === id) return region
  }
  return null
}

/** Reads the settings behind a cue's times (WebVTT, "Parse the WebVTT cue settings"). */
const readSettings = (draft: Draft, line: string, from: number, regions: readonly Region[], report: Report): void => {
  const seen = new Set<string>()
  let regionAt = -1
  eachWord(line, from, (word, at) => {
    const [name, value] = splitSetting(word) ?? [word, undefined]
    const read = READERS[name]
    if (seen.has(name)) report('cue-setting-twice', at, name)
    seen.add(name)
    if (value !== undefined && name === 'region') {
      draft.region = lastNamed(regions, value)
      regionAt = at
      if (!draft.region) report('cue-region-unknown', at, value)
    } else if (!read) report(name === 'region' ? 'cue-setting-unreadable' : 'cue-setting-unknown', at, word, name)
    else if (value === undefined || !read(draft, value)) report('cue-setting-unreadable', at, word, name)
  })
  // Last step of "Parse the WebVTT cue settings": a region knows neither lines nor sizes nor vertical text.
  if (draft.region && (draft.line !== 'auto' || draft.size !== 100 || draft.vertical !== '')) {
    report('cue-region-dropped', regionAt, draft.region.id)
    draft.region = null
  }
}

const hasHours = (line: string, from: number, to: number): boolean => {
  const colon = line.indexOf(':', line.indexOf(':', from) + 1)
  return colon > 0 && colon < to
}

/** The cue that a line with `-->` begins, still without text; `undefined` where its times cannot be read. */
export const readTiming = (line: string, regions: readonly Region[], report: Report): Draft | undefined => {
  const cursor = { text: line, at: 0 }
  skipSpaces(cursor)
  const startAt = cursor.at
  const startTime = readTimestamp(cursor)
  const startEnd = cursor.at
  skipSpaces(cursor)
  const arrowAt = cursor.at
  const endAt = arrowAt + 3
  cursor.at = endAt
  skipSpaces(cursor)
  const endStart = cursor.at
  const endTime = Number.isNaN(startTime) || !line.startsWith('-->', arrowAt) ? Number.NaN : readTimestamp(cursor)
  if (Number.isNaN(endTime)) {
    const wrongEnd = !Number.isNaN(startTime) && line.startsWith('-->', arrowAt)
    report('cue-timing-unreadable', wrongEnd ? Math.min(endStart, line.length) : startAt, line)
    return undefined
  }
  if (hasHours(line, startAt, startEnd) !== hasHours(line, endStart, cursor.at))
    report('cue-times-mixed', startAt, line.slice(startAt, cursor.at))
  if (endTime <= startTime) report('cue-reversed', startAt, line.slice(startAt, cursor.at))
  const draft = plainCue(startTime, endTime)
  if (cursor.at < line.length) readSettings(draft, line, cursor.at, regions, report)
  return draft
}
