import type { FaultCode } from '../fault.ts'

/** What a service counts in, where that is not what we count in: seconds of time, and volume from 0 to 1. */
export type Unit = 'seconds' | 'milliseconds' | 'fraction' | 'percent'

/** What is asked of a service, by our names. */
export const HOSTED_COMMANDS = ['play', 'pause', 'seek', 'volume', 'muted', 'playbackRate', 'loop', 'quality'] as const

/** One of {@link HOSTED_COMMANDS}. */
export type HostedCommand = (typeof HOSTED_COMMANDS)[number]

/** What a service tells, by our names. */
export const HOSTED_VALUES = [
  'currentTime',
  'duration',
  'seekableStart',
  'seekableEnd',
  'bufferedEnd',
  'volume',
  'muted',
  'playbackRate',
  'rates',
  'quality',
  'qualities',
  'title',
  'poster',
  'videoWidth',
  'videoHeight'
] as const

/** One of {@link HOSTED_VALUES}. */
export type HostedValue = (typeof HOSTED_VALUES)[number]

/** What a service may be doing. In an advertisement, and where it wants a press, its own surface takes presses. */
export const HOSTED_STATES = ['ready', 'waiting', 'playing', 'paused', 'ended', 'advert', 'press-wanted'] as const

/** One of {@link HOSTED_STATES}. */
export type HostedState = (typeof HOSTED_STATES)[number]

/** How a command is asked for: by a name, with a unit, or by two names where it is turned on and off. */
export type DialectCommand =
  | string
  | { readonly name: string; readonly unit?: Unit }
  | { readonly on: string; readonly off: string }

/** Where a value comes from: pushed with an event, or polled by a name that is called or asked. */
export interface DialectValue {
  /** The event that brings it. */
  readonly push?: string
  /** What is called, or asked, to have it. */
  readonly poll?: string
  /** Where in what comes it stands: names with dots between. Default: all of it. */
  readonly at?: string
  readonly unit?: Unit
}

/** States, and errors, by what the service calls them. */
export interface DialectWords<Word extends string> extends DialectValue {
  /** The service's word, or number, for each. */
  readonly are: Readonly<Record<string, Word>>
}

/** The frame in which the service shows a clip. */
export interface DialectFrame {
  /** Its address, on {@link DialectData.origin} unless it says another; `{clip}` is the code of the clip. */
  readonly src: string
  /** What its address says besides: how the service's own controls, title and suggestions are left out. */
  readonly parameters?: Readonly<Record<string, string>>
  /** The feature policy of the frame: what it may do (HTML, `allow`). Default `autoplay`. */
  readonly allow?: readonly string[]
  /** What its sandbox lets it do (HTML, `sandbox`). Absent: no sandbox, because the service does not bear one. */
  readonly sandbox?: readonly string[]
  /** Default `strict-origin-when-cross-origin` (Referrer Policy). */
  readonly referrerPolicy?: string
}

/** A service that is talked to by messages between windows, in JSON (HTML, "Cross-document messaging"). */
export interface DialectMessages {
  /** What stands in every message, both ways; a message without it is not the service's. */
  readonly always?: Readonly<Record<string, string | number>>
  /** Messages are objects and not text. Default: JSON text. */
  readonly areObjects?: boolean
  /** The keys of a request: what is asked for, with what, and under which number. */
  readonly request: { readonly name: string; readonly value: string; readonly id?: string }
  /** The keys of an answer; absent for a service that does not answer. */
  readonly reply?: { readonly id: string; readonly ok?: string; readonly value?: string; readonly reason?: string }
  /** The keys of an event. */
  readonly event: { readonly name: string; readonly value?: string }
}

/** A service that is talked to by an object that its script puts on `window`. */
export interface DialectScript {
  /** The address of the script, on {@link DialectData.origin} unless it says another. */
  readonly src: string
  /** The name of the object. */
  readonly global: string
  /** The function of a fixed name that the script calls when it is ready; absent where it is ready once it has run. */
  readonly callback?: string
  /** The member that makes a player: called with an element, the code of the clip, and options. */
  readonly make: string
  /** Options: how the service's own controls, title and suggestions are left out. */
  readonly options?: Readonly<Record<string, unknown>>
  /** The option that holds the functions to be called, by the names of {@link DialectValue.push}. */
  readonly callbacks?: string
  /** The member that ends a player. */
  readonly end?: string
}

/** The data of a dialect: what can stand in a JSON document. */
export interface DialectData {
  /** As viewers and faults say it. */
  readonly name: string
  /** Where the service lives: `https://lantern.example`. */
  readonly origin: string
  /** The addresses of its clips, on its origin unless they say another: `/watch/{clip}`, `/player?clip={clip}`. */
  readonly addresses: readonly string[]
  readonly frame?: DialectFrame
  /** One of both: messages, or a script. */
  readonly messages?: DialectMessages
  readonly script?: DialectScript
  /** The event by which it says that it takes commands; absent where it does so at once. */
  readonly ready?: string
  /** What it can be asked for; what is not here it cannot do. */
  readonly commands: Readonly<Partial<Record<HostedCommand, DialectCommand>>>
  /** What it tells. */
  readonly values: Readonly<Partial<Record<HostedValue, DialectValue>>>
  readonly states: DialectWords<HostedState>
  /** Its errors, and the reasons of its refusals, as our faults. */
  readonly errors?: DialectWords<FaultCode>
  /** The reasons of a refused `play` that mean: a press is wanted first. */
  readonly pressReasons?: readonly string[]
  /** How often polled values are asked for while it plays, in times a second. Default 5. */
  readonly pollsPerSecond?: number
  /** The rates that it plays at, where it does not tell them. */
  readonly rates?: readonly number[]
}
