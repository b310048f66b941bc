import { useState } from 'react'
import { CONTROL_NAMES, type ControlName, type LayoutEntry } from 'yokewright/core'
import type { PresetLayout } from 'yokewright/presets'
import { valueAt, withValue } from '../core/documents.ts'
import {
  change,
  landing,
  type Placed,
  put,
  servingLayout,
  takeOut,
  USUAL_LAYOUTS,
  whereIs,
  type Zone,
  zonesOf
} from '../core/layouts.ts'
import { replace } from '../core/workspace.ts'
import { useOpenPreset, useSessionState, useWorkshop } from '../state/hooks.ts'
import { SAMPLE_KINDS, useSampleWidths } from './sample-widths.ts'

/** Begins the ids of controls that are not in the layout. */
const SPARE = 'spare '

/** Where a control was put down. */
interface Landed {
  readonly id: string
  readonly zone: Zone
}

/** What layouts are edited with. */
export interface LayoutHand {
  readonly layouts: readonly PresetLayout[]
  readonly at: number
  readonly layout: PresetLayout
  readonly isLocked: boolean
  /** The layouts are those of the open preset, and not of one that it extends. */
  readonly isOwn: boolean
  /** The players on this page that have this layout now, in words. */
  readonly seenIn: readonly string[]
  /** The id of the control that is looked at. */
  readonly selected: string | undefined
  /** The id of the control that was put down last: it has the focus. A new object each time. */
  readonly landed: Landed | undefined
  /** Controls that stand nowhere; those that may stand in a layout more than once are always among them. */
  readonly spare: readonly Placed[]
  openLayout(at: number): void
  setLayouts(deed: string, layouts: readonly PresetLayout[] | undefined): void
  setLayout(deed: string, layout: PresetLayout): void
  select(id: string | undefined): void
  /** Puts controls somewhere: before one of a zone, or at its end; out of the layout where there is no zone. */
  drop(ids: readonly string[], zone: Zone | undefined, before: string | undefined): void
  /** Moves a control to the end of a zone, or out of the layout. */
  send(id: string, zone: Zone | undefined): void
  exchange(id: string, entry: LayoutEntry): void
}

const OFTEN: readonly LayoutEntry[] = [
  { control: 'skip', by: -10 },
  { control: 'skip', by: 10 },
  { control: 'step-frame', by: -1 },
  { control: 'step-frame', by: 1 },
  { control: 'gap' }
]

const spareOf = (layout: PresetLayout): readonly Placed[] => {
  const there = new Set(
    [...zonesOf(layout).values()].flat().flatMap(({ entry }) => ('control' in entry ? entry.control : []))
  )
  const seldom = CONTROL_NAMES.filter(
    name => !there.has(name) && !OFTEN.some(each => 'control' in each && each.control === name)
  )
  const entries: readonly LayoutEntry[] = [...seldom.map(control => ({ control })), ...OFTEN]
  return entries.map(entry => ({
    id: `${SPARE}${'control' in entry ? [entry.control, entry.by ?? ''].join(' ').trim() : ''}`,
    entry
  }))
}

const fromSpare = (id: string): Placed => {
  const [control, by] = id.slice(SPARE.length).split(' ')
  const entry = { control: control as ControlName, ...(by !== undefined && { by: Number(by) }) }
  return { id, entry }
}

export const useLayoutHand = (): LayoutHand => {
  const { session } = useWorkshop()
  const { resolved } = useSessionState()
  const { preset, isLocked } = useOpenPreset()
  const [wanted, setAt] = useState<number>()
  const [selected, select] = useState<string>()
  const [landed, setLanded] = useState<Landed>()
  const samples = useSampleWidths()
  const own = valueAt(preset, 'layouts') as readonly PresetLayout[] | undefined
  const layouts =
    own ?? (resolved.settled.get('layouts')?.value as readonly PresetLayout[] | undefined) ?? USUAL_LAYOUTS
  const served = samples.map(({ id, width }) => servingLayout(layouts, SAMPLE_KINDS[id] ?? [], width))
  const at = Math.max(0, Math.min(wanted ?? served[0] ?? 0, layouts.length - 1))
  const layout = layouts[at] ?? { rows: [] }
  const setLayouts: LayoutHand['setLayouts'] = (deed, next) =>
    session.edit(deed, now => replace(now, withValue(preset, 'layouts', next)), deed.startsWith('the width'))
  const setLayout: LayoutHand['setLayout'] = (deed, next) =>
    setLayouts(
      deed,
      layouts.map((each, index) => (index === at ? next : each))
    )
  const placedOf = (id: string): Placed | undefined => {
    if (id.startsWith(SPARE)) return fromSpare(id)
    const found = whereIs(layout, id)
    return found?.row[found.at]
  }
  /** @returns where the first of them stands now. */
  const move = (ids: readonly string[], zone: Zone | undefined, before: string | undefined): Landed | undefined => {
    const what = ids.flatMap(id => placedOf(id) ?? [])
    const next = zone === undefined ? takeOut(layout, new Set(ids)) : put(layout, what, zone, before)
    setLayout('where a control stands', next)
    const [first] = what
    const found = first && zone !== undefined ? landing(layout, next, first, zone) : undefined
    select(found?.id)
    return found
  }
  return {
    layouts,
    at,
    layout,
    isLocked,
    isOwn: own !== undefined,
    seenIn: samples.flatMap(({ name }, index) => (served[index] === at ? name : [])),
    landed,
    selected,
    spare: spareOf(layout),
    openLayout: setAt,
    setLayouts,
    setLayout,
    select,
    drop(ids, zone, before) {
      setLanded(move(ids, zone, before))
    },
    send: (id, zone) => void move([id], zone, undefined),
    exchange: (id, entry) => setLayout('a control', change(layout, id, entry))
  }
}
