import type { Fault } from '../core/fault.ts'
import type { CommandValue } from '../core/playback/commands.ts'
import type { MediaSnapshot } from '../core/playback/snapshot.ts'
import type { MediaAdapter } from '../media/adapter.ts'

/** What a value of an author's own may be. `undefined` is shown as not known. */
export type PlainValue = string | number | boolean | undefined

/** A command of an author's own. In markup the value is the button's `value`, as text. */
export type AuthorCommand = (value: CommandValue | undefined, yoke: YokeView) => void | Promise<void>

/** A value of an author's own. */
export interface AuthorValue {
  /** Called whenever the media changes, and by `refresh()`: keep it cheap. */
  read(yoke: YokeView): PlainValue
  /** Called when a form control was changed by the viewer; without it, form controls are read only. */
  write?(value: string | number | boolean, yoke: YokeView): void
}

/** A place in the document that is coupled to a yoke, with all that stands in it. */
export interface Scope {
  readonly root: Element | ShadowRoot
  /** The element that events are fired at: the root, or the host of a shadow root. */
  readonly target: Element
  release(): void
}

/** What couplings know of a yoke. */
export interface YokeView {
  readonly media: MediaAdapter | undefined
  readonly snapshot: MediaSnapshot
  readonly fault: Fault | undefined
  readonly signal: AbortSignal
  readonly commands: ReadonlyMap<string, AuthorCommand>
  readonly authorValues: ReadonlyMap<string, AuthorValue>
  readonly scopes: Set<Scope>
  run(name: string, value?: CommandValue, source?: Element): Promise<{ readonly ok: boolean }>
  subscribe<Picked>(select: (yoke: this) => Picked, listener: (picked: Picked) => void): () => void
  unknownCommand(name: string): Fault
  raise(reason: Fault, element?: Element): { readonly ok: false; readonly fault: Fault }
  /** Counts a control in. @returns its way out. */
  addControl(element: Element, command: string): () => void
  beginScrub(): void
  endScrub(): void
  refresh(): void
}

/** What couples one attribute of one element. */
export interface Coupling {
  /** Called for events of the element: those of {@link COUPLED_EVENTS} in `tree.ts`. */
  handle?(event: Event): void
  release(): void
}

export type Couple = (element: HTMLElement, yoke: YokeView) => Coupling | undefined
