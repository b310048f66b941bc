import type { Layout } from '../../core/layout/layouts.ts'
import type { Moment } from '../../core/moments/read-moments.ts'
import type { Shortcut } from '../../core/playback/shortcuts.ts'
import type { Repeat } from '../../core/playlist/repeats.ts'
import type {
  DataSettings,
  DockSettings,
  ReportSettings,
  ResumeSettings,
  StartSettings
} from '../../core/settings/settings.ts'
import type { BasicWords } from '../../core/words/basic.ts'
import type { GivenSource } from '../../media/source-port.ts'
import type { TrackEntry } from '../../media/text-tracks.ts'

/** What may be set of a yoke. `undefined` takes back what was set, and what a weaker place says holds again. */
export interface YokeSettings extends DataSettings {
  /** The element that fills the screen, with all its controls. Default: the bound element that holds the media. */
  readonly container?: Element | undefined
  /** The element that shows the media. Default: the surface of the media. */
  readonly picture?: Element | undefined
  /** What to play, in place of the sources of the markup: the first of these that truly plays. A chosen file is a source too. */
  readonly sources?: readonly GivenSource[] | undefined
  /** Text tracks, beside those of the markup. */
  readonly tracks?: readonly TrackEntry[] | undefined
  /** What sliders and readouts say. */
  readonly words?: BasicWords | undefined
}

/** The settings that hold, with what was left out filled in. */
export interface SettledSettings extends Omit<YokeSettings, 'layouts' | 'moments' | 'shortcuts'> {
  readonly backdrop: boolean
  readonly controls: boolean
  readonly debug: boolean
  readonly dock: DockSettings
  readonly dropFiles: boolean
  readonly gestures: boolean
  readonly hideAfter: number
  readonly layouts: readonly Layout[] | undefined
  readonly loading: 'eager' | 'lazy'
  readonly loop: boolean
  readonly measures: boolean
  readonly moments: readonly Moment[]
  readonly muted: boolean
  readonly playbackRates: readonly number[]
  readonly repeat: Repeat
  readonly report: ReportSettings
  readonly resume: ResumeSettings
  /** `undefined`: those of the library. */
  readonly shortcuts: readonly Shortcut[] | undefined
  readonly shuffle: boolean
  readonly solo: boolean
  readonly sourceTimeout: number
  readonly start: StartSettings
  readonly title: string
  readonly tracks: readonly TrackEntry[]
  readonly without: readonly string[]
  readonly words: BasicWords
}
