import { type LayoutEntry, layoutFor, PICTURE_LAYOUTS, PLACES, type Place, type WrittenLayout } from 'yokewright/core'
import type { PresetLayout } from 'yokewright/presets'

/** Where a control may stand: the row at the top, a row of the bar by its number, or a place over the picture. */
export type Zone = 'top' | `row ${number}` | Place

/** A control where it stands; the id is the same as long as the layout has as many of its kind before it. */
export interface Placed {
  readonly id: string
  readonly entry: LayoutEntry
}

/** What players have whose preset says no layouts. */
export const USUAL_LAYOUTS: readonly PresetLayout[] = PICTURE_LAYOUTS

type WrittenEntry = WrittenLayout['rows'][number][number]

const asEntry = (written: WrittenEntry): LayoutEntry => (typeof written === 'string' ? { control: written } : written)

/** As short as it can be written. */
const asWritten = (entry: LayoutEntry): WrittenEntry =>
  'slot' in entry || entry.by !== undefined ? entry : entry.control

/** `skip -10`, `play-pause`, `slot share`: one kind of control. */
export const kindOf = (entry: LayoutEntry): string =>
  'slot' in entry ? `slot ${entry.slot}` : entry.by === undefined ? entry.control : `${entry.control} ${entry.by}`

/** All zones of a layout with what stands in them, in the order in which they are read. */
export const zonesOf = (layout: PresetLayout): ReadonlyMap<Zone, readonly Placed[]> => {
  const counts = new Map<string, number>()
  const place = (written: readonly WrittenEntry[]): readonly Placed[] =>
    written.map(each => {
      const entry = asEntry(each)
      const kind = kindOf(entry)
      const count = (counts.get(kind) ?? 0) + 1
      counts.set(kind, count)
      return { id: count === 1 ? kind : `${kind} #${count}`, entry }
    })
  const zones: (readonly [Zone, readonly WrittenEntry[]])[] = [
    ['top', layout.top ?? []],
    ...PLACES.map(name => [name, layout.places?.[name] ?? []] as const),
    ...layout.rows.map((row, index) => [`row ${index}`, row] as const)
  ]
  return new Map(zones.map(([zone, row]) => [zone, place(row)]))
}

/** A layout from its zones. Rows and places without anything are left out; one row stays. */
const fromZones = (layout: PresetLayout, zones: ReadonlyMap<Zone, readonly LayoutEntry[]>): PresetLayout => {
  const { top: _, rows: __, places: ___, ...others } = layout
  const written = (zone: Zone): readonly WrittenEntry[] => (zones.get(zone) ?? []).map(asWritten)
  const rows = [...zones.keys()]
    .filter(zone => zone.startsWith('row '))
    .map(written)
    .filter(row => row.length > 0)
  const places = PLACES.map(name => [name, written(name)] as const).filter(([, row]) => row.length > 0)
  const top = written('top')
  return {
    ...others,
    ...(top.length > 0 && { top }),
    rows,
    ...(places.length > 0 && { places: Object.fromEntries(places) })
  }
}

/** Puts controls at a place of a zone; those that stood elsewhere in the layout leave there. */
export const put = (
  layout: PresetLayout,
  what: readonly Placed[],
  zone: Zone,
  before: string | undefined
): PresetLayout => {
  const ids = new Set(what.map(({ id }) => id))
  const zones = new Map<Zone, readonly LayoutEntry[]>()
  const placed = zonesOf(layout)
  for (const [each, row] of placed.has(zone) ? placed : [...placed, [zone, []] as const]) {
    const staying = row.filter(({ id }) => !ids.has(id))
    if (each !== zone) {
      zones.set(
        each,
        staying.map(({ entry }) => entry)
      )
      continue
    }
    // What it is put before may be moved itself: then before the next one that stays.
    const from = row.findIndex(({ id }) => id === before)
    const next = from < 0 ? undefined : row.slice(from).find(({ id }) => !ids.has(id))
    const at = next ? staying.indexOf(next) : staying.length
    zones.set(
      each,
      [...staying.slice(0, at), ...what, ...staying.slice(at)].map(({ entry }) => entry)
    )
  }
  return fromZones(layout, zones)
}

/**
 * Where a control is that was put into a zone: rows that became empty are gone, and those behind them have other numbers.
 * @param layout as it was before.
 */
