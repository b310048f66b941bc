import { SHORTCUTS, type Shortcut } from '../../core/playback/shortcuts.ts'
import { initialSnapshot, type PlayerContext } from '../../core/playback/snapshot.ts'
import type { StartSettings } from '../../core/settings/settings.ts'
import type { MomentEntry } from '../../core/time/moments.ts'
import { BASIC_WORDS, type BasicWords } from '../../core/words/basic.ts'
import type { GivenSource } from '../../media/source-port.ts'
import type { TrackEntry } from '../captions/track-source.ts'

/** How a yoke behaves. */
export interface YokeConduct {
  /** The element that fills the screen, with all its controls. Default: the bound element that holds the media. */
  readonly container: Element | undefined
  /** Seconds without pointer, key or focus after which a playing player is `idle`; `Infinity`: never. Default 2.5. */
  readonly hideAfter: number
  /** Keys that work while focus is in a bound element. */
  readonly shortcuts: readonly Shortcut[]
  /** Whether clicks and taps on {@link picture} mean something. Default false; true for `<yoke-player>`. */
  readonly gestures: boolean
  /** The element that shows the media. */
  readonly picture: Element | undefined
  /** What sliders and readouts say. */
  readonly words: BasicWords
  /** Seconds without any data after which a source is left for the next one. Default 10. */
  readonly sourceTimeout: number
  /** Choose the smallest of several sizes. Default: what the browser says that its user wishes. */
  readonly saveData: boolean | undefined
  /** How playback begins; what is left out stays as it is. */
  readonly start: StartSettings
  /** When this one begins to sound, others that are `solo` pause. Default false. */
  readonly solo: boolean
}

/** Conduct as it may be given: `undefined` takes a setting back. */
type GivenConduct = { readonly [Key in keyof YokeConduct]?: YokeConduct[Key] | undefined }

/** What may be set of a yoke. `undefined` takes back what was set, and the default holds again. */
export interface YokeSettings extends GivenConduct {
  /** The rates on offer. Default 0.5, 0.75, 1, 1.25, 1.5, 2. */
  readonly playbackRates?: readonly number[] | undefined
  /** Frames a second, for `step-frame`. */
  readonly frameRate?: number | undefined
  /** What plays, in words: for readouts, the lock screen, and what screen readers call the player. */
  readonly title?: string | undefined
  /** Labelled points of the timeline, for the value `moment`. */
  readonly moments?: readonly MomentEntry[] | undefined
  /** Text tracks, beside those of the markup. */
  readonly tracks?: readonly TrackEntry[] | undefined
  /** What to play, in place of the sources of the markup: the first of these that truly plays. A chosen file is a source too. */
  readonly sources?: readonly GivenSource[] | undefined
}

export const DEFAULT_CONDUCT: YokeConduct = {
  container: undefined,
  hideAfter: 2.5,
  shortcuts: SHORTCUTS,
  gestures: false,
  picture: undefined,
  words: BASIC_WORDS,
  sourceTimeout: 10,
  saveData: undefined,
  start: {},
  solo: false
}

export const mergeConduct = (conduct: YokeConduct, settings: YokeSettings): YokeConduct => {
  const merged: Record<string, unknown> = { ...conduct }
  for (const [key, value] of Object.entries(settings))
    if (Object.hasOwn(DEFAULT_CONDUCT, key)) merged[key] = value ?? DEFAULT_CONDUCT[key as keyof YokeConduct]
  if (settings.start) merged.start = { ...conduct.start, ...settings.start }
  return merged as unknown as YokeConduct
}

const DEFAULT_RATES: readonly number[] = initialSnapshot.playbackRates

/** The names of all settings. */
export const SETTING_NAMES: ReadonlySet<string> = new Set([
  ...Object.keys(DEFAULT_CONDUCT),
  'playbackRates',
  'frameRate',
  'title',
  'moments',
  'tracks',
  'sources'
])

/** The settings that are facts about what plays, but for the moments. */
export const readContext = (settings: YokeSettings): Partial<PlayerContext> => {
  const { playbackRates = DEFAULT_RATES, frameRate, title = '' } = settings
  return {
    ...('playbackRates' in settings && {
      playbackRates: playbackRates.filter(rate => rate > 0).sort((a, b) => a - b)
    }),
    ...('frameRate' in settings && { frameRate }),
    ...('title' in settings && { title })
  }
}
