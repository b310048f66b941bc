import { type Fault, fault, type Result, refuse, succeed, textOf } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import {
  CONTROL_NAMES,
  type ControlName,
  type Layout,
  type LayoutEntry,
  PLACES,
  type WrittenLayout
} from './layouts.ts'

/** Whether a word is a control's name. */
const isControlName = (name: unknown): name is ControlName => (CONTROL_NAMES as readonly unknown[]).includes(name)

const unreadable = (sentence: string): Fault =>
  fault('layout-unreadable', sentence, 'write [{ "from": 0, "rows": [["play-pause", "seek-bar"]] }]')

/** The fault of a control that nobody knows, with the name that was probably meant. */
export const unknownControl = (name: unknown): Fault => {
  const nearest = nearestName(textOf(name), CONTROL_NAMES)
  return fault(
    'control-unknown',
    `There is no control “${textOf(name)}”.`,
    nearest ? `did you mean ${nearest}?` : `there are ${CONTROL_NAMES.join(', ')}`
  )
}

/** Keys of a layout; for what kind of media one is, presets say. */
const KEYS = ['from', 'for', 'top', 'rows', 'places', 'bar', 'ratio'] as const
/** What CSS takes as a name of a slot is what HTML takes: anything; this keeps to what can be read in a message. */
const SLOT = /^[^\s"'<>\\]{1,80}$/
const RATIO = /^\s*\d{1,5}(\.\d{1,5})?\s*(\/\s*\d{1,5}(\.\d{1,5})?\s*)?$/

const readEntry = (written: unknown): Result<LayoutEntry> => {
  const {
    control = written,
    by,
    slot
  } = (typeof written === 'object' && written ? written : {}) as { control?: unknown; by?: unknown; slot?: unknown }
  if (slot !== undefined && control === written)
    return typeof slot === 'string' && SLOT.test(slot)
      ? succeed({ slot })
      : refuse(unreadable(`A slot is the name of one, not “${textOf(slot)}”.`))
  if (!isControlName(control)) return refuse(unknownControl(control))
  return succeed(Number.isFinite(by) ? { control, by: Number(by) } : { control })
}

const readRow = (row: readonly unknown[]): Result<readonly LayoutEntry[]> => {
  const entries: LayoutEntry[] = []
  for (const written of row) {
    const entry = readEntry(written)
    if (!entry.ok) return entry
    entries.push(entry.value)
  }
  return succeed(entries)
}

/** What is wrong with the keys of a layout and their values, but for what stands in its rows. */
const faultOfLayout = (written: object): Fault | undefined => {
  const { from = 0, rows, top = [], places = {}, bar = 'over', ratio } = written as Partial<WrittenLayout>
  const unknown = Object.keys(written).find(key => !(KEYS as readonly string[]).includes(key))
  if (unknown !== undefined) {
    const nearest = nearestName(unknown, KEYS)
    const hint = nearest ? `did you mean ${nearest}?` : `there are ${KEYS.join(', ')}`
    return fault('layout-unreadable', `A layout has no “${unknown}”.`, hint)
  }
  if (!Array.isArray(rows) || !rows.every(Array.isArray)) return unreadable('A layout needs rows of controls.')
  if (!Number.isFinite(from)) return unreadable(`A layout's from is a width in pixels, not “${textOf(from)}”.`)
  if (!Array.isArray(top)) return unreadable("A layout's top is a row of controls.")
  const away =
    typeof places === 'object' && places
      ? Object.entries(places).find(
          ([name, row]) => !(PLACES as readonly string[]).includes(name) || !Array.isArray(row)
        )
      : ['places']
  if (away) {
    const hint = `places are ${PLACES.join(', ')}, with a row each: { "centre": ["play-pause"] }`
    return fault('layout-unreadable', `A layout has no row “${away[0]}” over the picture.`, hint)
  }
  if (bar !== 'over' && bar !== 'under')
    return fault(
      'layout-unreadable',
      `A layout's bar is over the picture or under it, not “${textOf(bar)}”.`,
      'write over or under'
    )
  if (ratio !== undefined && !(typeof ratio === 'string' && RATIO.test(ratio)))
    return fault('layout-unreadable', `A layout's ratio is a shape, not “${textOf(ratio)}”.`, 'write 9 / 16')
  return undefined
}

const readLayout = (written: unknown): Result<Layout> => {
  const layout = typeof written === 'object' && written !== null ? written : {}
  const reason = faultOfLayout(layout)
  if (reason) return refuse(reason)
  const { from = 0, rows, top, places, bar, ratio } = layout as WrittenLayout
  const placed = Object.entries(places ?? {})
  const read: (readonly LayoutEntry[])[] = []
  for (const row of [top ?? [], ...placed.map(([, row]) => row), ...rows]) {
    const entries = readRow(row)
    if (!entries.ok) return entries
    read.push(entries.value)
  }
  const [first = [], ...others] = read
  return succeed({
    from,
    ...(top && { top: first }),
    rows: others.slice(placed.length),
    ...(places && { places: Object.fromEntries(placed.map(([name], index) => [name, others[index] ?? []])) }),
    ...(bar && { bar }),
    ...(ratio && { ratio })
  })
}

/**
 * Reads layouts, as data or as JSON text, rising by width. Faults: `layout-unreadable`, `control-unknown`.
 */
export const tryReadLayouts = (written: string | readonly WrittenLayout[]): Result<readonly Layout[]> => {
  let data: unknown = written
  try {
    if (typeof written === 'string') data = JSON.parse(written)
  } catch (cause) {
    return refuse(unreadable(`Layouts are JSON, and this is not: ${String(cause)}.`))
  }
  if (!Array.isArray(data) || data.length === 0) return refuse(unreadable('Layouts are a list, with one at least.'))
  const layouts = data.map(readLayout)
  const wrong = layouts.find(layout => !layout.ok)
  if (wrong && !wrong.ok) return wrong
  return succeed(
    layouts.flatMap(layout => (layout.ok ? [layout.value] : [])).sort((a, b) => (a.from ?? 0) - (b.from ?? 0))
  )
}
