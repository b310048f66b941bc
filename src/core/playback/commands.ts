import type { TimeAddress } from '../time/place.ts'

/** What a command's `value` is: nothing, a time address, an offset in seconds, a volume, a change of volume, a rate, a number of steps, a text track, a quality, or an audio track. */
export type ValueKind =
  | 'none'
  | 'time'
  | 'place'
  | 'offset'
  | 'volume'
  | 'change'
  | 'rate'
  | 'steps'
  | 'track'
  | 'quality'
  | 'audio-track'

/** Every command that this library answers, and what value each takes. */
export const COMMANDS = {
  play: 'none',
  pause: 'none',
  /** Plays what is paused or ended, pauses what plays. */
  'play-pause': 'none',
  /** Pauses and returns to the start, or to the time address that is its value. */
  stop: 'place',
  /** Goes to the start and plays on. */
  restart: 'none',
  /** Loads anew what has failed, and goes on where it was. */
  retry: 'none',
  seek: 'time',
  /** Goes forward, or back with a minus, by seconds. */
  skip: 'offset',
  /** To the newest that can be had of something live. */
  'seek-live': 'none',
  /** Pauses and goes on, or back with a minus, by whole frames. */
  'step-frame': 'steps',
  'set-volume': 'volume',
  /** Louder, or softer with a minus, by a share of the whole: `0.05`, `-10%`. */
  'change-volume': 'change',
  mute: 'none',
  /** Brings sound back: the last volume heard, if the volume was 0. */
  unmute: 'none',
  'toggle-muted': 'none',
  'set-playback-rate': 'rate',
  /** Faster, or slower with a minus, by places in the list of rates. */
  'change-playback-rate': 'steps',
  'toggle-loop': 'none',
  /** Shows the text track of this id, label or language; `off` shows none. */
  'set-captions': 'track',
  /** Shows the track chosen last, else the one that suits the viewer; or none. */
  'toggle-captions': 'none',
  /** Takes one of the qualities that a stream or a hosted service offers, by its own word; `auto` leaves it to the line. */
  'set-quality': 'quality',
  /** Plays the audio track of this label: another language, or a commentary. */
  'set-audio-track': 'audio-track',
  'request-fullscreen': 'none',
  'exit-fullscreen': 'none',
  'toggle-fullscreen': 'none',
  'request-picture-in-picture': 'none',
  'exit-picture-in-picture': 'none',
  'toggle-picture-in-picture': 'none'
} as const satisfies Record<string, ValueKind>

/** One of the commands. */
export type CommandName = keyof typeof COMMANDS
/** The names of commands whose value is of a kind. */
export type NameOf<Kind extends ValueKind> = {
  [Name in CommandName]: (typeof COMMANDS)[Name] extends Kind ? Name : never
}[CommandName]

/** A command as data: a button, a key, a list entry and a script call all become one of these. */
export type Command =
  | { readonly name: NameOf<'none'> }
  | { readonly name: NameOf<'time'>; readonly to: TimeAddress }
  | { readonly name: NameOf<'place'>; readonly to?: TimeAddress }
  /** Seconds, a share of the whole volume, or steps; negative goes back. */
  | { readonly name: NameOf<'offset' | 'change' | 'steps'>; readonly by: number }
  /** From 0 to 1. */
  | { readonly name: NameOf<'volume'>; readonly volume: number }
  /** 1 is the speed at which it was made. */
  | { readonly name: NameOf<'rate'>; readonly rate: number }
  /** An id, a label, a language, or `off`. */
  | { readonly name: NameOf<'track'>; readonly track: string }
  /** In the word of whoever offers it. */
  | { readonly name: NameOf<'quality'>; readonly quality: string }
  /** By its label. */
  | { readonly name: NameOf<'audio-track'>; readonly audioTrack: string }

/** What a command's value may be in script; in markup it is always text. */
export type CommandValue = string | number

/** Whether a word is a command's name. */
export const isCommandName = (name: string): name is CommandName => Object.hasOwn(COMMANDS, name)

/** Every command's name. */
export const COMMAND_NAMES: readonly CommandName[] = Object.keys(COMMANDS) as CommandName[]
