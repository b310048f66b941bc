import { type Fault, fault, refuse } from '../../core/fault.ts'
import { availabilityOf } from '../../core/playback/availability.ts'
import { type CommandName, type CommandValue, isCommandName } from '../../core/playback/commands.ts'
import type { Presentation } from '../../core/playback/plan.ts'
import {
  initialSnapshot,
  keepContext,
  type MediaSnapshot,
  type PlayerContext,
  readSnapshot
} from '../../core/playback/snapshot.ts'
import type { StartOutcome } from '../../core/playback/start.ts'
import { VALUES } from '../../core/playback/values.ts'
import type { SettingLayers, SettingOrigin } from '../../core/settings/layers.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { SourceReport } from '../../core/sources/reports.ts'
import type { MediaAdapter, MediaEventType } from '../../media/adapter.ts'
import type { PresentationPort } from '../../media/presentation.ts'
import type { Behaviours } from '../behaviour/behaviours.ts'
import { CaptionsGate } from '../captions/captions-gate.ts'
import { type CaptionsView, TrackList } from '../captions/track-list.ts'
import { CONTROLS } from '../scope/controls-part.ts'
import { bindScope } from '../scope/scope.ts'
import { Configuration } from '../settings/configuration.ts'
import type { YokeConduct, YokeSettings } from '../settings/settings.ts'
import { dispatchAt, warn, YokeCommandEvent, YokeFaultEvent, YokeStartEvent } from './events.ts'
import type { Inspection } from './inspect.ts'
import type { CommandHost, RunResult } from './run-command.ts'
import { Seeker } from './seeker.ts'
import { Subscriptions } from './subscriptions.ts'
import { Ticker } from './ticker.ts'
import { Views } from './views.ts'
import type { AuthorCommand, AuthorValue, MeasuresView, Scope, StatesView, ValuesView } from './yoke-view.ts'

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
  readonly #subscriptions = new Subscriptions()
  #snapshot: MediaSnapshot = initialSnapshot
  readonly #views = new Views(() => this.#snapshot)
  #media: MediaAdapter | undefined
  #seeker: Seeker | undefined
  #release: (() => void) | undefined
  readonly #ticker = new Ticker(() => this.refresh())
  #behaviours: Behaviours | undefined
  /** The text tracks, by HTML's names; live. */
  readonly textTracks: TrackList = new TrackList()
  readonly #captions = new CaptionsGate(this, () => this.#subscriptions.check())
  readonly #configuration = new Configuration(this, {
    giveTracks: entries => this.#captions.give(entries),
    changed: () => this.#subscriptions.checkSoon()
  })
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
    return this.#views.states
  }

  /** What can be read: `yoke.values.currentTime`. Seconds; `undefined` while not known. */
  get values(): ValuesView {
    return this.#views.values
  }

  /** Live numbers from 0 to 1: `yoke.measures.position`. */
  get measures(): MeasuresView {
    return this.#views.measures
  }

  /** The sources in the order in which they are tried, what has become of each, and why. Empty for a media that has but one way to play. */
  get sources(): readonly SourceReport[] {
    return this.#media?.sources?.list ?? []
  }

  /** @internal What script or a clip says is to play; nothing where it is left to the markup. */
  get given(): readonly SourceEntry[] {
    return this.#configuration.given
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
    return this.#configuration.conduct
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
    const { container } = this.conduct
    if (container) return container
    const targets = [...this.scopes].map(scope => scope.target)
    return targets.find(target => target.querySelector('video, audio')) ?? targets[0]
  }

  /**
   * Changes settings; what is left out stays as it is, and `undefined` takes one back. A setting that cannot be read is a
   * fault and changes nothing; so is one that there is not: `setting-unknown`.
   */
  configure(settings: YokeSettings): void {
    this.#configuration.take(settings)
  }

  /** @internal From now on settings are kept by where they come from, as for a player whose markup says some. */
  layerSettings(layers: SettingLayers): void {
    this.#configuration.layers = layers
  }

  /** @internal Changes what one origin says. @returns what to say of settings that two of them say. */
  configureFrom(origin: SettingOrigin, given: YokeSettings): readonly Fault[] {
    return this.#configuration.takeFrom(origin, given)
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
    this.#snapshot = keepContext(this.#snapshot)
    this.refresh()
    this.settle()
    this.#configuration.handTo(media)
  }

  /** @internal */
  startBecame(outcome: StartOutcome): void {
    this.setContext({ startOutcome: outcome })
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
  run(name: CommandName | (string & {}), value?: CommandValue, source?: Element): Promise<RunResult> {
    return new Promise(resolve => {
      if (dispatchAt(this.#targets(), () => new YokeCommandEvent(name, value, source))) {
        const ear = { raise: (reason: Fault) => resolve(this.raise(reason)) }
        CONTROLS.use(ear, ({ runCommand }) => {
          this.attend()
          resolve(runCommand(this, name, value, source))
        })
        return
      }
      const sentence = `The command ${name} was refused by the page.`
      resolve(refuse(fault('command-prevented', sentence, 'a yoke-command listener called preventDefault()')))
    })
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
    if (isCommandName(name)) this.#refuseName('command', name)
    else this.commands.set(name, command)
  }

  /** Adds a value of your own; a fault `name-taken` where the name is one of ours. */
  defineValue(name: string, value: AuthorValue): void {
    if (Object.hasOwn(VALUES, name)) this.#refuseName('value', name)
    else this.authorValues.set(name, value)
    this.refresh()
  }

  /** Whether a command is known and could run now, whatever its value. */
  canRun(name: string): boolean {
    return isCommandName(name) ? availabilityOf(name, this.#snapshot) === 'now' : this.commands.has(name)
  }

  #refuseName(kind: string, name: string): void {
    CONTROLS.use(this, ({ nameTaken }) => this.raise(nameTaken(kind, name)))
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
    this.setContext({ scrubbing: true })
    this.refresh()
  }

  /** The drag is over: the playhead follows the media again. */
  endScrub(): void {
    this.#seeker?.release()
    this.setContext({ scrubbing: false })
    this.refresh()
  }

  /** @internal */
  seekTo(seconds: number): void {
    this.#seeker?.seek(seconds)
  }

  /** @internal */
  presentation(kind: Presentation): PresentationPort | undefined {
    return this.#behaviours?.presentation(kind)
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
    if (awake) this.#behaviours?.wake()
    else this.setContext({ idle: true })
  }

  /** Takes note of what the media itself does not tell. */
  setContext(changed: Partial<PlayerContext>): void {
    const keys = Object.keys(changed) as (keyof PlayerContext)[]
    if (keys.every(key => Object.is(this.#snapshot[key], changed[key]))) return
    this.#snapshot = { ...this.#snapshot, ...changed }
    this.#show()
  }

  /** To be called when the scopes or the media have changed: finds anew what fills the screen. */
  settle(): void {
    if (this.#disposed) return
    this.#behaviours?.settle()
    this.#captions.look()
  }

  /** @internal Someone is about to use it: what goes along with that comes, once. */
  attend(): void {
    CONTROLS.use(this, part => {
      if (this.#behaviours || this.#disposed) return
      this.#behaviours = new part.Behaviours(this)
      this.#behaviours.settle()
      this.#behaviours.follow(this.#media, this.#snapshot)
    })
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
    this.#behaviours?.stop()
    this.#captions.stop()
    this.#configuration.stop()
    this.#subscriptions.clear()
    this.#media = undefined
  }

  /** Brings everything coupled up to date with what is known. */
  #show(): void {
    if (this.#disposed) return
    this.#subscriptions.check()
    this.#ticker.follow(this.#snapshot)
    this.#behaviours?.follow(this.#media, this.#snapshot)
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
    if (type === 'loadedmetadata') this.#behaviours?.look()
    this.refresh(type)
    this.dispatchEvent(new Event(type))
  }

  #mediaFailed(): void {
    const { error, currentSrc } = this.#media ?? {}
    if (!error) return
    CONTROLS.use(this, ({ faultOfError }) => {
      if (!this.#snapshot.error) return
      const reason = faultOfError(error, currentSrc ?? '')
      this.keepFault(reason)
      // A media may have failed before its player came: told after the player is where its page can hear it.
      queueMicrotask(() => this.#disposed || this.raise(reason))
    })
  }
}

/** Where the platform knows `using`, a yoke can be disposed of by it. */
if (typeof Symbol.dispose === 'symbol') {
  Object.defineProperty(Yoke.prototype, Symbol.dispose, { value: Yoke.prototype.dispose, configurable: true })
}
