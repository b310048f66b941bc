import { type Fault, fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'

/** The ready-made player's controls, by name: the command or value that each serves, or what no command is. */
export const CONTROL_NAMES = [
  'play-pause',
  'stop',
  'restart',
  'skip',
  'step-frame',
  'seek-bar',
  'current-time',
  'duration',
  'remaining-time',
  'clock',
  'seek-live',
  'muted',
  'volume',
  'playback-rate',
  'captions',
  'loop',
  'picture-in-picture',
  'fullscreen',
  'title',
  'gap',
  'settings'
] as const

/** One of {@link CONTROL_NAMES}. */
export type ControlName = (typeof CONTROL_NAMES)[number]

/** A control in a row; `by` is how far a `skip` (seconds) or a `step-frame` (frames) goes. */
export interface ControlEntry {
  readonly control: ControlName
  readonly by?: number
}

/** Rows of controls for players from a width on. */
export interface Layout {
  /** The player's own width in CSS pixels from which this layout serves. Default 0. */
  readonly from?: number
  readonly rows: readonly (readonly ControlEntry[])[]
}

/** As authors write it: a control may be its name alone. */
export interface WrittenLayout {
  readonly from?: number
  readonly rows: readonly (readonly (ControlName | ControlEntry)[])[]
}

/** The layouts of a player with a picture. */
export const PICTURE_LAYOUTS: readonly WrittenLayout[] = [
  { rows: [['play-pause', 'seek-bar', 'muted', 'settings', 'fullscreen']] },
  {
    from: 460,
    rows: [['play-pause', 'seek-live', 'seek-bar', 'clock', 'volume', 'settings', 'fullscreen']]
  },
  {
    from: 700,
    rows: [
      ['seek-bar'],
      [
        'play-pause',
        { control: 'skip', by: -10 },
        { control: 'skip', by: 10 },
        'volume',
        'clock',
        'seek-live',
        'gap',
        'playback-rate',
        'picture-in-picture',
        'settings',
        'fullscreen'
      ]
    ]
  }
]

/** The layouts of a player for sound alone. */
export const SOUND_LAYOUTS: readonly WrittenLayout[] = [
  { rows: [['play-pause', 'seek-live', 'seek-bar', 'current-time', 'muted', 'settings']] },
  {
    from: 460,
    rows: [
      [
        'play-pause',
        { control: 'skip', by: -10 },
        { control: 'skip', by: 10 },
        'seek-live',
        'seek-bar',
        'clock',
        'volume',
        'playback-rate',
        'settings'
      ]
    ]
  }
]

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

/** The layout for a width: the last one that begins at or below it, else the narrowest. */
export const layoutFor = (layouts: readonly Layout[], width: number): Layout | undefined =>
  layouts.filter(({ from = 0 }) => from <= width).at(-1) ?? layouts[0]
