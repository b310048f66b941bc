import { fault, type Result, refuse, succeed } from '../fault.ts'
import { type TimeAddress, tryParseOffset, tryParseTimeAddress } from '../time/address.ts'

/** What a command's `value` is: nothing, a time address, an offset in seconds, a volume, a change of volume, a rate, a number of steps, a text track, or a quality. */
type ValueKind = 'none' | 'time' | 'place' | 'offset' | 'volume' | 'change' | 'rate' | 'steps' | 'track' | 'quality'

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
  /** Takes one of the qualities that a hosted service offers, by its own word. */
  'set-quality': 'quality',
  'request-fullscreen': 'none',
  'exit-fullscreen': 'none',
  'toggle-fullscreen': 'none',
  'request-picture-in-picture': 'none',
  'exit-picture-in-picture': 'none',
  'toggle-picture-in-picture': 'none'
} as const satisfies Record<string, ValueKind>

/** One of the commands. */
export type CommandName = keyof typeof COMMANDS
type NameOf<Kind extends ValueKind> = {
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

/** What a command's value may be in script; in markup it is always text. */
export type CommandValue = string | number

/** Whether a word is a command's name. */
export const isCommandName = (name: string): name is CommandName => Object.hasOwn(COMMANDS, name)

/** Every command's name. */
export const COMMAND_NAMES: readonly CommandName[] = Object.keys(COMMANDS) as CommandName[]

/** What to write, by the kind of the value that is missing. */
const EXAMPLES: Readonly<Record<Exclude<ValueKind, 'none' | 'place'>, string>> = {
  time: '1:30',
  offset: '-10',
  volume: '0.5',
  change: '-10%',
  rate: '1.5',
  steps: '-1',
  track: 'en',
  quality: '720p'
}

const unreadable = (name: CommandName, value: CommandValue, hint: string): Result<never> =>
  refuse(fault('number-unreadable', `A number for ${name} was expected, but “${value}” came.`, hint))

const readNumber = (value: CommandValue): number =>
  typeof value === 'string' && value.trim() === '' ? Number.NaN : Number(value)

/** `40%` and `0.4` are the same; anything else is `NaN`. */
const readShare = (value: CommandValue): number => {
  const percent = typeof value === 'string' ? /^\s*([+-]?\d+(?:\.\d+)?)\s*%\s*$/.exec(value) : null
  return percent ? Number(percent[1]) / 100 : readNumber(value)
}

const readVolume = (name: NameOf<'volume'>, value: CommandValue): Result<Command> => {
  const volume = readShare(value)
  if (volume >= 0 && volume <= 1) return succeed({ name, volume })
  const hint =
    volume > 1 && volume <= 100
      ? `volume runs from 0 to 1; for a percentage write ${volume}%`
      : 'volume runs from 0 to 1, or from 0% to 100%'
  return unreadable(name, value, hint)
}

const readChange = (name: NameOf<'change'>, value: CommandValue): Result<Command> => {
  const by = readShare(value)
  return Math.abs(by) <= 1
    ? succeed({ name, by })
    : unreadable(name, value, 'write a share of the whole volume with or without a sign: 0.05 or -10%')
}

const readRate = (name: NameOf<'rate'>, value: CommandValue): Result<Command> => {
  const rate = readNumber(value)
  return Number.isFinite(rate) && rate > 0
    ? succeed({ name, rate })
    : unreadable(name, value, 'a rate is a number above 0; 1 is the speed at which it was made')
}

const readSteps = (name: NameOf<'steps'>, value: CommandValue): Result<Command> => {
  const by = readNumber(value)
  return Number.isInteger(by)
    ? succeed({ name, by })
    : unreadable(name, value, 'write a whole number with or without a sign: 1 or -1')
}

const readPlace = (name: NameOf<'time' | 'place'>, value: CommandValue): Result<Command> => {
  const to = tryParseTimeAddress(value)
  return to.ok ? succeed({ name, to: to.value }) : to
}

/** Makes a command from its name and value. What is wrong with the value is a fault that says what would be right. */
export const tryReadCommand = (name: CommandName, value?: CommandValue): Result<Command> => {
  const kind = COMMANDS[name]
  if (kind !== 'none' && kind !== 'place' && value === undefined) {
    return refuse(
      fault('number-unreadable', `The command ${name} needs a value, and none came.`, `write value="${EXAMPLES[kind]}"`)
    )
  }
  const given = value ?? ''
  switch (name) {
    case 'seek':
      return readPlace(name, given)
    case 'stop':
      return given === '' ? succeed({ name }) : readPlace(name, given)
    case 'skip': {
      const by = tryParseOffset(given)
      return by.ok ? succeed({ name, by: by.value }) : by
    }
    case 'set-volume':
      return readVolume(name, given)
    case 'change-volume':
      return readChange(name, given)
    case 'set-playback-rate':
      return readRate(name, given)
    case 'change-playback-rate':
    case 'step-frame':
      return readSteps(name, given)
    case 'set-captions':
      return succeed({ name, track: String(given) })
    case 'set-quality':
      return succeed({ name, quality: String(given) })
    default:
      return succeed({ name })
  }
}
