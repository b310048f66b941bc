import { type Fault, fault, refuse } from '../../core/fault.ts'
import { availabilityOf } from '../../core/playback/availability.ts'
import { type CommandName, type CommandValue, isCommandName } from '../../core/playback/commands.ts'
import type { Presentation } from '../../core/playback/plan.ts'
import type { MediaSnapshot, PlayerContext } from '../../core/playback/snapshot.ts'
import type { StartOutcome } from '../../core/playback/start.ts'
import { VALUES } from '../../core/playback/values.ts'
import type { SettingExplanation, SettingOrigin } from '../../core/settings/layers.ts'
import type { SettingKey } from '../../core/settings/table.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { SourceReport } from '../../core/sources/reports.ts'
import { bring, definePart, use } from '../../loading/part.ts'
import type { MediaAdapter, MediaEventType } from '../../media/adapter.ts'
import type { PresentationPort } from '../../media/presentation.ts'
import { type CaptionsView, TrackList } from '../captions/track-list.ts'
import { CONTROLS } from '../scope/controls-part.ts'
import { bindScope } from '../scope/scope.ts'
import type { SettledSettings, YokeSettings } from '../settings/settings.ts'
import { YokeConfiguration } from '../settings/yoke-configuration.ts'
import { dispatchAt, warn, YokeCommandEvent, YokeFaultEvent, YokeStartEvent } from './events.ts'
import { beginFeatures } from './features.ts'
import type { Inspection } from './inspect.ts'
import { MediaLink } from './media-link.ts'
import type { CommandHost, RunResult } from './run-command.ts'
import { Store } from './store.ts'
import { Timeline } from './timeline.ts'
import { Views } from './views.ts'
import type { AuthorCommand, AuthorValue, MeasuresView, Scope, StatesView, ValuesView } from './yoke-view.ts'

const INSPECTOR = definePart(() => import('./inspect.ts'))

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
 * runs commands on it. Fires the media's own events, `yoke-command`, `yoke-start` and `yoke-fault`.
 */
export class Yoke extends EventTarget implements CommandHost {
  readonly commands = new Map<string, AuthorCommand>()
  readonly authorValues = new Map<string, AuthorValue>()
  readonly scopes = new Set<Scope>()
  /** The text tracks, by HTML's names; live. */
  readonly textTracks: TrackList = new TrackList()
  /** @internal */
  readonly presentations: Partial<Record<Presentation, PresentationPort>> = {}
  /** @internal */
  readonly wakeListeners = new Set<() => void>()
  /** @internal */
  retryWithoutMedia: (() => void) | undefined
  /** @internal */
  changes = 0
  /** @internal */
  trackChanges = 0
  /** @internal */
  readonly timeline: Timeline
  readonly #life = new AbortController()
  readonly #store = new Store(cause => this.#subscriberFailed(cause))
  readonly #views = new Views(() => this.#store.snapshot)
  readonly #link = new MediaLink(this.#store, this)
  readonly #configuration: YokeConfiguration
  readonly #controls = new Map<Element, string>()
  #captions: CaptionsView | undefined
  #isAttended = false

  constructor(options: YokeOptions = {}) {
    super()
    const { signal, commands = {}, values = {}, ...settings } = options
    for (const [name, command] of Object.entries(commands)) this.defineCommand(name, command)
    for (const [name, value] of Object.entries(values)) this.defineValue(name, value)
    this.timeline = new Timeline(this)
    this.#configuration = new YokeConfiguration(this, () => this.#changed())
    this.subscribe(
      ({ snapshot }) => snapshot,
      () => this.timeline.plan()
    )
    beginFeatures(this)
    this.configure(settings)
    if (signal?.aborted) this.dispose()
    else signal?.addEventListener('abort', () => this.dispose(), { signal: this.signal })
  }

  /** The media that plays, or `undefined` before there is one. Its members fail as HTML says. */
  get media(): MediaAdapter | undefined {
    return this.#link.media
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
    return this.media?.sources?.list ?? []
  }

  /** @internal The sources that settings name; none where it is left to the markup. */
  get given(): readonly SourceEntry[] {
    return this.#configuration.sources
  }

  /** What has come of a start by itself. `yoke-start` tells of it. */
  get startOutcome(): StartOutcome {
    return this.snapshot.startOutcome
  }

  /** What shows captions; `undefined` until there are any. */
  get captions(): CaptionsView | undefined {
    return this.#captions
  }
  /** @internal */
  set captions(captions: CaptionsView | undefined) {
    this.#captions = captions
    this.#store.subscriptions.check()
  }

  /** All that is known of the media at this moment. */
  get snapshot(): MediaSnapshot {
    return this.#store.snapshot
  }

