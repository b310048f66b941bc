import { DEFAULT_REGION, type Region } from './cue.ts'
import type { FindingCode } from './findings.ts'
import { eachWord, readPercent, splitSetting } from './scan.ts'

type Draft = { -readonly [Key in keyof Region]: Region[Key] }

/** The names of region settings (WebVTT, "WebVTT region settings"). */
export const REGION_SETTINGS = ['id', 'width', 'lines', 'regionanchor', 'viewportanchor', 'scroll'] as const

const readPoint = (value: string): readonly [x: number, y: number] | undefined => {
  const comma = value.indexOf(',')
  const x = readPercent(value.slice(0, comma))
  const y = readPercent(value.slice(comma + 1))
  return comma < 0 || x === undefined || y === undefined ? undefined : [x, y]
}

/** Takes over one setting. @returns false where its value cannot be read, `undefined` where there is no such setting. */
const take = (draft: Draft, name: string, value: string): boolean | undefined => {
  switch (name) {
    case 'id':
      draft.id = value
      return true
    case 'width':
      draft.width = readPercent(value) ?? draft.width
      return readPercent(value) !== undefined
    case 'lines':
      if (/^\d+$/.test(value)) draft.lines = Math.min(Number(value), 0xff_ff_ff)
      return /^\d+$/.test(value)
    case 'regionanchor':
    case 'viewportanchor': {
      const point = readPoint(value)
      if (point && name === 'regionanchor') [draft.regionAnchorX, draft.regionAnchorY] = point
      else if (point) [draft.viewportAnchorX, draft.viewportAnchorY] = point
      return point !== undefined
    }
    case 'scroll':
      if (value === 'up') draft.scroll = value
      return value === 'up'
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
    const taken = take(draft, name, value)
    if (taken === undefined) report('region-setting-unknown', at, word, name)
    else if (!taken || value === '') report('region-setting-unreadable', at, word, name)
  })
  return draft
}
