import type { Fault } from '../../core/fault.ts'
import type { PlacedMoment } from '../../core/moments/placed-moments.ts'
import type { Moment } from '../../core/moments/read-moments.ts'
import type { Availability } from '../../core/playback/availability.ts'
import type { CommandValue } from '../../core/playback/commands.ts'
import type { MediaSnapshot, PlayerContext } from '../../core/playback/snapshot.ts'
import type { StartOutcome } from '../../core/playback/start.ts'
import type { StateName } from '../../core/playback/states.ts'
import type { MeasureName, VALUES, ValueName } from '../../core/playback/values.ts'
import type { PlaylistItem } from '../../core/playlist/read-playlist.ts'
import type { Repeat } from '../../core/playlist/repeats.ts'
import type { SettingExplanation, SettingOrigin } from '../../core/settings/layers.ts'
import type { SettingKey } from '../../core/settings/table.ts'
import type { PartHost } from '../../loading/part.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { PresentationPort, Presentations } from '../../media/presentation.ts'
import type { CaptionsView, TrackList } from '../captions/track-list.ts'
import type { SettledSettings, YokeSettings } from '../settings/settings.ts'
import type { CamelCase } from './names.ts'
import type { Timeline } from './timeline.ts'

/** Yes/no conditions, by their names in camel case. */
export type StatesView = Readonly<Record<CamelCase<StateName>, boolean>>

/** What can be read, by name in camel case. Times are seconds; `undefined` is not known yet. */
export type ValuesView = { readonly [Name in ValueName as CamelCase<Name>]: ReturnType<(typeof VALUES)[Name]> }

/** Live numbers from 0 to 1. */
export type MeasuresView = Readonly<Record<MeasureName, number>>

/** What a value of an author's own may be. `undefined` is shown as not known. */
export type PlainValue = string | number | boolean | undefined

/** What a command of an author's own does. In markup the value is the button's `value`, as text. */
export type CommandAction = (value: CommandValue | undefined, yoke: YokeView) => void | Promise<void>

/** A command of an author's own, with what its buttons show. */
export interface AuthorCommand {
  readonly run: CommandAction
  /** Whether it can run: `later` disables its buttons, `never` hides them. Asked whenever the media changes, and by `refresh()`. Without it: `now`. */
  availability?(yoke: YokeView): Availability
  /** Whether what a button stands for is so now, for its `aria-pressed` or `aria-checked`. @param value as written on the button, `''` for none. */
  isOn?(value: string, yoke: YokeView): boolean | undefined
}

/** A state of an author's own. Asked whenever the media changes, and by `refresh()`: keep it cheap. */
export type AuthorState = (yoke: YokeView) => boolean

/** What a value may be set to, and how that is called. */
export type Choice = readonly [value: string, label: string]

/** A value of an author's own. */
export interface AuthorValue {
  /** Called whenever the media changes, and by `refresh()`: keep it cheap. */
  read(yoke: YokeView): PlainValue
  /** Called when the viewer has changed a form control; what shows it is then read anew. Without it, form controls are read only. */
  write?(value: string | number | boolean, yoke: YokeView): void
  /** What it may be set to: an empty `<select>` is filled with that. Asked as often as `read`: give the same list for as long as it is the same. */
  choices?(yoke: YokeView): readonly Choice[]
}

/** A place in the document that is coupled to a yoke, with all that stands in it. */
export interface Scope {
  readonly root: Element | ShadowRoot
  /** The element that events are fired at: the root, or the host of a shadow root. */
  readonly target: Element
  release(): void
}

