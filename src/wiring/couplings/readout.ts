import { FORMATS } from '../../core/markup/formats.ts'
import { playableRange } from '../../core/playback/snapshot.ts'
import { VALUES } from '../../core/playback/values.ts'
import { formatClock, formatDatetime, UNKNOWN_CLOCK } from '../../core/time/clock.ts'
import { fractionOf } from '../../core/time/scale.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { isTag } from '../scope/nodes.ts'
import type { Coupling, PlainValue, YokeView } from '../yoke/yoke-view.ts'
import type { BoundValue } from './bound-value.ts'

type Format = (typeof FORMATS)[number] | 'plain'

/** What stands for a number that is not known. */
const UNKNOWN = UNKNOWN_CLOCK[0] ?? ''

const readFormat = (element: Element, value: BoundValue, yoke: YokeView): Format => {
  const written = element.getAttribute('data-yoke-format')
  if (written === null) return value.kind === 'time' ? 'clock' : value.kind === 'fraction' ? 'percent' : 'plain'
  const format = FORMATS.find(name => name === written)
  if (format) return format
  tellMistake(yoke, element, ({ unknownName }) =>
    unknownName('format-unknown', 'data-yoke-format', written, 'format', FORMATS)
  )
  return 'plain'
}

const isKnown = (value: PlainValue): value is number => typeof value === 'number' && !Number.isNaN(value)

/** As a share, from 0 to 1: a time of the playable range, in which a place counts from its start. */
const shareOf = (now: number, { kind, name }: BoundValue, { snapshot }: YokeView): number | undefined => {
  if (kind !== 'time') return now
  const range = Number.isFinite(snapshot.duration) ? playableRange(snapshot) : undefined
  if (!range || range.end <= range.start) return undefined
  const isPlace = name === 'current-time' || name === 'pointer-time'
  return isPlace ? fractionOf({ min: range.start, max: range.end }, now) : now / (range.end - range.start)
}

/** The text of a value; `NaN`, `undefined` and `Infinity` never get into it. */
const textOf = (value: PlainValue, format: Format, bound: BoundValue, yoke: YokeView): string => {
  const { live } = yoke.settings.words
  if (format === 'clock' && (value === undefined || typeof value === 'number')) {
    return formatClock(value, { widest: VALUES.duration(yoke.snapshot) ?? 0, live })
  }
  if (typeof value !== 'number' && value !== undefined) return String(value)
  if (bound.kind === 'date' && value) return new Date(value).toLocaleTimeString(yoke.settings.words.lang)
  if (!isKnown(value)) return format === 'plain' ? '' : UNKNOWN
  if (!Number.isFinite(value)) return formatClock(value, { live })
  if (format === 'percent') {
    const share = shareOf(value, bound, yoke)
    return share === undefined ? UNKNOWN : `${Math.round(share * 100)}%`
  }
  return format === 'seconds' ? value.toFixed(1) : String(Math.round(value * 100) / 100)
}

/** Writes a text without adding or removing nodes, where there is one to write into. */
const write = (element: Element, text: string): void => {
  const { firstChild } = element
  if (firstChild && firstChild === element.lastChild && firstChild.nodeType === Node.TEXT_NODE)
    (firstChild as Text).data = text
  else element.textContent = text
}

/** `<progress>` and `<meter>` take a number and its most; empty while that is unknown. */
const coupleGauge = (gauge: HTMLProgressElement | HTMLMeterElement, value: BoundValue, yoke: YokeView): Coupling => {
  const share = (seen: YokeView): number => {
    const now = value.read(seen)
    const fraction = isKnown(now) ? (shareOf(now, value, seen) ?? 0) : 0
    return Math.round(Math.min(1, fraction) * 1000) / 1000
  }
  const show = (fraction: number): void => {
    gauge.value = fraction
  }
  gauge.max = 1
  show(share(yoke))
  return { release: yoke.subscribe(share, show) }
}

/** Couples a readout: text that screen readers can read and do not announce at each change. */
export const coupleReadout = (element: HTMLElement, value: BoundValue, yoke: YokeView): Coupling => {
  if (isTag(element, 'progress') || isTag(element, 'meter')) return coupleGauge(element, value, yoke)
  const format = readFormat(element, value, yoke)
  // An <output> is a live region by itself: a clock in it would be read aloud each second.
  if (element.localName === 'output' && !element.hasAttribute('aria-live')) element.setAttribute('aria-live', 'off')
  const text = (seen: YokeView): string => textOf(value.read(seen), format, value, seen)
  const show = (words: string): void => {
    write(element, words)
    const now = value.read(yoke)
    if (isTag(element, 'time') && isKnown(now) && Number.isFinite(now))
      element.dateTime = value.kind === 'date' ? (new Date(now).toJSON() ?? '') : formatDatetime(Math.floor(now))
  }
  show(text(yoke))
  return { release: yoke.subscribe(text, show) }
}
