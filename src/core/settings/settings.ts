import type { CaptionLook } from '../captions/layout/look.ts'
import type { Corner } from '../layout/corners.ts'
import type { ControlName, Layout, WrittenLayout } from '../layout/layouts.ts'
import type { Moment, MomentEntry } from '../moments/read-moments.ts'
import type { Fit } from '../picture/fits.ts'
import type { Shortcut } from '../playback/shortcuts.ts'
import type { StartSound, StartWhen } from '../playback/start-choices.ts'
import type { Repeat } from '../playlist/repeats.ts'
import type { WatchReport } from '../watched/report.ts'
import type { ResumePosition } from '../watched/resume-positions.ts'

/** How playback begins. */
export interface StartSettings {
  /** Default `pressed`. */
  readonly when?: StartWhen | undefined
  /** Default `wanted`. */
  readonly sound?: StartSound | undefined
  /** Where: a time address. */
  readonly at?: string | number | undefined
  /** How loud, from 0 to 1. */
  readonly volume?: number | undefined
}

/** What is remembered of a clip on the viewer's device, and how it is gone back to. */
export interface ResumeSettings {
  /** Goes on where the clip was left: `at-once`, or when the viewer takes the offer. Default `off`: nothing is kept. */
  readonly position?: ResumePosition | undefined
  /** Remembers volume, mute and rate for all players of the site. Default false. */
  readonly settings?: boolean | undefined
  /** What is left sooner has hardly begun: seconds from its start. Default 10. */
  readonly afterStart?: number | undefined
  /** What is left later has been seen: seconds from its end. Default 15. */
  readonly beforeEnd?: number | undefined
  /** What is older is forgotten, in days. Default 90. */
  readonly days?: number | undefined
  /** What the clip is remembered by. Default: its address. */
  readonly key?: string | undefined
}

/** Whom reports of what was watched are given to: a function, or a store. A promise that is rejected is told. */
export type ReportTaker = ((report: WatchReport) => unknown) | ReportStore

/** Takes reports one by one. */
export interface ReportStore {
  /** Called with each report: a later one of the same visit takes an earlier one's place. */
  put(report: WatchReport): unknown
}

/** Reports of what was truly watched: none is made unless the page asks. */
export interface ReportSettings {
  /** The address that they are sent to (POST, JSON); by script also a function, or a store. */
  readonly to?: string | ReportTaker | undefined
  /** While it plays, one is made so often: seconds. Default 15. */
  readonly every?: number | undefined
}

/** How a player goes to a corner of its page. */
export interface DockSettings {
  /** `scrolled-away`: while it plays and its place is out of view. Default `never`. */
  readonly when?: 'never' | 'scrolled-away' | undefined
  /** Default `bottom-end`. */
  readonly corner?: Corner | undefined
  /** On narrow pages as well. Default false. */
  readonly narrow?: boolean | undefined
}

/** A layout as it may be given, and as it is once it has been read. */
type GivenLayout = WrittenLayout | Layout