  /** @internal */
  get now(): number {
    return this.media?.currentTime ?? this.snapshot.currentTime
  }

  /** How this yoke behaves: the settings that hold, with what was left out filled in. */
  get settings(): SettledSettings {
    return this.#configuration.values
  }

  /** Whether the yoke has been disposed of. */
  get disposed(): boolean {
    return this.#life.signal.aborted
  }

  /** Aborts when the yoke is disposed of; hang what belongs to it on this. */
  get signal(): AbortSignal {
    return this.#life.signal
  }

  /** The last fault of this media; `undefined` after a new source was chosen. */
  get fault(): Fault | undefined {
    return this.#link.fault
  }

  /** The element that fills the screen: the one that was given, else the scope that holds the media. */
  get container(): Element | undefined {
    const { container } = this.settings
    if (container) return container
    const targets = [...this.scopes].map(({ target }) => target)
    const { picture } = this
    return targets.find(target => picture && (target.contains(picture) || target === hostOf(picture))) ?? targets[0]
  }

  /** @internal */
  get picture(): Element | undefined {
    return this.settings.picture ?? this.media?.surface
  }

  /** The commands that buttons of the page offer at this moment, by button. */
  get controls(): ReadonlyMap<Element, string> {
    return this.#controls
  }

  /**
   * Changes settings; what is left out stays as it is, and `undefined` takes one back. A setting that cannot be read is a
   * fault and changes nothing; so is one that there is not: `setting-unknown`.
   */
  configure(settings: YokeSettings): void {
    this.#configuration.take('script', settings)
  }

  /**
   * Says what a setting is, which place settled it (see `SettingOrigin`), what that hid, and whether the media honours it:
   * one of sound passes over what is of a picture. `start.when` and its like are named with a point. `undefined`, and a fault, for a setting that there is not.
   */
  explain(key: SettingKey | (string & {})): (SettingExplanation & { readonly isHonoured: boolean }) | undefined {
    const explanation = this.#configuration.explain(key)
    return explanation && { ...explanation, isHonoured: !explanation.isOfPicture || this.media?.kind !== 'sound' }
  }

  /** @internal */
  settingOrigin(key: SettingKey): SettingOrigin {
    return this.#configuration.originOf(key)
  }

  /** @internal What other places than script say: the markup of a player, its form, clips. */
  get layers(): YokeConfiguration {
    return this.#configuration
  }

  /**
   * Puts a media under this yoke's controls, in place of the one before, which is left as it is. `undefined` takes
   * it away: the controls then say that nothing is known.
   */
  attach(media: MediaAdapter | undefined): void {
    if (this.disposed || media === this.media) return
    this.#link.attach(media)
    this.#configuration.adopt(media)
    this.lookForTracks()
  }

