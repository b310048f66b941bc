import { type Fault, fault, refuse, textOf } from '../../core/fault.ts'
import type { CommandValue } from '../../core/playback/commands.ts'
import type { MediaSnapshot, PlayerContext } from '../../core/playback/snapshot.ts'
import type { StartOutcome } from '../../core/playback/start.ts'
import type { SettingOrigin } from '../../core/settings/layers.ts'
import type { SettingKey } from '../../core/settings/table.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import { use } from '../../loading/part.ts'
import type { MediaAdapter, MediaEventType } from '../../media/adapter.ts'
import type { SourceLineup } from '../../media/kinds.ts'
import type { PresentationPort, Presentations } from '../../media/presentation.ts'
import { type CaptionsView, TrackList } from '../captions/track-list.ts'
import { CONTROLS } from '../scope/controls-part.ts'
import { hostOf, rootOf } from '../scope/nodes.ts'
import type { SettledSettings, YokeSettings } from '../settings/settings.ts'
import { YokeConfiguration } from '../settings/yoke-configuration.ts'
import { dispatchAt, warn, YokeFaultEvent, YokeStartEvent } from './events.ts'
import { beginFeatures } from './features.ts'
import { MediaLink } from './media-link.ts'
import type { RunResult } from './run-command.ts'
import { Store } from './store.ts'
import { Timeline } from './timeline.ts'
import type { AuthorCommand, AuthorState, AuthorValue, Scope, YokeView } from './yoke-view.ts'

/**
 * What a yoke is to its own parts: the store, the media, the settings, the scopes, and what they tell one another. Authors
 * meet it as {@link Yoke}.
 */
export abstract class YokeCore extends EventTarget implements YokeView {
  readonly commands = new Map<string, AuthorCommand>()
  readonly authorValues = new Map<string, AuthorValue>()
  readonly authorStates = new Map<string, AuthorState>()
  readonly scopes = new Set<Scope>()
  /** The text tracks, by HTML's names; live. */
  readonly textTracks: TrackList = new TrackList()
  /** @internal */
  readonly presentations: Presentations = {}
  /** @internal */
  ownWindow: PresentationPort | undefined
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
  /** @internal */
  protected readonly life = new AbortController()
  /** @internal */
  protected readonly store = new Store(cause => this.subscriberFailed(cause))
  /** @internal */
  protected readonly link = new MediaLink(this.store, this)
  /** @internal What other places than script say too: the markup of a player, its form, clips. */
  readonly layers: YokeConfiguration
  /** @internal Where some of the sources are no files: what plays now, and what comes after it. */
  lineup: SourceLineup | undefined
  declare preset: YokeView['preset']
  /** The list that it plays; `undefined` until there is one. */
  declare playlist: YokeView['playlist']
  /** Labelled places of what plays; `undefined` until there have been any. */
  declare moments: YokeView['moments']
  /** @internal Resolves once the media that was announced is there, or will not come; `undefined` while none is. */
  arrival: Promise<void> | undefined
  #arrived: (() => void) | undefined
  readonly #controls = new Map<Element, string>()
  #captions: CaptionsView | undefined
  #isAttended = false

  constructor() {
    super()
    this.timeline = new Timeline(this)
    this.layers = new YokeConfiguration(this, () => this.changed())
    this.subscribe(
      ({ snapshot }) => snapshot,
      () => this.timeline.plan()
    )
    beginFeatures(this)
  }

  /** The media that plays, or `undefined` before there is one. Its members fail as HTML says. */
  get media(): MediaAdapter | undefined {
    return this.link.media
  }

  /** @internal The sources that settings name for the present media; none where it is left to the markup. */
  get given(): readonly SourceEntry[] {
    return this.lineup?.entries ?? this.layers.sources
  }

  /** What shows captions; `undefined` until there are any. */
  get captions(): CaptionsView | undefined {
    return this.#captions
  }
  /** @internal */
  set captions(captions: CaptionsView | undefined) {
    this.#captions = captions
    this.store.subscriptions.check()
  }

  /** All that is known of the media at this moment. */
  get snapshot(): MediaSnapshot {
    return this.store.snapshot
  }

  /** @internal */
  get now(): number {
    return this.media?.currentTime ?? this.snapshot.currentTime
  }

  /** How this yoke behaves: the settings that hold, with what was left out filled in. */
  get settings(): SettledSettings {
    return this.layers.values
  }

  /** Whether the yoke has been disposed of. */
  get disposed(): boolean {
    return this.life.signal.aborted
  }

  /** Aborts when the yoke is disposed of; hang what belongs to it on this. */
  get signal(): AbortSignal {
    return this.life.signal
  }

  /** The last fault of this media; `undefined` after a new source was chosen. */
  get fault(): Fault | undefined {
    return this.link.fault
  }

