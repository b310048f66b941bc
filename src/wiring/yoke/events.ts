import { type Fault, printFault } from '../../core/fault.ts'
import type { CommandValue } from '../../core/playback/commands.ts'
import type { StartOutcome } from '../../core/playback/start.ts'

/**
 * `yoke-command`: a command is about to run, whoever asked: a button, a key, a script. Fired at the yoke, then at the
 * elements that it is bound to, where it bubbles. `preventDefault()` refuses the command.
 */
export class YokeCommandEvent extends Event {
  /** The command's name, without dashes in front. */
  readonly command: string
  readonly value: CommandValue | undefined
  /** The control that asked, if it was one. */
  readonly source: Element | undefined

  constructor(command: string, value: CommandValue | undefined, source: Element | undefined) {
    super('yoke-command', { bubbles: true, cancelable: true, composed: true })
    this.command = command
    this.value = value
    this.source = source
  }
}

/**
 * `yoke-fault`: something went wrong, and the page goes on. Fired like `yoke-command`. Unless `preventDefault()` is
 * called, the fault is printed on the console as a warning.
 */
export class YokeFaultEvent extends Event {
  readonly fault: Fault
  /** The element whose markup is at fault, if it is one. */
  readonly element: Element | undefined

  constructor(fault: Fault, element: Element | undefined) {
    super('yoke-fault', { bubbles: true, cancelable: true, composed: true })
    this.fault = fault
    this.element = element
  }
}

/**
 * `yoke-start`: what has come of a start by itself: it plays with or without sound, waits for a press, or was held back.
 * Fired like `yoke-command`; nothing can be prevented any more.
 */
export class YokeStartEvent extends Event {
  readonly outcome: StartOutcome

  constructor(outcome: StartOutcome) {
    super('yoke-start', { bubbles: true, composed: true })
    this.outcome = outcome
  }
}

declare global {
  interface HTMLElementEventMap extends YokeEventMap {}
  interface DocumentEventMap extends YokeEventMap {}
  interface WindowEventMap extends YokeEventMap {}
}

/** The library's own events, by their types. */
export interface YokeEventMap {
  'yoke-command': YokeCommandEvent
  'yoke-fault': YokeFaultEvent
  'yoke-start': YokeStartEvent
}

/** An event at several targets, until one refuses it. Each gets its own: an event can be under way only once. */
export const dispatchAt = (targets: Iterable<EventTarget>, create: () => Event): boolean => {
  for (const target of targets) if (!target.dispatchEvent(create())) return false
  return true
}

/** Tells a fault that is of no yoke at the element whose markup has it, and on the console unless a listener prevents that. */
export const reportAt = (element: Element, fault: Fault): void => {
  if (element.dispatchEvent(new YokeFaultEvent(fault, element))) warn(fault, element)
}

export const warn = (fault: Fault, element: Element | undefined): void => {
  // The one place that prints; `yoke-fault` silences it.
  // biome-ignore lint/suspicious/noConsole: a fault that nobody handled is said where a developer looks.
  if (element) console.warn(printFault(fault), element)
  // biome-ignore lint/suspicious/noConsole: as above.
  else console.warn(printFault(fault))
}
