import { type Fault, fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { CONTROL_NAMES, type ControlEntry, type ControlName, type Layout, type WrittenLayout } from './layouts.ts'

/** Whether a word is a control's name. */
const isControlName = (name: unknown): name is ControlName => (CONTROL_NAMES as readonly unknown[]).includes(name)

const unreadable = (sentence: string): Fault =>
  fault('layout-unreadable', sentence, 'write [{ "from": 0, "rows": [["play-pause", "seek-bar"]] }]')

/** The fault of a control that nobody knows, with the name that was probably meant. */
export const unknownControl = (name: unknown): Fault => {
  const nearest = nearestName(String(name), CONTROL_NAMES)
  return fault(
    'control-unknown',
    `There is no control “${String(name)}”.`,
    nearest ? `did you mean ${nearest}?` : `there are ${CONTROL_NAMES.join(', ')}`
  )
}

const readEntry = (written: unknown): Result<ControlEntry> => {
  const { control = written, by } = (typeof written === 'object' && written ? written : {}) as Partial<ControlEntry>
  if (!isControlName(control)) return refuse(unknownControl(control))
  return succeed(Number.isFinite(by) ? { control, by: Number(by) } : { control })
}

const readLayout = (written: unknown): Result<Layout> => {
  const { from = 0, rows } = (written ?? {}) as Partial<WrittenLayout>
  if (!Array.isArray(rows) || !rows.every(Array.isArray)) return refuse(unreadable('A layout needs rows of controls.'))
  if (!Number.isFinite(from)) return refuse(unreadable(`A layout's from is a width in pixels, not “${String(from)}”.`))
  const read: ControlEntry[][] = []
  for (const row of rows as unknown[][]) {
    const entries = row.map(readEntry)
    const wrong = entries.find(entry => !entry.ok)
    if (wrong && !wrong.ok) return wrong
    read.push(entries.flatMap(entry => (entry.ok ? [entry.value] : [])))
  }
  return succeed({ from, rows: read })
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
