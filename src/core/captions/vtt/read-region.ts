import type { FindingCode } from '../check/findings.ts'
import { DEFAULT_REGION, type Region } from '../cue.ts'
import { eachWord, readPercent, splitSetting, take } from './scan.ts'

type Draft = { -readonly [Key in keyof Region]: Region[Key] }

/** The names of region settings (WebVTT, "WebVTT region settings"). */
export const REGION_SETTINGS = ['id', 'width', 'lines', 'regionanchor', 'viewportanchor', 'scroll'] as const

const readPoint = (value: string): readonly [x: number, y: number] | undefined => {
  const comma = value.indexOf(',')
  const x = readPercent(value.slice(0, comma))
  const y = readPercent(value.slice(comma + 1))
  return comma < 0 || x === undefined || y === undefined ? undefined : [x, y]
}

/** Reads one setting. @returns false where its value cannot be read, `undefined` where there is no such setting. */
const readSetting = (draft: Draft, name: string, value: string): boolean | undefined => {
  switch (name) {
    case 'id':
      return take(draft, 'id', value)
    case 'width':
      return take(draft, 'width', readPercent(value))
    case 'lines':
      return take(draft, 'lines', /^\d+$/.test(value) ? Math.min(Number(value), 0xff_ff_ff) : undefined)
    case 'regionanchor':
    case 'viewportanchor': {
      const [x, y] = readPoint(value) ?? []
      const anchor = name === 'regionanchor' ? 'regionAnchor' : 'viewportAnchor'
      return take(draft, `${anchor}X`, x) && take(draft, `${anchor}Y`, y)
    }
    case 'scroll':
      return take(draft, 'scroll', value === 'up' ? value : undefined)
  }
  return undefined
}

/**
 * Reads the lines of a `REGION` block (WebVTT, "Collect WebVTT region settings").
 * @param report told of what cannot be used; `at` counts from 0 in `text`.
 */
export const readRegion = (
  text: string,
  report: (code: FindingCode, at: number, found: string, beside?: string) => void
): Region => {
  const draft: Draft = { ...DEFAULT_REGION }
  eachWord(text, 0, (word, at) => {
    const [name, value] = splitSetting(word) ?? [word, '']
    const taken = readSetting(draft, name, value)
    if (taken === undefined) report('region-setting-unknown', at, word, name)
    else if (!taken || value === '') report('region-setting-unreadable', at, word, name)
  })
  return draft
}