  /**
   * Runs a command by its name without dashes: one of ours, or one of your own.
   * `play` resolves when playback has truly begun, full screen when it is there, the others when the media has been
   * told. Never rejects; `{ ok: false, fault }` says why not.
   */
  run(name: CommandName | (string & {}), value?: CommandValue, source?: Element): Promise<RunResult> {
    return new Promise(resolve => {
      if (this.disposed)
        resolve(
          refuse(fault('media-absent', `The command ${name} came after the yoke was disposed of.`, 'make a new one'))
        )
      else if (dispatchAt(this.#targets(), () => new YokeCommandEvent(name, value, source))) {
        const host = { raise: (reason: Fault) => resolve(this.raise(reason)) }
        use(CONTROLS, host, ({ runCommand }) => {
          this.attend()
          resolve(runCommand(this, name, value, source))
        })
      } else {
        const sentence = `The command ${name} was refused by the page.`
        resolve(refuse(fault('command-prevented', sentence, 'a yoke-command listener called preventDefault()')))
      }
    })
  }

  /**
   * Calls `listener` with what `select` picks, each time that it changes, and not at once. Times change at the pace
   * of what is shown: with each event of the media, and with each whole second. One that throws is a fault
   * (`subscriber-failed`), and the others are called all the same.
   * @returns its stop; calling it twice is harmless.
   */
  subscribe<Picked>(select: (yoke: this) => Picked, listener: (picked: Picked) => void): () => void {
    return this.#store.subscriptions.add(() => select(this), listener)
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
    return isCommandName(name) ? availabilityOf(name, this.snapshot) === 'now' : this.commands.has(name)
  }

  /** Tells a fault as a `yoke-fault` event, and on the console unless a listener prevents that. */
  raise(reason: Fault, element?: Element): { readonly ok: false; readonly fault: Fault } {
    if (dispatchAt(this.#targets(), () => new YokeFaultEvent(reason, element))) warn(reason, element)
    return refuse(reason)
  }

  /** Counts a control in. @returns its way out. */
  addControl(element: Element, command: string): () => void {
    this.#controls.set(element, command)
    this.#store.subscriptions.checkSoon()
    return () => {
      if (this.#controls.delete(element)) this.#store.subscriptions.checkSoon()
    }
  }

  /** @internal */
  addScope(scope: Scope): void {
    this.scopes.add(scope)
    this.lookForTracks()
  }

  /** @internal */
  removeScope(scope: Scope): boolean {
    const wasThere = this.scopes.delete(scope)
    if (wasThere) this.lookForTracks()
    return wasThere
  }

  /** Someone begins to drag a position slider: playback does not move the playhead until {@link endScrub}. */
  beginScrub(): void {
    this.#link.beginScrub()
  }

  /** The drag is over: the playhead follows the media again. */
  endScrub(): void {
    this.#link.endScrub()
  }

  /** @internal */
  seekTo(seconds: number): void {
    this.#link.seekTo(seconds)
  }

  /** @internal */
  expectRate(rate: number): void {
    this.#link.expectRate(rate)
  }

  /** @internal */
  keepFault(reason: Fault): void {
    this.#link.keepFault(reason)
  }

  /** @internal */
  startBecame(outcome: StartOutcome): void {
    this.setContext({ startOutcome: outcome })
    dispatchAt(this.#targets(), () => new YokeStartEvent(outcome))
  }

  /** To be called when text tracks have come or gone: looks which there are. */
  lookForTracks(): void {
    this.trackChanges += 1
    this.#changed()
  }

  /** @internal There is no media, and none will come: says why, as of a media that has failed. */
  failWithout(reason: Fault, element?: Element): void {
    this.#link.fault = reason
    this.#store.failWithout(reason.message)
    this.raise(reason, element)
  }

  /** Someone is there: what hides while nobody is comes back, or with `false` goes at once. */
  wake(awake = true): void {
    if (awake) for (const listener of this.wakeListeners) listener()
    else this.setContext({ idle: true })
  }

  /** @internal Takes note of what the media itself does not tell. */
  setContext(changed: Partial<PlayerContext>): void {
    if (!this.disposed) this.#store.setContext(changed)
  }

  /** @internal Someone is about to use it: what goes along with that comes, once. */
  attend(): void {
    if (this.#isAttended) return
    use(CONTROLS, this, ({ BEHAVIOURS }) => {
      if (this.#isAttended) return
      this.#isAttended = true
      for (const begin of BEHAVIOURS) begin(this, this.signal)
    })
  }

  /** Reads the media anew and brings everything coupled up to date; for values of your own that changed by themselves. */
  refresh(eventType?: MediaEventType): void {
    if (!this.disposed) this.#link.refresh(eventType)
  }

  /**
   * Prints all that is so: states, values, what is coupled to what, and why something is disabled or hidden.
   * @returns the same as data; `undefined` where what looks could not be loaded.
   */
  async inspect(): Promise<Inspection | undefined> {
    const inspector = await bring(INSPECTOR, this)
    const seen = inspector?.inspect(this)
    if (seen) inspector?.printInspection(seen)
    return seen
  }

  /** Releases every control, listener and timer. The media is left as it is. Twice is harmless. */
  dispose(): void {
    if (this.disposed) return
    this.#life.abort()
    for (const scope of [...this.scopes]) scope.release()
    this.timeline.stop()
    this.#configuration.stop()
    this.#store.subscriptions.clear()
    this.#link.stop()
  }

  #targets(): readonly EventTarget[] {
    return [this, ...new Set([...this.scopes].map(scope => scope.target))]
  }

  /** It is put together anew. */
  #changed(): void {
    if (this.disposed) return
    this.changes += 1
    this.#store.subscriptions.check()
  }

  #refuseName(kind: string, name: string): void {
    use(CONTROLS, this, ({ nameTaken }) => this.raise(nameTaken(kind, name)))
  }

  #subscriberFailed(cause: unknown): void {
    const sentence = `A function that was given to subscribe, or that reads a value of your own, ended in an exception: ${String(cause)}`
    this.raise(
      fault('subscriber-failed', sentence, 'look into that function; the others are called all the same', cause)
    )
  }
}

/** The element whose shadow root holds a node. */
const hostOf = (node: Node): Element | undefined => {
  const root = node.getRootNode()
  return 'host' in root ? (root as ShadowRoot).host : undefined
}

/** Where the platform knows `using`, a yoke can be disposed of by it. */
if (typeof Symbol.dispose === 'symbol') {
  Object.defineProperty(Yoke.prototype, Symbol.dispose, { value: Yoke.prototype.dispose, configurable: true })
}
