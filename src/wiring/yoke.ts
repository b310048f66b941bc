import { type Fault, fault, type Result, refuse, succeed } from '../core/fault.ts'
import { nearestName } from '../core/nearest-name.ts'
import {
  COMMAND_NAMES,
  type CommandName,
  type CommandValue,
  isCommandName,
  tryReadCommand
} from '../core/playback/commands.ts'
import { type Effect, planCommand } from '../core/playback/plan.ts'
import { initialSnapshot, type MediaSnapshot, readSnapshot } from '../core/playback/snapshot.ts'
import { STATES } from '../core/playback/states.ts'
import { MEASURES, VALUES } from '../core/playback/values.ts'
import type { MediaAdapter, MediaEventType } from '../media/adapter.ts'
import { dispatchAt, warn, YokeCommandEvent, YokeFaultEvent } from './events.ts'
import { createView } from './names.ts'
import { faultOfError, faultOfPlay } from './playback-faults.ts'
import { bindScope } from './scope.ts'
import { Seeker } from './seeker.ts'
import type { AuthorCommand, AuthorValue, MeasuresView, Scope, StatesView, ValuesView, YokeView } from './surface.ts'
import { Ticker } from './ticker.ts'

/** How a command ended. `run` never rejects. */
export type RunResult = Result<void>

/** What a yoke may be given at its making. */
export interface YokeOptions {
  /** Disposes of the yoke when it aborts. */
  readonly signal?: AbortSignal
  /** Commands of your own, by name without dashes; in markup `command="--name"`. */
  readonly commands?: Readonly<Record<string, AuthorCommand>>
  /** Values of your own, by name; in markup `data-yoke-value="name"`. */
  readonly values?: Readonly<Record<string, AuthorValue>>
}

interface Subscription {
  check(): void
}

/**
 * Couples one media to any number of controls. The media owns the state; a yoke observes it, derives from it, and
 * runs commands on it. Fires the media's own events, `yoke-command` and `yoke-fault`.
 */
export class Yoke extends EventTarget implements YokeView {
  readonly commands = new Map<string, AuthorCommand>()
  readonly authorValues = new Map<string, AuthorValue>()
  readonly scopes = new Set<Scope>()
  /** Made when someone asks for it: most players live without. */
  #life: AbortController | undefined
  #disposed = false
  #states: StatesView | undefined
  #values: ValuesView | undefined
  #measures: MeasuresView | undefined
  readonly #subscriptions = new Set<Subscription>()
  #snapshot: MediaSnapshot = initialSnapshot
  #media: MediaAdapter | undefined
  #seeker: Seeker | undefined
  #release: (() => void) | undefined
  readonly #ticker = new Ticker(() => this.#refresh())
  #fault: Fault | undefined
  readonly #controls = new Map<Element, string>()
  #checkIsDue = false

