import { fault, type Result, refuse, succeed } from '../fault.ts'
import { type TimeAddress, tryParseOffset, tryParseTimeAddress } from '../time/address.ts'

/** What a command's `value` is: nothing, a time address, an offset in seconds, a volume, or a rate. */
type ValueKind = 'none' | 'time' | 'offset' | 'volume' | 'rate'

/** Every command that this library answers, and what value each takes. */
export const COMMANDS = {
  play: 'none',
  pause: 'none',
  /** Plays what is paused or ended, pauses what plays. */
  'play-pause': 'none',
  /** Pauses and returns to the start. */
  stop: 'none',
  /** Goes to the start and plays on. */
  restart: 'none',
  seek: 'time',
  /** Goes forward, or back with a minus, by seconds. */
  skip: 'offset',
  'set-volume': 'volume',
  mute: 'none',
  /** Brings sound back: the last volume heard, if the volume was 0. */
  unmute: 'none',
  'toggle-muted': 'none',
  'set-playback-rate': 'rate',
  'toggle-loop': 'none'
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
  /** Seconds; negative goes back. */
  | { readonly name: NameOf<'offset'>; readonly by: number }
  /** From 0 to 1. */
  | { readonly name: NameOf<'volume'>; readonly volume: number }
  /** 1 is the speed at which it was made. */
  | { readonly name: NameOf<'rate'>; readonly rate: number }

/** What a command's value may be in script; in markup it is always text. */
export type CommandValue = string | number

/** Whether a word is a command's name. */
export const isCommandName = (name: string): name is CommandName => Object.hasOwn(COMMANDS, name)

/** Every command's name. */
export const COMMAND_NAMES: readonly CommandName[] = Object.keys(COMMANDS) as CommandName[]

const missing = (name: CommandName, example: string): Result<never> =>
  refuse(fault('number-unreadable', `The command ${name} needs a value, and none came.`, `write value="${example}"`))

const unreadable = (name: CommandName, value: CommandValue, hint: string): Result<never> =>
  refuse(fault('number-unreadable', `A number for ${name} was expected, but “${value}” came.`, hint))

const readNumber = (value: CommandValue): number =>
  typeof value === 'string' && value.trim() === '' ? Number.NaN : Number(value)

const readVolume = (value: CommandValue): Result<Command> => {
  const percent = typeof value === 'string' ? /^\s*(\d+(?:\.\d+)?)\s*%\s*$/.exec(value) : null
  const volume = percent ? Number(percent[1]) / 100 : readNumber(value)
  if (volume >= 0 && volume <= 1) return succeed({ name: 'set-volume', volume })
  const hint =
    volume > 1 && volume <= 100
      ? `volume runs from 0 to 1; for a percentage write ${volume}%`
      : 'volume runs from 0 to 1, or from 0% to 100%'
  return unreadable('set-volume', value, hint)
}

const readRate = (value: CommandValue): Result<Command> => {
  const rate = readNumber(value)
  return Number.isFinite(rate) && rate > 0
    ? succeed({ name: 'set-playback-rate', rate })
    : unreadable('set-playback-rate', value, 'a rate is a number above 0; 1 is the speed at which it was made')
}

/** Makes a command from its name and value. What is wrong with the value is a fault that says what would be right. */
export const tryReadCommand = (name: CommandName, value?: CommandValue): Result<Command> => {
  switch (name) {
    case 'seek': {
      if (value === undefined) return missing(name, '1:30')
      const to = tryParseTimeAddress(value)
      return to.ok ? succeed({ name, to: to.value }) : to
    }
    case 'skip': {
      if (value === undefined) return missing(name, '-10')
      const by = tryParseOffset(value)
      return by.ok ? succeed({ name, by: by.value }) : by
    }
    case 'set-volume':
      return value === undefined ? missing(name, '0.5') : readVolume(value)
    case 'set-playback-rate':
      return value === undefined ? missing(name, '1.5') : readRate(value)
    default:
      return succeed({ name })
  }
}