/** Settings that are data: said by attributes, JSON and clip documents, and by script alike. */
export interface DataSettings {
  /** Plays by itself, if the browser lets it (HTML, `autoplay`). `start.when` says more. */
  readonly autoplay?: boolean | undefined
  /** A silent picture behind what stands in the player. */
  readonly backdrop?: boolean | undefined
  /** How captions look; the viewer's own choice wins. */
  readonly captionLook?: CaptionLook | undefined
  /** How the fields of a clip are called in the document that `src` names. */
  readonly clipFields?: object | undefined
  /** Draws the ready-made controls. */
  readonly controls?: boolean | undefined
  /** How other origins are asked (HTML, `crossorigin`). */
  readonly crossOrigin?: 'anonymous' | 'use-credentials' | '' | undefined
  /** Outlines the player and its controls. */
  readonly debug?: boolean | undefined
  /** How it goes to a corner of its page. */
  readonly dock?: DockSettings | undefined
  /** Files that are dropped on the player are what it plays. */
  readonly dropFiles?: boolean | undefined
  /** How poster and picture fill their box (CSS Images, "object-fit"). Default `contain`. */
  readonly fit?: Fit | undefined
  /** The point of the picture that stays in view: `50% 20%`, from its left and its top. */
  readonly focusPoint?: string | undefined
  /** Where an all-round picture is looked at from its middle: `120 -10 60`, heading, pitch and field of view in degrees. */
  readonly lookAt?: string | undefined
  /** `around` for an equirectangular picture that is to be looked about in. Default `flat`. Only a player shows it so. */
  readonly view?: 'flat' | 'around' | undefined
  /** Frames a second, for `step-frame`. */
  readonly frameRate?: number | undefined
  /** Whether clicks and taps on the picture mean something. Default false; true for `<yoke-player>`. */
  readonly gestures?: boolean | undefined
  /** Where the clip begins within its media: a time address, or seconds. */
  readonly from?: string | number | undefined
  /** Height of the picture, in pixels: keeps its space before anything loads. */
  readonly height?: number | undefined
  /** Seconds without pointer, key or focus after which a playing player is `idle`; `Infinity` (in JSON `never`): never. Default 2.5. */
  readonly hideAfter?: number | undefined
  /** Rows of ready-made controls, by width. */
  readonly layouts?: readonly GivenLayout[] | undefined
  /** `lazy`: nothing is fetched before the player is nearly in view. */
  readonly loading?: 'eager' | 'lazy' | undefined
  /** At its end, starts again (HTML, `loop`). */
  readonly loop?: boolean | undefined
  /** Keeps the measures for CSS. */
  readonly measures?: boolean | undefined
  /** Labelled points and stretches of the timeline: marks on the seek bar, rows of lists, the value `moment`. */
  readonly moments?: readonly (MomentEntry | Moment)[] | undefined
  /** Begins muted. */
  readonly muted?: boolean | undefined
  /**
   * What a picture-in-picture window holds: the picture, or the whole player with its controls and captions where the browser
   * has such windows (Document Picture-in-Picture). Default `media`.
   */
  readonly pictureInPicture?: 'media' | 'player' | undefined
  /** The rates on offer, each above 0. Default 0.5, 0.75, 1, 1.25, 1.5, 2. */
  readonly playbackRates?: readonly number[] | undefined
  /** A list to play: of clips, or the address of such a document. */
  readonly playlist?: string | object | undefined
  /** Plays in its place on phones (HTML, `playsinline`). */
  readonly playsInline?: boolean | undefined
  /** The address of the picture before the first play. */
  readonly poster?: string | undefined
  /** The frame at this time address is the poster. */
  readonly posterAt?: string | number | undefined
  /** The poster in several sizes, as on an `<img>`. */
  readonly posterSrcset?: string | undefined
  /** A connection to the service of a hosted clip may be opened when a pointer or focus comes to the player. */
  readonly preconnect?: boolean | undefined
  /** How much is fetched before playback (HTML, `preload`). */
  readonly preload?: 'none' | 'metadata' | 'auto' | '' | undefined
  /** The preset that it is linked to: its name, or the address of its document. */
  readonly preset?: string | undefined
  /** What follows an item of a playlist: nothing after the last one, the same again, or the first after the last. Default `off`. */
  readonly repeat?: Repeat | undefined
  /** Who is told what was watched. */
  readonly report?: ReportSettings | undefined
  /** What is remembered on the viewer's device. */
  readonly resume?: ResumeSettings | undefined
  /** Take the smallest of several sizes. Default: what the browser says that its user wishes. */
  readonly saveData?: boolean | undefined
  /** Keys that work while focus is in a bound element: `off`, keys that may stay, or keys with commands of your own. */
  readonly shortcuts?: 'off' | readonly (string | Shortcut)[] | undefined
  /** Plays the items of a playlist in an order by chance, every one once before any twice. Default false. */
  readonly shuffle?: boolean | undefined
  /** When this one begins to sound, others that are `solo` pause. Default false. */
  readonly solo?: boolean | undefined
  /** Seconds without any data after which a source is left for the next one. Default 10. */
  readonly sourceTimeout?: number | undefined
  /** The address to play; of a clip document, where it ends in `.json`. */
  readonly src?: string | undefined
  /** How playback begins; what is left out stays as it is. */
  readonly start?: StartSettings | undefined
  /** What plays, in words: for readouts, the lock screen, and what screen readers call the player. */
  readonly title?: string | undefined
  /** Where the clip is over within its media: a time address, or seconds. */
  readonly until?: string | number | undefined
  /** Width of the picture, in pixels: keeps its space before anything loads. */
  readonly width?: number | undefined
  /** Ready-made controls to leave out. */
  readonly without?: readonly (ControlName | (string & {}))[] | undefined
}
