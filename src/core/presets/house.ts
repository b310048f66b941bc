import type { ControlEntry, ControlName } from '../layout/layouts.ts'
import type { LayoutKind } from './layout-kinds.ts'
import type { PresetLayout } from './layouts-for.ts'
import type { Preset } from './preset.ts'

/** `play-pause skip:-10 seek-bar` as a row. */
const row = (written: string): readonly ControlEntry[] =>
  written.split(' ').map(word => {
    const [control, by] = word.split(':') as [ControlName, string?]
    return by === undefined ? { control } : { control, by: Number(by) }
  })

/** A layout with the title at the top of the picture. */
const over = (from: number, ...rows: readonly string[]): PresetLayout => ({
  from,
  top: row('title'),
  rows: rows.map(row)
})

/** A layout for sound, or for another kind, with rows alone. */
const plain = (kind: LayoutKind, from: number, ...rows: readonly string[]): PresetLayout => ({
  for: kind,
  from,
  rows: rows.map(row)
})

const SOUND: readonly PresetLayout[] = [
  plain('sound', 0, 'title', 'play-pause seek-live seek-bar current-time muted settings'),
  plain('sound', 460, 'title', 'play-pause skip:-10 skip:10 seek-live seek-bar clock volume playback-rate settings')
]

const NARROW = 'play-pause clock gap muted settings fullscreen'

/**
 * The presets of the library. One with a version is never changed: a page that names it stays as it is. What is better comes
 * as the next version.
 */
export const HOUSE_PRESETS: readonly Preset[] = [
  {
    name: 'house:standard@1',
    label: 'Standard',
    controls: true,
    layouts: [
      over(0, 'seek-bar', NARROW),
      over(460, 'seek-bar', 'play-pause volume clock seek-live gap captions settings fullscreen'),
      over(
        700,
        'seek-bar',
        'play-pause skip:-10 skip:10 volume clock seek-live gap captions playback-rate picture-in-picture settings fullscreen'
      ),
      ...SOUND
    ]
  },
  {
    name: 'house:two-rows@1',
    label: 'Two rows',
    controls: true,
    layouts: [
      over(0, 'play-pause seek-bar', 'clock gap muted captions settings fullscreen'),
      over(
        460,
        'play-pause seek-bar clock',
        'skip:-10 skip:10 volume seek-live gap captions playback-rate picture-in-picture settings fullscreen'
      ),
      ...SOUND
    ]
  },
  {
    name: 'house:press-only@1',
    label: 'Press only',
    controls: true,
    layouts: [{ from: 0, rows: [row('play-pause')] }],
    without: ['settings'],
    hideAfter: 0.8,
    look: { backing: 'none', inset: 8 }
  },
  {
    name: 'house:lesson@1',
    label: 'Lesson',
    controls: true,
    layouts: [
      over(0, 'seek-bar', 'play-pause skip:-10 clock gap captions settings fullscreen'),
      over(560, 'seek-bar', 'play-pause skip:-10 skip:10 clock gap playback-rate captions volume settings fullscreen'),
      ...SOUND
    ],
    playbackRates: [0.5, 0.75, 0.9, 1, 1.25, 1.5],
    hideAfter: 4,
    captionLook: { backing: 'band', size: 1.1 }
  },
  { name: 'house:backdrop@1', label: 'Backdrop', backdrop: true },
  { name: 'house:sound@1', label: 'Sound', controls: true, layouts: SOUND },
  {
    name: 'house:upright@1',
    label: 'Upright',
    controls: true,
    layouts: [
      over(0, 'seek-bar', 'play-pause current-time gap muted captions settings fullscreen'),
      over(560, 'seek-bar', 'play-pause clock gap volume captions settings fullscreen'),
      ...SOUND
    ]
  },
  {
    name: 'house:hosted@1',
    label: 'Hosted video',
    controls: true,
    layouts: [
      over(0, 'seek-bar', NARROW),
      over(460, 'seek-bar', 'play-pause volume clock seek-live gap quality captions settings fullscreen'),
      ...SOUND
    ],
    preconnect: true
  },
  {
    name: 'house:quiet@1',
    label: 'Quiet',
    look: {
      accent: '#d8e4e2',
      backing: 'veil',
      controlSize: 36,
      handle: 'none',
      iconWeight: 1.5,
      inset: 6,
      radius: 4,
      track: 'hairline'
    }
  },
  {
    name: 'house:bold@1',
    label: 'Bold',
    look: {
      accent: '#f0b944',
      controlSize: 48,
      handle: 'square',
      handleSize: 26,
      iconWeight: 3,
      inset: 0,
      radius: 0,
      track: 'blocks',
      trackSize: 14
    }
  },
  {
    name: 'house:light@1',
    label: 'Light',
    look: {
      accent: '#0b6e4f',
      corner: 12,
      frame: 'shadow',
      ground: 'light',
      handle: 'round',
      handleSize: 14,
      inset: 12,
      radius: 16,
      trackSize: 4
    }
  }
]
