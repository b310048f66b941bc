import { type Fault, fault, refuse } from '../core/fault.ts'
import { availabilityOf } from '../core/playback/availability.ts'
import { COMMAND_NAMES, type CommandName, type CommandValue, isCommandName } from '../core/playback/commands.ts'
import type { Presentation } from '../core/playback/plan.ts'
import {
  initialSnapshot,
  keepSurroundings,
  type MediaSnapshot,
  readSnapshot,
  type Surroundings
} from '../core/playback/snapshot.ts'
import type { StartOutcome } from '../core/playback/start.ts'
import { STATES } from '../core/playback/states.ts'
import { MEASURES, VALUES } from '../core/playback/values.ts'
import type { SettingLayers, SettingOrigin } from '../core/settings/layers.ts'
import { findUnknownSettings } from '../core/settings/unknown.ts'
import type { SourceEntry } from '../core/sources/rank.ts'
import type { SourceReport } from '../core/sources/reports.ts'
import type { MediaAdapter, MediaEventType } from '../media/adapter.ts'
import type { PresentationPort } from '../media/presentation.ts'
import { CaptionsGate } from './captions-gate.ts'
import { dispatchAt, warn, YokeCommandEvent, YokeFaultEvent, YokeStartEvent } from './events.ts'
import { FragmentEnd } from './fragment-end.ts'
import { GivenSources } from './given-sources.ts'
import { IdleWatch } from './idle.ts'
import type { Inspection } from './inspect.ts'
import { createView } from './names.ts'
import { faultOfError } from './playback-faults.ts'
import { Presentations } from './presentations.ts'
import { type CommandHost, type RunResult, runCommand } from './runner.ts'
import { bindScope } from './scope.ts'
import { Seeker } from './seeker.ts'
import {
  DEFAULT_CONDUCT,
  mergeConduct,
  readSurroundings,
  SETTING_NAMES,
  type YokeConduct,
  type YokeSettings
} from './settings.ts'
import { nameTaken, noCommand } from './slips.ts'
import { keepSolo, leaveSolo } from './solo.ts'
import { StartGate } from './start-gate.ts'
import { Subscriptions } from './subscriptions.ts'
import type { AuthorCommand, AuthorValue, MeasuresView, Scope, StatesView, ValuesView } from './surface.ts'
import { Ticker } from './ticker.ts'
import { type CaptionsView, TrackList } from './track-list.ts'

/** What a yoke may be given at its making. */
export interface YokeOptions extends YokeSettings {
  /** Disposes of the yoke when it aborts. */
  readonly signal?: AbortSignal
  /** Commands of your own, by name without dashes; in markup `command="--name"`. */
  readonly commands?: Readonly<Record<string, AuthorCommand>>
  /** Values of your own, by name; in markup `data-yoke-value="name"`. */
  readonly values?: Readonly<Record<string, AuthorValue>>
}

/**
 * Couples one media to any number of controls. The media owns the state; a yoke observes it, derives from it, and
 * runs commands on it. Fires the media's own events, `yoke-command` and `yoke-fault`.
 */
export class Yoke extends EventTarget implements CommandHost {
  readonly commands = new Map<string, AuthorCommand>()
  readonly authorValues = new Map<string, AuthorValue>()
  readonly scopes = new Set<Scope>()
  /** Made when someone asks for it: most players live without. */
  #life: AbortController | undefined
  #disposed = false
  #states: StatesView | undefined
  #values: ValuesView | undefined
  #measures: MeasuresView | undefined
  #conduct: YokeConduct = DEFAULT_CONDUCT
  readonly #subscriptions = new Subscriptions()
  #snapshot: MediaSnapshot = initialSnapshot
  #media: MediaAdapter | undefined
  #seeker: Seeker | undefined
  #release: (() => void) | undefined
  readonly #ticker = new Ticker(() => this.refresh())
  readonly #fragmentEnd = new FragmentEnd(() => this.refresh())
  readonly #presentations = new Presentations(changed => this.surround(changed))
  readonly #idle = new IdleWatch(this)
  /** The text tracks, by HTML's names; live. */
  readonly textTracks: TrackList = new TrackList()
  readonly #captions = new CaptionsGate(this, () => this.#subscriptions.check())
  readonly #sources = new GivenSources()
  readonly #start = new StartGate(this)
  /** @internal Settings by where they come from, for a player whose markup says some. */
  layers: SettingLayers | undefined
  #fault: Fault | undefined
  readonly #controls = new Map<Element, string>()

