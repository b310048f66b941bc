/** Controls that only a player with a playlist shows. */
export const OF_LISTS = ['previous', 'next', 'playlist', 'repeat', 'shuffle', 'artist'] as const

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
  'quality',
  'audio-track',
  'captions',
  'loop',
  'picture-in-picture',
  'fullscreen',
  'title',
  'gap',
  'settings',
  ...OF_LISTS
] as const

/** One of {@link CONTROL_NAMES}. */
export type ControlName = (typeof CONTROL_NAMES)[number]

/** A control in a row; `by` is how far a `skip` (seconds) or a `step-frame` (frames) goes. */
export interface ControlEntry {
  readonly control: ControlName
  readonly by?: number
}

/** A piece of the author's own in a row: the child of the player that has this `slot`. */
export interface PieceEntry {
  readonly slot: string
}

/** What stands in a row. */
export type LayoutEntry = ControlEntry | PieceEntry

/** Where over the picture a row may stand. `pause`: in the middle, while the player is paused after its start. */
export const PLACES = ['centre', 'top-start', 'top-end', 'bottom-start', 'bottom-end', 'pause'] as const

/** One of {@link PLACES}. */
export type Place = (typeof PLACES)[number]

/** What a layout says, with entries of one form. */
interface LayoutOf<Entry> {
  /** The player's own width in CSS pixels from which this layout serves. Default 0. */
  readonly from?: number
  /** A row at the top of the picture. */
  readonly top?: readonly Entry[]
  readonly rows: readonly (readonly Entry[])[]
  /** Rows elsewhere over the picture. */
  readonly places?: { readonly [Each in Place]?: readonly Entry[] }
  /** Whether the bar lies over the picture or stands under it, where it stays. Default `over`. */
  readonly bar?: 'over' | 'under'
  /** The shape of the picture, as CSS `aspect-ratio` has it: `9 / 16`. Default: its own. */
  readonly ratio?: string
}

/** Rows of controls for players from a width on. */
export type Layout = LayoutOf<LayoutEntry>

/** As authors write it: a control may be its name alone. */
export type WrittenLayout = LayoutOf<ControlName | LayoutEntry>

/** What plays stands in the top corner. */
const TITLE = { top: [{ control: 'title' }] } as const

/** A layout of rows whose controls may be their names alone. */
export const layout = (from: number, ...rows: readonly (readonly (ControlName | ControlEntry)[])[]): Layout => ({
  from,
  rows: rows.map(row => row.map(entry => (typeof entry === 'string' ? { control: entry } : entry)))
})

/** The layouts of a player with a picture. */
export const PICTURE_LAYOUTS: readonly Layout[] = [
  { ...layout(0, ['seek-bar'], ['play-pause', 'clock', 'gap', 'muted', 'settings', 'fullscreen']), ...TITLE },
  {
    ...layout(
      460,
      ['seek-bar'],
      ['play-pause', 'volume', 'clock', 'seek-live', 'gap', 'captions', 'settings', 'fullscreen']
    ),
    ...TITLE
  },
  {
    ...layout(
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
    ),
    ...TITLE
  }
]

/** The layout for a width: the last one that begins at or below it, else the narrowest. */
export const layoutFor = (layouts: readonly Layout[], width: number): Layout | undefined =>
  layouts.filter(({ from = 0 }) => from <= width).at(-1) ?? layouts[0]
