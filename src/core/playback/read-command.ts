import { fault, type Result, refuse, succeed } from '../fault.ts'
import { tryParseOffset, tryParseTimeAddress } from '../time/address.ts'
import { COMMANDS, type Command, type CommandName, type CommandValue, type NameOf, type ValueKind } from './commands.ts'

/** What to write, by the kind of the value that is missing. */
const EXAMPLES: Readonly<Record<Exclude<ValueKind, 'none' | 'place'>, string>> = {
  time: '1:30',
  offset: '-10',
  volume: '0.5',
  change: '-10%',
  rate: '1.5',
  steps: '-1',
  track: 'en',
  quality: '720p',
  'audio-track': 'English'
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
    : unreadable(name, value, 'write a share with or without a sign: 0.05 or -10%')
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
    case 'set-audio-track':
      return succeed({ name, audioTrack: String(given) })
    default:
      return succeed({ name })
  }
}