  constructor(options: YokeOptions = {}) {
    super()
    for (const [name, command] of Object.entries(options.commands ?? {})) this.defineCommand(name, command)
    for (const [name, value] of Object.entries(options.values ?? {})) this.defineValue(name, value)
    const { signal, commands: _, values: __, ...settings } = options
    this.configure(settings)
    if (signal?.aborted) this.dispose()
    else signal?.addEventListener('abort', () => this.dispose(), { signal: this.signal })
  }

  /** The media that plays, or `undefined` before there is one. Its members fail as HTML says. */
  get media(): MediaAdapter | undefined {
    return this.#media
  }

  /** Yes/no conditions, by their names in camel case: `yoke.states.paused`. */
  get states(): StatesView {
    this.#states ??= createView<typeof STATES, StatesView>(STATES, name => STATES[name](this.#snapshot))
    return this.#states
  }

  /** What can be read: `yoke.values.currentTime`. Seconds; `undefined` while not known. */
  get values(): ValuesView {
    this.#values ??= createView<typeof VALUES, ValuesView>(VALUES, name => VALUES[name](this.#snapshot))
    return this.#values
  }

  /** Live numbers from 0 to 1: `yoke.measures.position`. */
  get measures(): MeasuresView {
    this.#measures ??= createView<typeof MEASURES, MeasuresView>(MEASURES, name => MEASURES[name](this.#snapshot))
    return this.#measures
  }

  /** The sources in the order in which they are tried, what has become of each, and why. Empty for a media that has but one way to play. */
  get sources(): readonly SourceReport[] {
    return this.#media?.sources?.list ?? []
  }

  /** @internal What script or a clip says is to play; nothing where it is left to the markup. */
  get given(): readonly SourceEntry[] {
    return this.#sources.given
  }

  /** What has come of a start by itself. `yoke-start` tells of it. */
  get startOutcome(): StartOutcome {
    return this.#snapshot.startOutcome
  }

  /** What shows captions; `undefined` until there are any. */
  get captions(): CaptionsView | undefined {
    return this.#captions.captions
  }

  /** All that is known of the media at this moment. */
  get snapshot(): MediaSnapshot {
    return this.#snapshot
  }

  /** How this yoke behaves: its settings, with what was left out filled in. */
  get conduct(): YokeConduct {
    return this.#conduct
  }

  /** Whether the yoke has been disposed of. */
  get disposed(): boolean {
    return this.#disposed
  }