  /** The element that fills the screen: the one that was given, else the scope that holds the media. */
  get container(): Element | undefined {
    const { container } = this.settings
    if (container) return container
    const targets = [...this.scopes].map(({ target }) => target)
    const { picture } = this
    return (
      targets.find(target => picture && (target.contains(picture) || target === hostOf(rootOf(picture)))) ?? targets[0]
    )
  }

  /** @internal */
  get picture(): Element | undefined {
    return this.settings.picture ?? this.media?.surface
  }

  /** The commands that buttons of the page offer at this moment, by button. */
  get controls(): ReadonlyMap<Element, string> {
    return this.#controls
  }

  /** @internal */
  settingOrigin(key: SettingKey): SettingOrigin {
    return this.layers.originOf(key)
  }

  /**
   * Calls `listener` with what `select` picks, each time that it changes, and not at once. Times change at the pace
   * of what is shown: with each event of the media, and with each whole second. One that throws is a fault
   * (`subscriber-failed`), and the others are called all the same.
   * @returns its stop; calling it twice is harmless.
   */
  subscribe<Picked>(select: (yoke: this) => Picked, listener: (picked: Picked) => void): () => void {
    return this.store.subscriptions.add(() => select(this), listener)
  }

  /** Tells a fault as a `yoke-fault` event, and on the console unless a listener prevents that. */
  raise(reason: Fault, element?: Element): { readonly ok: false; readonly fault: Fault } {
    if (dispatchAt(this.targets(), () => new YokeFaultEvent(reason, element))) warn(reason, element)
    return refuse(reason)
  }

  /** Registers a control. @returns its removal. */
  addControl(element: Element, command: string): () => void {
    this.#controls.set(element, command)
    this.store.subscriptions.checkSoon()
    return () => {
      if (this.#controls.delete(element)) this.store.subscriptions.checkSoon()
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

  /** @internal Plays; where another media takes over from one that cannot, that one. */
  playMedia(): Promise<void> {
    return this.link.play()
  }

  /** @internal */
  seekTo(seconds: number): void {
    this.link.seekTo(seconds)
  }

  /** @internal */
  expectRate(rate: number): void {
    this.link.expectRate(rate)
  }

  /** @internal */
  keepFault(reason: Fault): void {
    this.link.keepFault(reason)
  }

  /** @internal */
  startBecame(outcome: StartOutcome): void {
    this.setContext({ startOutcome: outcome })
    dispatchAt(this.targets(), () => new YokeStartEvent(outcome))
  }

  /** To be called when text tracks have come or gone: looks which there are. */
  lookForTracks(): void {
    this.trackChanges += 1
    this.changed()
  }

  /** @internal There is no media, and none will come: says why, as of a media that has failed. */
  failWithout(reason: Fault, element?: Element): void {
    this.link.fault = reason
    this.store.failWithout(reason.message)
    this.raise(reason, element)
  }

  /** @internal A media was announced, and is still to be made or told what to play: commands wait for it. */
  expectMedia(): void {
    this.arrival ??= new Promise(resolve => {
      this.#arrived = resolve
    })
  }

  /** @internal The announced media is there, or will not come. */
  mediaArrived(): void {
    this.#arrived?.()
    this.arrival = undefined
    this.#arrived = undefined
  }

  /** @internal Takes note of what the media itself does not tell. */
  setContext(changed: Partial<PlayerContext>): void {
    if (!this.disposed) this.store.setContext(changed)
  }

  /** @internal Begins the features of a yoke in use, once. */
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
    if (!this.disposed) this.link.refresh(eventType)
  }

  /** @internal Where its events are fired: itself, and the elements that it is bound to. */
  protected targets(): readonly EventTarget[] {
    return [this, ...new Set([...this.scopes].map(scope => scope.target))]
  }

  /** @internal Its media, scopes, tracks or settings have changed. */
  protected changed(): void {
    if (this.disposed) return
    this.changes += 1
    this.store.subscriptions.check()
  }

  /** @internal Tells that a function of the page ended in an exception. */
  subscriberFailed(cause: unknown): void {
    const sentence = `A function given to subscribe, or of a value of your own, ended in an exception: ${textOf(cause)}`
    this.raise(fault('subscriber-failed', sentence, 'look into it; the others are called all the same', cause))
  }

  abstract run(name: string, value?: CommandValue, source?: Element): Promise<RunResult>
  abstract configure(settings: YokeSettings): void
  abstract canRun(name: string): boolean
  abstract wake(awake?: boolean): void
  abstract readonly states: YokeView['states']
  abstract readonly values: YokeView['values']
  abstract readonly measures: YokeView['measures']
  abstract beginScrub(): void
  abstract endScrub(): void
}