/** What couplings, behaviours and captions know of a yoke. */
export interface YokeView extends PartHost {
  readonly media: MediaAdapter | undefined
  /** The preset that it is linked to, where the page has brought presets. */
  readonly preset: LinkedPreset | undefined
  readonly snapshot: MediaSnapshot
  readonly states: StatesView
  readonly values: ValuesView
  readonly measures: MeasuresView
  readonly fault: Fault | undefined
  readonly disposed: boolean
  readonly signal: AbortSignal
  /** The settings that hold. */
  readonly settings: SettledSettings
  /** See `Yoke.container`. */
  readonly container: Element | undefined
  /** The element that shows the media: the one that was set, else the media's own. */
  readonly picture: Element | undefined
  readonly commands: Map<string, AuthorCommand>
  readonly authorValues: Map<string, AuthorValue>
  readonly authorStates: Map<string, AuthorState>
  /** The list that it plays; `undefined` until there is one. */
  readonly playlist: PlaylistView | undefined
  /** Its moments; `undefined` until there have been any. */
  moments: MomentsView | undefined
  readonly scopes: ReadonlySet<Scope>
  /** What is to be done at places of the timeline. */
  readonly timeline: Timeline
  /** Ways to show the media elsewhere than in its place, once somebody has looked which there are. */
  readonly presentations: Presentations
  /** A window for the whole player, in place of the media's own. */
  ownWindow: PresentationPort | undefined
  /** Called by `wake()`: someone is there. */
  readonly wakeListeners: Set<() => void>
  /** The text tracks, by HTML's names. */
  readonly textTracks: TrackList
  /** Counts changes of what a yoke is made of: its media, its scopes, its tracks, its settings. */
  readonly changes: number
  /** Counts the times that tracks may have come or gone. */
  readonly trackChanges: number
  /** What shows captions; `undefined` until there are any. */
  captions: CaptionsView | undefined
  /** Resolves once a media that was announced is there, or will not come; `undefined` while none is. */
  readonly arrival: Promise<void> | undefined
  /** What `retry` does while there is no media, and one was to come: set by what was to bring it. */
  retryWithoutMedia: (() => void) | undefined
  /** See `Yoke.run`. */
  run(name: string, value?: CommandValue, source?: Element): Promise<{ readonly ok: boolean }>
  /** See `Yoke.configure`. */
  configure(settings: YokeSettings): void
  /** See `Yoke.settingOrigin`. */
  settingOrigin(key: SettingKey): SettingOrigin
  /** See `Yoke.subscribe`. */
  subscribe<Picked>(select: (yoke: this) => Picked, listener: (picked: Picked) => void): () => void
  /** See `Yoke.raise`. */
  raise(reason: Fault, element?: Element): { readonly ok: false; readonly fault: Fault }
  /** Events of the library's own: `yoke-command` comes before a command runs. */
  addEventListener: EventTarget['addEventListener']
  /** Registers a scope. */
  addScope(scope: Scope): void
  /** @returns whether it was there. */
  removeScope(scope: Scope): boolean
  /** Registers a control. @returns its removal. */
  addControl(element: Element, command: string): () => void
  /** See `Yoke.beginScrub`. */
  beginScrub(): void
  /** See `Yoke.endScrub`. */
  endScrub(): void
  /** See `Yoke.refresh`. */
  refresh(): void
  /** Tells that a function of the page ended in an exception. */
  subscriberFailed(cause: unknown): void
  /** See `Yoke.wake`. */
  wake(awake?: boolean): void
  /** See `Yoke.setContext`. */
  setContext(changed: Partial<PlayerContext>): void
  /** See `Yoke.startBecame`. */
  startBecame(outcome: StartOutcome): void
  /** See `Yoke.lookForTracks`. */
  lookForTracks(): void
  /** The announced media is there, or will not come. */
  mediaArrived(): void
  /** See `Yoke.attend`. */
  attend(): void
  /** See `Yoke.canRun`. */
  canRun(name: string): boolean
}

/** Something that goes along with a yoke, from when it is wanted until the signal aborts. */
export type Feature = (yoke: YokeView, signal: AbortSignal) => void

/** What couples one attribute of one element. */
export interface Coupling {
  /** Called for events of the element: those of `COUPLED_EVENTS` in `tree.ts`. */
  handle?(event: Event): void
  release(): void
}

export type Couple = (element: HTMLElement, yoke: YokeView) => Coupling | undefined

/** A list that a yoke plays, and where in it. Its commands, values and states are those of markup. */
export interface PlaylistView {
  readonly items: readonly PlaylistItem[]
  /** What plays, or is to play. It stays when it is taken out of the list. */
  readonly current: PlaylistItem | undefined
  /** The place of what plays, from 0; -1 where it is not in the list. */
  readonly index: number
  /** What `next` would play; the same until something changes. */
  readonly following: PlaylistItem | undefined
  /** What `previous` would play, at the start of this one. */
  readonly preceding: PlaylistItem | undefined
  readonly repeat: Repeat
  readonly shuffle: boolean
  /** What the list is called; `''` where it does not say. */
  readonly label: string
  /** Items that could not be played: they are passed over until they are chosen by themselves. */
  readonly failed: readonly PlaylistItem[]
  /** Media keys that the list answers (Media Session, "MediaSessionAction"); `undefined` for one that can do nothing now. */
  readonly mediaKeys: Partial<Record<MediaSessionAction, ((yoke: YokeView) => void) | undefined>>
  /** What the record of the present item says for the lock screen (Media Session, "MediaMetadata"). */
  readonly metadata: MediaMetadataInit
  /** An address in a record, which is relative to the document of the list. */
  resolve(address: string): string
}

/** The labelled places of what plays, whoever has named them: its clip, a track of chapters, script, rows of the page. */
export interface MomentsView {
  /** In their order in time. */
  readonly all: readonly PlacedMoment[]
  /** Those that hold now, by their starts; the same until that changes. */
  readonly current: readonly PlacedMoment[]
  /** Those that hold at a second. */
  at(seconds: number): readonly PlacedMoment[]
  /** @internal A list of the page says moments of its own; with none, it has gone. */
  say(list: object, moments: readonly Moment[]): void
}

/** The link of a yoke to a preset. */
interface LinkedPreset {
  /** The name of the preset; `''` while there is none. */
  readonly name: string
  /** Every preset that has a say, the strongest first: it, and those that it extends. */
  readonly chain: readonly string[]
  /** Settings of the preset that this media passes over, and why. */
  readonly ignored: readonly { readonly key: SettingKey; readonly why: string }[]
  /** What the preset settles; `undefined` where something else does. */
  explain(key: string): SettingExplanation | undefined
}