  /** Aborts when the yoke is disposed of; hang what belongs to it on this. */
  get signal(): AbortSignal {
    this.#life ??= new AbortController()
    if (this.#disposed) this.#life.abort()
    return this.#life.signal
  }

  /** The last fault of this media; `undefined` after a new source was chosen. */
  get fault(): Fault | undefined {
    return this.#fault
  }

  /** The element that fills the screen: the one that was given, else the scope that holds the media. */
  get container(): Element | undefined {
    const { container } = this.#conduct
    if (container) return container
    const targets = [...this.scopes].map(scope => scope.target)
    return targets.find(target => target.querySelector('video, audio')) ?? targets[0]
  }

  /**
   * Changes settings; what is left out stays as it is, and `undefined` takes one back. A setting that cannot be read is a
   * fault and changes nothing; so is one that there is not: `setting-unknown`.
   */
  configure(settings: YokeSettings): void {
    const unknown = findUnknownSettings(settings, SETTING_NAMES)
    for (const reason of [...unknown, ...this.configureFrom('script', settings)]) this.raise(reason)
  }

  /** @internal Changes what one origin says. @returns what to say of settings that two of them say. */
  configureFrom(origin: SettingOrigin, given: YokeSettings): readonly Fault[] {
    const { settings, faults } = this.layers?.settle(origin, { ...given }) ?? { settings: given, faults: [] }
    this.#apply(settings)
    return faults
  }

  #apply(settings: YokeSettings): void {
    this.#conduct = mergeConduct(this.#conduct, settings)
    const surroundings = readSurroundings(settings)
    if (surroundings.ok) this.surround(surroundings.value)
    else this.raise(surroundings.fault)
    if ('container' in settings) this.settle()
    if ('tracks' in settings) this.#captions.give(settings.tracks ?? [])
    if (settings.start) this.#begin()
    if ('sources' in settings) {
      this.#sources.give(settings.sources, this.#media, this.#conduct)
      this.surround({ file: this.#sources.fileName })
    } else if ('sourceTimeout' in settings || 'saveData' in settings) this.#sources.wish(this.#media, this.#conduct)
    this.#subscriptions.checkSoon()
  }

  /**
   * Puts a media under this yoke's controls, in place of the one before, which is left as it is. `undefined` takes
   * it away: the controls then say that nothing is known.
   */
  attach(media: MediaAdapter | undefined): void {
    if (this.#disposed) return
    this.#release?.()
    this.#media = media
    this.#fault = undefined
    this.#seeker = media && new Seeker(media)
    this.#release = media && this.#listenTo(media)
    this.#snapshot = keepSurroundings(this.#snapshot)
    this.refresh()
    this.settle()
    this.#sources.handTo(media, this.#conduct)
    this.#start.follow()
  }

  /** Takes the policy of the start anew. */
  #begin(): void {
    const { start } = this.#conduct
    this.surround({ soundWanted: start.when !== undefined && (start.sound ?? 'wanted') === 'wanted' })
    this.#start.give(start)
  }

  /** @internal */
  startBecame(outcome: StartOutcome): void {
    this.surround({ startOutcome: outcome })
    dispatchAt(this.#targets(), () => new YokeStartEvent(outcome))
  }

  #listenTo(media: MediaAdapter): () => void {
    const stops = [media.observe(type => this.#hear(type)), media.sources?.observe(() => this.#subscriptions.check())]
    return () => {
      for (const stop of stops) stop?.()
    }
  }

  /**
   * Runs a command by its name without dashes: one of ours, or one of your own.
   * `play` resolves when playback has truly begun, full screen when it is there, the others when the media has been
   * told. Never rejects; `{ ok: false, fault }` says why not.
   */
  async run(name: CommandName | (string & {}), value?: CommandValue, source?: Element): Promise<RunResult> {
    if (dispatchAt(this.#targets(), () => new YokeCommandEvent(name, value, source)))
      return runCommand(this, name, value, source)
    const sentence = `The command ${name} was refused by the page.`
    return refuse(fault('command-prevented', sentence, 'a yoke-command listener called preventDefault()'))
  }

  /**
   * Calls `listener` with what `select` picks, each time that it changes, and not at once. Times change at the pace
   * of what is shown: with each event of the media, and with each whole second.
   * @returns its stop; calling it twice is harmless.
   */
  subscribe<Picked>(select: (yoke: this) => Picked, listener: (picked: Picked) => void): () => void {
    return this.#subscriptions.add(() => select(this), listener)
  }

  /**
   * Couples what stands in `root`, now and later, to this yoke: command buttons, values, states, fills.
   * Controls elsewhere can name `root` by its id.
   * @returns its release; calling it twice is harmless.
   */
  bind(root: Element | ShadowRoot): () => void {
    return bindScope(this, root)
  }

  /** Adds a command of your own; a fault `name-taken` where the name is one of ours. */
  defineCommand(name: string, command: AuthorCommand): void {
    if (isCommandName(name)) this.raise(nameTaken('command', name))
    else this.commands.set(name, command)
  }

  /** Adds a value of your own; a fault `name-taken` where the name is one of ours. */
  defineValue(name: string, value: AuthorValue): void {
    if (Object.hasOwn(VALUES, name)) this.raise(nameTaken('value', name))
    else this.authorValues.set(name, value)
    this.refresh()
  }

  /** Whether a command is known and could run now, whatever its value. */
  canRun(name: string): boolean {
    return isCommandName(name) ? availabilityOf(name, this.#snapshot) === 'now' : this.commands.has(name)
  }

  /** The fault of a command that nobody knows, with the name that was probably meant. */
  unknownCommand(name: string): Fault {
    return noCommand(name, [...COMMAND_NAMES, ...this.commands.keys()])
  }

  /** Tells a fault as a `yoke-fault` event, and on the console unless a listener prevents that. */
  raise(reason: Fault, element?: Element): { readonly ok: false; readonly fault: Fault } {
    if (dispatchAt(this.#targets(), () => new YokeFaultEvent(reason, element))) warn(reason, element)
    return refuse(reason)
  }

  /** The commands that buttons of the page offer at this moment, by button. */
  get controls(): ReadonlyMap<Element, string> {
    return this.#controls
  }

  /** Counts a control in. @returns its way out. */
  addControl(element: Element, command: string): () => void {
    this.#controls.set(element, command)
    this.#subscriptions.checkSoon()
    return () => {
      if (this.#controls.delete(element)) this.#subscriptions.checkSoon()
    }
  }

  /** Someone begins to drag a position slider: playback does not move the playhead until {@link endScrub}. */
  beginScrub(): void {
    this.#seeker?.hold(this.#snapshot.currentTime)
    this.surround({ scrubbing: true })
    this.refresh()
  }

  /** The drag is over: the playhead follows the media again. */
  endScrub(): void {
    this.#seeker?.release()
    this.surround({ scrubbing: false })
    this.refresh()
  }

  /** @internal */
  seekTo(seconds: number): void {
    this.#seeker?.seek(seconds)
  }

  /** @internal */
  presentation(kind: Presentation): PresentationPort | undefined {
    return this.#presentations.port(kind)
  }

  /** @internal */
  showCaptions(track: string): void {
    this.#captions.captions?.choose(track)
  }

  /** To be called when `<track>` elements have come or gone: looks which there are. */
  lookForTracks(): void {
    if (!this.#disposed) this.#captions.look()
  }

  /** @internal */
  keepFault(reason: Fault): void {
    this.#fault = reason
    this.#subscriptions.check()
  }

  /** @internal There is no media, and none will come: says why, as of a media that has failed. */
  failWithout(reason: Fault, element?: Element): void {
    this.#fault = reason
    this.#snapshot = { ...this.#snapshot, error: { code: 4, message: reason.message } }
    this.#show()
    this.raise(reason, element)
  }

  /** Someone is there: what hides while nobody is comes back, or with `false` goes at once. */
  wake(awake = true): void {
    if (awake) this.#idle.touch()
    else this.surround({ idle: true })
  }

  /** Takes note of what the media itself does not tell. */
  surround(changed: Partial<Surroundings>): void {
    const keys = Object.keys(changed) as (keyof Surroundings)[]
    if (keys.every(key => Object.is(this.#snapshot[key], changed[key]))) return
    this.#snapshot = { ...this.#snapshot, ...changed }
    this.#show()
  }

  /** To be called when the scopes or the media have changed: finds anew what fills the screen. */
  settle(): void {
    if (this.#disposed) return
    this.#presentations.follow(this.#media, this.container)
    this.#captions.look()
  }

  /** Reads the media anew and brings everything coupled up to date; for values of your own that changed by themselves. */
  refresh(eventType?: MediaEventType): void {
    if (this.#disposed) return
    const failedBefore = this.#snapshot.error !== undefined
    if (this.#media) {
      const seen = readSnapshot(this.#media, this.#snapshot, eventType)
      const target = this.#seeker?.target
      this.#snapshot = target === undefined ? seen : { ...seen, currentTime: target }
    }
    this.#show()
    // An engine sets its error before it tells of it: the fault comes with the state, and once.
    if (this.#snapshot.error && !failedBefore) this.#mediaFailed()
  }

  /**
   * Prints all that is so: states, values, what is coupled to what, and why something is disabled or hidden.
   * @returns the same as data.
   */
  async inspect(): Promise<Inspection> {
    const { inspect, printInspection } = await import('./inspect.ts')
    const seen = inspect(this)
    printInspection(seen)
    return seen
  }

  /** Releases every control, listener and timer. The media is left as it is. Twice is harmless. */
  dispose(): void {
    if (this.#disposed) return
    this.#disposed = true
    this.#life?.abort()
    for (const scope of [...this.scopes]) scope.release()
    this.#release?.()
    this.#ticker.stop()
    this.#fragmentEnd.stop()
    this.#idle.stop()
    this.#presentations.stop()
    this.#captions.stop()
    this.#sources.stop()
    this.#start.stop()
    leaveSolo(this)
    this.#subscriptions.clear()
    this.#media = undefined
  }

  /** Brings everything coupled up to date with what is known. */
  #show(): void {
    if (this.#disposed) return
    this.#subscriptions.check()
    this.#ticker.follow(this.#snapshot)
    this.#fragmentEnd.follow(this.#media, this.#snapshot)
    this.#idle.follow(this.#snapshot)
    keepSolo(this)
  }

  #targets(): readonly EventTarget[] {
    return [this, ...new Set([...this.scopes].map(scope => scope.target))]
  }

  #hear(type: MediaEventType): void {
    if (type === 'seeked') this.#seeker?.proceed()
    if (type === 'emptied') {
      this.#seeker?.forget()
      this.#fault = undefined
    }
    if (type === 'playing') this.#fault = undefined
    if (type === 'loadedmetadata') this.#presentations.look()
    this.refresh(type)
    this.dispatchEvent(new Event(type))
  }

  #mediaFailed(): void {
    if (!this.#media?.error) return
    const reason = faultOfError(this.#media.error, this.#media.currentSrc)
    this.keepFault(reason)
    // A media may have failed before its player came: told after the player is where its page can hear it.
    queueMicrotask(() => this.#disposed || this.raise(reason))
  }
}

/** Where the platform knows `using`, a yoke can be disposed of by it. */
if (typeof Symbol.dispose === 'symbol') {
  Object.defineProperty(Yoke.prototype, Symbol.dispose, { value: Yoke.prototype.dispose, configurable: true })
}