export const landing = (
  layout: PresetLayout,
  next: PresetLayout,
  { id, entry }: Placed,
  zone: Zone
): { readonly id: string; readonly zone: Zone } | undefined => {
  const [, number] = zone.split(' ')
  const before = [...zonesOf(layout)].filter(
    ([each, row]) =>
      each.startsWith('row ') && Number(each.split(' ')[1]) < Number(number) && row.some(one => one.id !== id)
  )
  const there: Zone = number === undefined ? zone : `row ${before.length}`
  const found = zonesOf(next)
    .get(there)
    ?.findLast(each => kindOf(each.entry) === kindOf(entry))
  return found && { id: found.id, zone: there }
}

/** Takes controls out of a layout. */
export const takeOut = (layout: PresetLayout, ids: ReadonlySet<string>): PresetLayout =>
  fromZones(
    layout,
    new Map(
      [...zonesOf(layout)].map(([zone, row]) => [zone, row.filter(({ id }) => !ids.has(id)).map(({ entry }) => entry)])
    )
  )

/** Puts another entry in the place of one: a skip by another number of seconds. */
export const change = (layout: PresetLayout, id: string, next: LayoutEntry): PresetLayout =>
  fromZones(
    layout,
    new Map([...zonesOf(layout)].map(([zone, row]) => [zone, row.map(each => (each.id === id ? next : each.entry))]))
  )

/** Where a control stands. */
export const whereIs = (
  layout: PresetLayout,
  id: string
): { readonly zone: Zone; readonly at: number; readonly row: readonly Placed[] } | undefined => {
  for (const [zone, row] of zonesOf(layout)) {
    const at = row.findIndex(each => each.id === id)
    if (at >= 0) return { zone, at, row }
  }
  return undefined
}

/** Moves a control by so many places within its row. */
export const shift = (layout: PresetLayout, id: string, by: -1 | 1): PresetLayout => {
  const found = whereIs(layout, id)
  const one = found?.row[found.at]
  const next = found?.row[found.at + by]
  if (!found || !one || !next) return layout
  return put(layout, [one], found.zone, by < 0 ? next.id : found.row[found.at + 2]?.id)
}

/** What a layout is for, in words: `sound, from 460 px`. */
export const layoutName = (layout: PresetLayout): string =>
  `${kindsOf(layout).join(' + ') || 'any'}, from ${layout.from ?? 0} px`

/** The kinds that a layout is for, as a list. */
export const kindsOf = ({ for: kinds = [] }: PresetLayout): readonly LayoutKind[] =>
  typeof kinds === 'string' ? [kinds] : kinds

/** What a layout may be for. */
export type LayoutKind = Exclude<NonNullable<PresetLayout['for']>, readonly unknown[]>

/** The number of the layout that a player has, by what it shows and how wide it is, in pixels; -1 where none serves. */
export const servingLayout = (
  layouts: readonly PresetLayout[],
  media: readonly LayoutKind[],
  width: number
): number => {
  const fitting = layouts.filter(layout => kindsOf(layout).every(kind => media.includes(kind)))
  const most = Math.max(...fitting.map(layout => kindsOf(layout).length))
  const rising = fitting
    .filter(layout => kindsOf(layout).length === most)
    .sort(({ from: one = 0 }, { from: other = 0 }) => one - other)
  // Only which of them it is matters here, not how its entries are written.
  const found = layoutFor(rising as Parameters<typeof layoutFor>[0], width)
  return layouts.indexOf(found as PresetLayout)
}

const OF_PICTURES: readonly string[] = ['fullscreen', 'picture-in-picture', 'step-frame']
const OF_AN_END: readonly string[] = ['duration', 'remaining-time', 'loop', 'restart']

/** Why a control would never be seen in a layout; `''` where it would. */
export const whyAbsent = (layout: PresetLayout, entry: LayoutEntry): string => {
  if ('slot' in entry) return ''
  const kinds = kindsOf(layout)
  if (kinds.includes('sound') && OF_PICTURES.includes(entry.control)) return 'Sound has none.'
  if (kinds.includes('live') && OF_AN_END.includes(entry.control)) return 'What is live has no end.'
  if (kinds.includes('hosted') && entry.control === 'picture-in-picture') return 'A service shows no floating window.'
  return ''
}

/** How a zone is called. */
export const zoneName = (zone: Zone): string => {
  const [, number] = zone.split(' ')
  if (number !== undefined) return `Row ${Number(number) + 1}`
  const words = zone.replace('-', ' ')
  return zone === 'pause' ? 'Centre, while paused' : words.charAt(0).toUpperCase() + words.slice(1)
}