  constructor(options: YokeOptions = {}) {
    super()
    for (const [name, command] of Object.entries(options.commands ?? {})) this.defineCommand(name, command)
    for (const [name, value] of Object.entries(options.values ?? {})) this.defineValue(name, value)
    if (options.signal?.aborted) this.dispose()
    else options.signal?.addEventListener('abort', () => this.dispose(), { signal: this.signal })
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

  /** All that is known of the media at this moment. */
  get snapshot(): MediaSnapshot {
    return this.#snapshot
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
    const unobserve = media?.observe(type => this.#hear(type))
    this.#release = () => unobserve?.()
    this.#snapshot = initialSnapshot
    this.#refresh()
  }

  /**
   * Runs a command by its name without dashes: one of ours, or one of your own.
   * `play` resolves when playback has truly begun, the others when the media has been told.
   * Never rejects; `{ ok: false, fault }` says why not.
   */
  async run(name: CommandName | (string & {}), value?: CommandValue, source?: Element): Promise<RunResult> {
    const targets = [this, ...[...this.scopes].map(scope => scope.target)]
    if (!dispatchAt(targets, () => new YokeCommandEvent(name, value, source))) {
      return refuse(
        fault(
          'command-prevented',
          `The command ${name} was refused by the page.`,
          'a yoke-command listener called preventDefault()'
        )
      )
    }
    const author = this.commands.get(name)
    if (author) return this.#runAuthor(name, author, value)
    if (!isCommandName(name)) return this.raise(this.unknownCommand(name), source)
    const command = tryReadCommand(name, value)
    if (!command.ok) return this.raise(command.fault, source)
    // The time runs on between events: what a command starts from is read now.
    this.#refresh()
    const plan = planCommand(command.value, this.#snapshot)
    if (!plan.ok) return this.raise(plan.fault, source)
    return this.#perform(name, plan.value)
  }

  /**
   * Calls `listener` with what `select` picks, each time that it changes, and not at once. Times change at the pace
   * of what is shown: with each event of the media, and with each whole second.
   * @returns its stop; calling it twice is harmless.
   */
  subscribe<Picked>(select: (yoke: this) => Picked, listener: (picked: Picked) => void): () => void {
    let last = select(this)
    const subscription = {
      check: () => {
        const picked = select(this)
        if (Object.is(picked, last)) return
        last = picked
        listener(picked)
      }
    }
    this.#subscriptions.add(subscription)
    return () => this.#subscriptions.delete(subscription)
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

  /** The fault of a command that nobody knows, with the name that was probably meant. */
  unknownCommand(name: string): Fault {
    const nearest = nearestName(name, [...COMMAND_NAMES, ...this.commands.keys()])
    return fault(
      'command-unknown',
      `There is no command “${name}”.`,
      nearest ? `did you mean ${nearest}?` : `there are ${COMMAND_NAMES.join(', ')}`
    )
  }

  /** Tells a fault as a `yoke-fault` event, and on the console unless a listener prevents that. */
  raise(reason: Fault, element?: Element): { readonly ok: false; readonly fault: Fault } {
    const targets = [this, ...[...this.scopes].map(scope => scope.target)]
    if (dispatchAt(targets, () => new YokeFaultEvent(reason, element))) warn(reason, element)
    return refuse(reason)
  }

  /** The commands that buttons of the page offer at this moment, by button. */
  get controls(): ReadonlyMap<Element, string> {
    return this.#controls
  }

  /** Counts a control in. @returns its way out. */
  addControl(element: Element, command: string): () => void {
    this.#controls.set(element, command)
    this.#checkSoon()
    return () => {
      if (this.#controls.delete(element)) this.#checkSoon()
    }
  }

  /** Someone begins to drag a position slider: playback does not move the playhead until {@link endScrub}. */
  beginScrub(): void {
    this.#seeker?.hold(this.#snapshot.currentTime)
    this.#setScrubbing(true)
  }

  /** The drag is over: the playhead follows the media again. */
  endScrub(): void {
    this.#seeker?.release()
    this.#setScrubbing(false)
  }

  /** Reads the media anew and brings everything coupled up to date; for values of your own that changed by themselves. */
  refresh(): void {
    this.#refresh()
  }

  /** Releases every control, listener and timer. The media is left as it is. Twice is harmless. */
  dispose(): void {
    if (this.#disposed) return
    this.#disposed = true
    this.#life?.abort()
    for (const scope of [...this.scopes]) scope.release()
    this.#release?.()
    this.#ticker.stop()
    this.#subscriptions.clear()
    this.#media = undefined
  }

  #runAuthor(name: string, command: AuthorCommand, value: CommandValue | undefined): Promise<RunResult> {
    return new Promise<void>(resolve => resolve(command(value, this))).then(
      () => succeed(undefined),
      cause =>
        this.raise(
          fault(
            'command-failed',
            `The command ${name} ended in an exception: ${String(cause)}`,
            'look into the function that was given to defineCommand',
            cause
          )
        )
    )
  }

  async #perform(name: string, effects: readonly Effect[]): Promise<RunResult> {
    const media = this.#media
    let begun: Promise<void> | undefined
    try {
      for (const effect of effects) begun = (media && this.#apply(media, effect)) ?? begun
    } catch (cause) {
      return this.raise(
        fault(
          'command-failed',
          `The command ${name} was refused by the media: ${String(cause)}`,
          'look at the capabilities of the media',
          cause
        )
      )
    }
    this.#refresh()
    try {
      await begun
      return succeed(undefined)
    } catch (cause) {
      this.#refresh()
      return this.#playRefused(faultOfPlay(cause))
    }
  }

  #apply(media: MediaAdapter, effect: Effect): Promise<void> | undefined {
    if (effect.do === 'play') return media.play()
    if (effect.do !== 'set') media.pause()
    else if (effect.property === 'currentTime') this.#seeker?.seek(effect.to)
    else Object.assign(media, { [effect.property]: effect.to })
    return undefined
  }

  #playRefused(reason: Fault): RunResult {
    // A play that was taken back is nobody's fault, and a media that failed has told so already.
    if (reason.code !== 'play-blocked') return refuse(reason)
    this.#fault = reason
    this.#check()
    return this.raise(reason)
  }

  #hear(type: MediaEventType): void {
    if (type === 'seeked') this.#seeker?.proceed()
    if (type === 'emptied') {
      this.#seeker?.forget()
      this.#fault = undefined
    }
    if (type === 'playing') this.#fault = undefined
    this.#refresh(type)
    this.dispatchEvent(new Event(type))
  }

  #mediaFailed(): void {
    if (!this.#media?.error) return
    const reason = faultOfError(this.#media.error, this.#media.currentSrc)
    this.#fault = reason
    this.#check()
    // A media may have failed before its player came: told after the player is where its page can hear it.
    queueMicrotask(() => this.#disposed || this.raise(reason))
  }

  #setScrubbing(scrubbing: boolean): void {
    this.#snapshot = { ...this.#snapshot, scrubbing }
    this.#refresh()
  }

  #refresh(eventType?: MediaEventType): void {
    if (this.#disposed) return
    const failedBefore = this.#snapshot.error !== undefined
    if (this.#media) {
      const seen = readSnapshot(this.#media, this.#snapshot, eventType)
      const target = this.#seeker?.target
      this.#snapshot = target === undefined ? seen : { ...seen, currentTime: target }
    }
    this.#check()
    this.#ticker.follow(this.#snapshot)
    // An engine sets its error before it tells of it: the fault comes with the state, and once.
    if (this.#snapshot.error && !failedBefore) this.#mediaFailed()
  }

  /** Once for all controls that come or go in one go. */
  #checkSoon(): void {
    if (this.#checkIsDue) return
    this.#checkIsDue = true
    queueMicrotask(() => {
      this.#checkIsDue = false
      this.#check()
    })
  }

  #check(): void {
    for (const subscription of [...this.#subscriptions]) subscription.check()
  }
}

const nameTaken = (kind: string, name: string): Fault =>
  fault(
    'name-taken',
    `A ${kind} of your own was to be called “${name}”, and that is one of the library's.`,
    'choose another name'
  )

/** Where the platform knows `using`, a yoke can be disposed of by it. */
if (typeof Symbol.dispose === 'symbol') {
  Object.defineProperty(Yoke.prototype, Symbol.dispose, { value: Yoke.prototype.dispose, configurable: true })
}
