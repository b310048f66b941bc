/** A part of the picture in which cues scroll, by the names of `VTTRegion` (WebVTT, "VTTRegion objects"). */
export interface Region {
  readonly id: string
  /** Percent of the picture's width, 0 to 100. */
  readonly width: number
  /** Height, in lines of text. */
  readonly lines: number
  /** The point of the region that stands on the viewport anchor, in percent of the region, 0 to 100. */
  readonly regionAnchorX: number
  readonly regionAnchorY: number
  /** Where that point stands, in percent of the picture, 0 to 100. */
  readonly viewportAnchorX: number
  readonly viewportAnchorY: number
  /** `up`: new lines come in at the foot and push the others up. */
  readonly scroll: '' | 'up'
}

/** A piece of timed text, by the names of `VTTCue` (WebVTT, "VTTCue objects"). */
export interface Cue {
  readonly id: string
  /** Seconds, inclusive. */
  readonly startTime: number
  /** Seconds, exclusive; `Infinity` for a cue that stays. */
  readonly endTime: number
  readonly pauseOnExit: boolean
  /** `''` horizontal, `rl` vertical growing to the left, `lr` vertical growing to the right. */
  readonly vertical: '' | 'rl' | 'lr'
  /** Whether {@link line} counts lines of text rather than percent. */
  readonly snapToLines: boolean
  /** A line (negative from the far end), or percent from 0 to 100 without `snapToLines`. */
  readonly line: number | 'auto'
  readonly lineAlign: 'start' | 'center' | 'end'
  /** Percent from 0 to 100. */
  readonly position: number | 'auto'
  readonly positionAlign: 'line-left' | 'center' | 'line-right' | 'auto'
  /** Width of the cue's box, or height of a vertical one, in percent from 0 to 100. */
  readonly size: number
  readonly align: 'start' | 'center' | 'end' | 'left' | 'right'
  readonly region: Region | null
  /** As written, with its tags: see {@link parseCueText}. */
  readonly text: string
}

/** What many cues of a file have in common: all but their times and words. */
export type CueSettings = Omit<Cue, 'id' | 'startTime' | 'endTime' | 'text'>

/** What a cue is before its settings say otherwise (WebVTT, "Text track cue"). */
export const PLAIN_SETTINGS: CueSettings = {
  pauseOnExit: false,
  vertical: '',
  snapToLines: true,
  line: 'auto',
  lineAlign: 'start',
  position: 'auto',
  positionAlign: 'auto',
  size: 100,
  align: 'center',
  region: null
}

/** Written out: to spread the settings would take a good part of the time of reading a file. */
export const cueOf = (id: string, startTime: number, endTime: number, settings: CueSettings, text: string): Cue =>
  Object.freeze({
    id,
    startTime,
    endTime,
    pauseOnExit: settings.pauseOnExit,
    vertical: settings.vertical,
    snapToLines: settings.snapToLines,
    line: settings.line,
    lineAlign: settings.lineAlign,
    position: settings.position,
    positionAlign: settings.positionAlign,
    size: settings.size,
    align: settings.align,
    region: settings.region,
    text
  })

/** A cue of no length at 0, with every setting as it is by itself. */
export const DEFAULT_CUE: Cue = cueOf('', 0, 0, PLAIN_SETTINGS, '')

/** What a region is before its settings say otherwise (WebVTT, "VTTRegion objects"). */
export const DEFAULT_REGION: Region = {
  id: '',
  width: 100,
  lines: 3,
  regionAnchorX: 0,
  regionAnchorY: 100,
  viewportAnchorX: 0,
  viewportAnchorY: 100,
  scroll: ''
}

/** A cue from what is known of it; the rest is as {@link DEFAULT_CUE} has it. */
export const createCue = (known: Partial<Cue>): Cue => ({ ...DEFAULT_CUE, ...known })

/** A comment (`NOTE`), kept so that a file can be written anew without losing it. */
export interface Comment {
  /** How many cues stand before it. */
  readonly cuesBefore: number
  /** As written, without the word `NOTE`. */
  readonly text: string
}

/** What a WebVTT file holds. */
export interface VttFile {
  /** What stands behind `WEBVTT` on the first line, and the lines right under it. */
  readonly header: string
  readonly cues: readonly Cue[]
  readonly regions: readonly Region[]
  /** The CSS of each `STYLE` block, as written. */
  readonly styles: readonly string[]
  readonly comments: readonly Comment[]
}
