/// <reference lib="esnext.disposable" preserve="true" />
import { type Fault, fault, refuse, textOf } from '../../core/fault.ts'
import { type CommandName, type CommandValue, isCommandName } from '../../core/playback/commands.ts'
import type { StartOutcome } from '../../core/playback/start.ts'
import { isStateName } from '../../core/playback/states.ts'
import { VALUES } from '../../core/playback/values.ts'
import { whyIgnored } from '../../core/settings/ignored.ts'
import type { SettingExplanation } from '../../core/settings/layers.ts'
import type { SettingKey } from '../../core/settings/table.ts'
import type { SourceReport } from '../../core/sources/reports.ts'
import { bring, definePart, use } from '../../loading/part.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { scheduleChecks } from '../checks/schedule.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { CONTROLS } from '../scope/controls-part.ts'
import { yokeOfControl } from '../scope/registry.ts'
import { bindScope } from '../scope/scope.ts'
import type { YokeSettings } from '../settings/settings.ts'
import { dispatchAt, YokeCommandEvent } from './events.ts'
import type { Inspection } from './inspect.ts'
import { availabilityIn } from './own-names.ts'
import type { CommandHost, RunResult } from './run-command.ts'
import { Views } from './views.ts'
import { YokeCore } from './yoke-core.ts'
import type {
  AuthorCommand,
  AuthorState,
  AuthorValue,
  CommandAction,
  MeasuresView,
  StatesView,
  ValuesView
} from './yoke-view.ts'

const INSPECTOR = definePart(() => import('./inspect.ts'))

/** What a yoke may be given at its making. */
export interface YokeOptions extends YokeSettings {
  /** Disposes of the yoke when it aborts. */
  readonly signal?: AbortSignal
  /** Commands of your own, by name without dashes; in markup `command="--name"`. */
  readonly commands?: Readonly<Record<string, CommandAction | AuthorCommand>>
  /** Values of your own, by name; in markup `data-yoke-value="name"`. */
  readonly values?: Readonly<Record<string, AuthorValue>>
  /** States of your own, by name; in markup `data-yoke-when="name"`, in CSS `:state(name)`. */
  readonly states?: Readonly<Record<string, AuthorState>>
}

/**
 * Couples one media to any number of controls. The media owns the state; a yoke observes it, derives from it, and
 * runs commands on it. Fires the media's own events, `yoke-command`, `yoke-start` and `yoke-fault`.
 */
export class Yoke extends YokeCore implements CommandHost {
  /** {@link dispose}, for `using yoke = createYoke(…)`, where the platform knows it. */
  declare readonly [Symbol.dispose]: () => void
  readonly #views = new Views(() => this.snapshot)

  constructor(options: YokeOptions = {}) {
    super()
    const { signal, commands = {}, values = {}, states = {}, ...settings } = options
    for (const [name, command] of Object.entries(commands)) this.defineCommand(name, command)
    for (const [name, value] of Object.entries(values)) this.defineValue(name, value)
    for (const [name, state] of Object.entries(states)) this.defineState(name, state)
    this.configure(settings)
    scheduleChecks()
    if (signal?.aborted) this.dispose()
    else signal?.addEventListener('abort', () => this.dispose(), { signal: this.signal })
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
    return this.lineup?.list ?? this.media?.sources?.list ?? []
  }

  /** What has come of a start by itself. `yoke-start` tells of it. */
  get startOutcome(): StartOutcome {
    return this.snapshot.startOutcome
  }

  /**
   * Changes settings; what is left out stays as it is, and `undefined` takes one back. A setting that cannot be read is a
   * fault and changes nothing; so is one that there is not: `setting-unknown`.
   */
  configure(settings: YokeSettings): void {
    this.layers.take('script', settings)
  }

  /**
   * Says what a setting is, which place settled it (see `SettingOrigin`), what that hid, and whether the media honours it:
   * sound passes over what is of a picture, a hosted service over more (`whyIgnored` says why). `start.when` and its like are named with a point. `undefined`, and a fault, for a setting that there is not.
   */
  explain(
    key: SettingKey | (string & {})
  ): (SettingExplanation & { readonly isHonoured: boolean; readonly whyIgnored: string }) | undefined {
    const explanation = this.preset?.explain(key) ?? this.layers.explain(key)
    if (!explanation) return undefined
    const why = this.media ? whyIgnored(explanation.key, this.media) : ''
    return { ...explanation, isHonoured: why === '', whyIgnored: why }
  }

