import { type Layout, layout } from './layouts.ts'

/** The layouts of a player for sound alone. */
export const SOUND_LAYOUTS: readonly Layout[] = [
  layout(0, ['title'], ['play-pause', 'seek-live', 'seek-bar', 'current-time', 'muted', 'settings']),
  layout(
    460,
    ['title'],
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
  )
]
