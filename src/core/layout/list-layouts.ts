import { type ControlName, type Layout, type LayoutEntry, layout, PICTURE_LAYOUTS } from './layouts.ts'

const row = (...names: readonly ControlName[]): readonly LayoutEntry[] => names.map(control => ({ control }))

/** The layouts of a player for sound that has a playlist. */
export const SOUND_LIST_LAYOUTS: readonly Layout[] = [
  layout(
    0,
    ['title'],
    ['artist'],
    ['seek-bar'],
    ['previous', 'play-pause', 'next', 'clock', 'gap', 'muted', 'settings']
  ),
  layout(
    460,
    ['title'],
    ['artist'],
    ['previous', 'play-pause', 'next', 'seek-bar', 'clock', 'volume', 'shuffle', 'repeat', 'settings']
  )
]

/** The layouts of a player with a picture that has a playlist: those of any other, and what goes through the list. */
export const PICTURE_LIST_LAYOUTS: readonly Layout[] = PICTURE_LAYOUTS.map(({ rows, ...rest }) => ({
  ...rest,
  rows: rows.map(entries =>
    entries.flatMap(entry => {
      if (!('control' in entry)) return [entry]
      if (entry.control === 'play-pause') return row('previous', 'play-pause', 'next')
      return entry.control === 'settings' ? row('playlist', 'settings') : [entry]
    })
  )
}))
