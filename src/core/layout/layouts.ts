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

const layout = (from: number, ...rows: readonly (readonly (ControlName | ControlEntry)[])[]): Layout => ({
  from,
  rows: rows.map(row => row.map(entry => (typeof entry === 'string' ? { control: entry } : entry)))
})

/** The layouts of a player with a picture. */
export const PICTURE_LAYOUTS: readonly Layout[] = [
  layout(0, ['play-pause', 'seek-bar', 'muted', 'settings', 'fullscreen']),
  layout(460, ['play-pause', 'seek-live', 'seek-bar', 'clock', 'volume', 'captions', 'settings', 'fullscreen']),
  layout(
    700,
    ['seek-bar'],
    [
      'play-pause',
      { control: 'skip', by: -10 },
      { control: 'skip', by: 10 },
      'volume',
      'clock',
      'seek-live',
      'gap',
      'captions',
      'playback-rate',
      'picture-in-picture',
      'settings',
      'fullscreen'
    ]
  )
]

/** The layouts of a player for sound alone. */
export const SOUND_LAYOUTS: readonly Layout[] = [
  layout(0, ['play-pause', 'seek-live', 'seek-bar', 'current-time', 'muted', 'settings']),
  layout(460, [
    'play-pause',
    { control: 'skip', by: -10 },
    { control: 'skip', by: 10 },
    'seek-live',
    'seek-bar',
    'clock',
    'volume',
    'playback-rate',
    'settings'
  ])
]

/** The layout for a width: the last one that begins at or below it, else the narrowest. */
export const layoutFor = (layouts: readonly Layout[], width: number): Layout | undefined =>
  layouts.filter(({ from = 0 }) => from <= width).at(-1) ?? layouts[0]
