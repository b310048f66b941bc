import type { FindingCode } from '../check/findings.ts'
import { type CueSettings, PLAIN_SETTINGS, type Region } from '../cue.ts'
import { eachWord, readPercent, splitSetting, take } from './scan.ts'

/** Called for what a line has that cannot be used; `at` counts from 0. */
export type Report = (code: FindingCode, at: number, found: string, beside?: string) => void

/** Settings while they are read. */
type Draft = { -readonly [Key in keyof CueSettings]: CueSettings[Key] }

/** The names of cue settings (WebVTT, "WebVTT cue settings"). */
export const CUE_SETTINGS = ['vertical', 'line', 'position', 'size', 'align', 'region'] as const

const oneOf = <Word extends string>(words: readonly Word[], word: string): Word | undefined =>
  words.find(known => known === word)

/** `-1`, `0`, `2.5` or `84%`. A number too large for a double is none (HTML, "Rules for parsing floating-point number values"). */
const readLinePlace = (text: string): number | undefined => {
  if (text.endsWith('%')) return readPercent(text)
  if (!/^-?\d+(?:\.\d+)?$/.test(text)) return undefined
  const line = Number(text)
  // Minus nought is nought.
  return Number.isFinite(line) ? line + 0 : undefined
}

/** Reads `place` or `place,alignment`: neither is taken where one of them cannot be read. */
const takePlace = <Name extends 'line' | 'position'>(
  draft: Draft,
  name: Name,
  value: string,
  readPlace: (text: string) => number | undefined,
  alignments: readonly Draft[`${Name}Align`][]
): boolean => {
  const [text = '', ...rest] = value.split(',')
  const place = readPlace(text)
  const alignment = rest.length === 0 ? draft[`${name}Align`] : oneOf(alignments, rest.join(','))
  return alignment !== undefined && take(draft, name, place) && take(draft, `${name}Align`, alignment)
}

const READERS: Readonly<Record<string, ((draft: Draft, value: string) => boolean) | undefined>> = {
  __proto__: null as never,
  vertical: (draft, value) => take(draft, 'vertical', oneOf(['rl', 'lr'], value)),
  line: (draft, value) =>
    takePlace(draft, 'line', value, readLinePlace, ['start', 'center', 'end']) &&
    take(draft, 'snapToLines', !/^[^,]*%/.test(value)),
  position: (draft, value) => takePlace(draft, 'position', value, readPercent, ['line-left', 'center', 'line-right']),
  size: (draft, value) => take(draft, 'size', readPercent(value)),
  align: (draft, value) => take(draft, 'align', oneOf(['start', 'center', 'end', 'left', 'right'], value))
}

/**
 * Reads the settings behind a cue's times (WebVTT, "Parse the WebVTT cue settings").
 * @param regions by their ids; the last one of an id counts.
 */
export const readSettings = (
  line: string,
  from: number,
  regions: ReadonlyMap<string, Region>,
  report: Report
): CueSettings => {
  const draft: Draft = { ...PLAIN_SETTINGS }
  const seen = new Set<string>()
  let regionAt = -1
  eachWord(line, from, (word, at) => {
    const [name, value] = splitSetting(word) ?? [word, undefined]
    const read = READERS[name]
    if (seen.has(name)) report('cue-setting-twice', at, name)
    seen.add(name)
    if (value !== undefined && name === 'region') {
      draft.region = regions.get(value) ?? null
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
  return draft
}