  /**
   * Puts a media under this yoke's controls, in place of the one before, which is left as it is. `undefined` takes
   * it away: the controls then say that nothing is known.
   */
  attach(media: MediaAdapter | undefined): void {
    if (this.disposed || media === this.media) return
    this.link.attach(media)
    this.layers.adopt(media)
    this.lookForTracks()
  }

  /**
   * Runs a command by its name without dashes: one of ours, or one of your own.
   * `play` resolves when playback has truly begun, full screen when it is there, the others when the media has been
   * told. Never rejects; `{ ok: false, fault }` says why not.
   */
  run(wanted: CommandName | (string & {}), value?: CommandValue, source?: Element): Promise<RunResult> {
    const name = textOf(wanted)
    return new Promise(resolve => {
      if (this.disposed)
        resolve(refuse(fault('media-absent', `The command ${name} came after dispose().`, 'make a new one')))
      else if (dispatchAt(this.targets(), () => new YokeCommandEvent(name, value, source))) {
        const host = { raise: (reason: Fault) => resolve(this.raise(reason)) }
        use(CONTROLS, host, ({ runCommand }) => {
          this.attend()
          resolve(runCommand(this, name, value, source))
        })
      } else {
        const sentence = `The command ${name} was refused by the page.`
        resolve(refuse(fault('command-prevented', sentence, 'a listener of yoke-command prevented it')))
      }
    })
  }

  /**
   * Couples what stands in `root`, now and later, to this yoke: command buttons, values, states, fills.
   * Controls elsewhere can name `root` by its id.
   * @returns its release; calling it twice is harmless.
   */
  bind(root: Element | ShadowRoot): () => void {
    return bindScope(this, root)
  }

  /** Adds a command of your own: what it does, or that with what its buttons show. A fault `name-taken` where the name is one of ours. */
  defineCommand(name: string, command: CommandAction | AuthorCommand): void {
    if (isCommandName(name)) this.#refuseName('command', name)
    else this.commands.set(name, typeof command === 'function' ? { run: command } : command)
    this.refresh()
  }

  /** Adds a value of your own; a fault `name-taken` where the name is one of ours. */
  defineValue(name: string, value: AuthorValue): void {
    if (Object.hasOwn(VALUES, name)) this.#refuseName('value', name)
    else if (typeof value?.read !== 'function') this.subscriberFailed(new TypeError(`the value ${name} has no read`))
    else this.authorValues.set(name, value)
    this.refresh()
  }

  /** Adds a state of your own; a fault `name-taken` where the name is one of ours. */
  defineState(name: string, state: AuthorState): void {
    if (isStateName(name)) this.#refuseName('state', name)
    else this.authorStates.set(name, state)
    this.refresh()
  }

  /** Whether a command is known and could run now, whatever its value. */
  canRun(name: string): boolean {
    return availabilityIn(name, this) === 'now'
  }

  /** Someone begins to drag a position slider: playback does not move the playhead until {@link endScrub}. */
  beginScrub(): void {
    this.link.beginScrub()
  }

  /** The drag is over: the playhead follows the media again. */
  endScrub(): void {
    this.link.endScrub()
  }

  /** Someone is there: what hides while nobody is comes back, or with `false` goes at once. */
  wake(awake = true): void {
    if (awake) for (const listener of this.wakeListeners) listener()
    else this.setContext({ idle: true })
  }

  /**
   * Prints all that is so: states, values, what is coupled to what, and why something is disabled or hidden.
   * @returns the same as data; `undefined` where what looks could not be loaded.
   */
  async inspect(): Promise<Inspection | undefined> {
    const inspector = await bring(INSPECTOR, this)
    const seen = inspector?.inspect(this, yokeOfControl)
    if (seen) inspector?.printInspection(seen)
    return seen
  }

  /** Releases every control, listener and timer. The media is left as it is. Twice is harmless. */
  dispose(): void {
    if (this.disposed) return
    this.life.abort()
    for (const scope of [...this.scopes]) scope.release()
    this.timeline.stop()
    this.layers.stop()
    this.store.subscriptions.clear()
    this.link.stop()
  }

  #refuseName(kind: string, name: string): void {
    tellMistake(this, undefined, ({ nameTaken }) => nameTaken(kind, name))
  }
}

/** Where the platform knows `using`, a yoke can be disposed of by it. */
if (typeof Symbol.dispose === 'symbol') {
  Object.defineProperty(Yoke.prototype, Symbol.dispose, { value: Yoke.prototype.dispose, configurable: true })
}
