import type { PlacedMoment } from '../../core/moments/placed-moments.ts'
import { playableRange } from '../../core/playback/snapshot.ts'
import type { TimeRange } from '../../core/time/ranges.ts'
import { attributeOf, rootOf } from '../scope/nodes.ts'
import { sharedSheet } from '../scope/sheets.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'

/** No more marks are drawn: any more would touch one another. */
const MOST_MARKS = 400

/** No specificity: whatever a page says of its marks holds. */
const SHEET = sharedSheet(/* css */ `
:where([data-yoke-marks]) { position: absolute; inset: 0; display: block; pointer-events: none }
:where([data-yoke-marks] > i) { position: absolute; inset-block: 0; inline-size: 2px; margin-inline-start: -1px; background: currentColor }
`)

const percent = (part: number): string => `${Math.round(part * 1e5) / 1e3}%`

const createMark = ({ start, end, moment }: PlacedMoment, range: TimeRange): HTMLElement => {
  const span = range.end - range.start
  const mark = document.createElement('i')
  mark.style.insetInlineStart = percent((start - range.start) / span)
  if (moment.lane) mark.setAttribute('data-yoke-lane', moment.lane)
  // A stretch of its own may be drawn as one.
  if (moment.until) mark.style.setProperty('--yoke-length', percent((Math.min(end, range.end) - start) / span))
  return mark
}

/** One mark for all that would touch one another. What begins with the media has none: nobody needs to find it. */
const marksOf = (moments: readonly PlacedMoment[], lane: string, range: TimeRange): readonly HTMLElement[] => {
  const apart = (range.end - range.start) / MOST_MARKS
  const last = new Map<string, number>()
  return moments.flatMap(placed => {
    const { start, moment } = placed
    if ((lane && moment.lane !== lane) || start <= range.start || start >= range.end) return []
    if (start - (last.get(moment.lane) ?? Number.NEGATIVE_INFINITY) < apart) return []
    last.set(moment.lane, start)
    return [createMark(placed, range)]
  })
}

/** Couples `data-yoke-marks`: a mark in this element for each moment, at its place along it. */
export const coupleMarks = (element: HTMLElement, yoke: YokeView): Coupling => {
  const lane = attributeOf(element, 'data-yoke-marks') ?? ''
  SHEET.adopt(rootOf(element) as Document | ShadowRoot)
  element.parentElement?.setAttribute('data-yoke-track', '')
  element.setAttribute('aria-hidden', 'true')
  const draw = (): void => {
    const range = playableRange(yoke.snapshot)
    const isDrawable = range && Number.isFinite(range.end) && range.end > range.start
    element.replaceChildren(...(isDrawable ? marksOf(yoke.moments?.all ?? [], lane, range) : []))
  }
  const stops = [
    yoke.subscribe(({ moments }) => moments?.all, draw),
    yoke.subscribe(({ snapshot }) => JSON.stringify(playableRange(snapshot)), draw)
  ]
  draw()
  return {
    release: () => {
      for (const stop of stops) stop()
      element.replaceChildren()
      element.removeAttribute('aria-hidden')
    }
  }
}
