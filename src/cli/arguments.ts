import type { ArgsDef } from 'citty'
import { nearestName } from '../core/nearest-name.ts'
import { tryParseOffset, tryParseTimeAddress } from '../core/time/address.ts'

/** What citty makes of a command line. */
export type Args = Readonly<Record<string, unknown>> & { readonly _: readonly string[] }

const plain = (name: string): string => name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())

/** @throws a sentence for an option that the command does not have, or that was to have a value and has none. */
export const checkOptions = (args: Args, known: ArgsDef): void => {
  const names = Object.keys(known)
  const stranger = Object.keys(args).find(name => name !== '_' && !names.some(option => plain(option) === plain(name)))
  if (stranger !== undefined) {
    const nearest = nearestName(stranger, names)
    throw new Error(`there is no option --${stranger}${nearest ? `; did you mean --${nearest}?` : ''}`)
  }
  // The option after it was taken for its value: `--public --json`.
  const empty = names.find(name => known[name]?.type === 'string' && /^(?:$|--)/.test(String(args[name] ?? '-')))
  if (empty !== undefined) throw new Error(`--${empty} needs a value; write it behind an equals sign: --${empty}=…`)
}

export const textOf = (args: Args, name: string): string | undefined => {
  const value = args[name] ?? args[plain(name)]
  return typeof value === 'string' && value !== '' ? value : undefined
}

/** Whether a switch is on; one that is on by itself can be turned off by `--no-…`. */
export const isOn = (args: Args, name: string): boolean => (args[name] ?? args[plain(name)]) === true

/** The files that were named. @throws a sentence where there is none. */
export const filesOf = (args: Args): readonly string[] => {
  if (args._.length === 0) throw new Error('no file was named')
  return args._
}

/** The one file. @throws a sentence where there is none, or more. */
export const fileOf = (args: Args): string => {
  const [first = '', ...more] = filesOf(args)
  if (more.length > 0) throw new Error(`one file was expected, but ${args._.length} came`)
  return first
}

/** @throws a sentence where the option is missing. */
export const needed = (args: Args, name: string, example: string): string => {
  const text = textOf(args, name)
  if (text === undefined) throw new Error(`--${name} is missing; write for example --${name}=${example}`)
  return text
}

/** Seconds with or without a sign: `2.5`, `-1:30`. @throws a sentence. */
export const readShift = (text: string): number => {
  const offset = tryParseOffset(text)
  if (offset.ok) return offset.value
  const sign = text.startsWith('-') ? -1 : 1
  return sign * readTime(text.replace(/^[+-]/, ''))
}

/** A second, as a time address names it. @throws a sentence. */
export const readTime = (text: string): number => {
  const address = tryParseTimeAddress(text)
  if (address.ok && address.value.kind === 'seconds') return address.value.seconds
  throw new Error(`“${text}” is no time; ${address.ok ? 'write seconds (90) or a clock (1:30)' : address.fault.hint}`)
}

/** A number above 0. @throws a sentence. */
export const readFactor = (text: string): number => {
  const fraction = /^(\d+)\/(\d+)$/.exec(text)
  const value = fraction ? Number(fraction[1]) / Number(fraction[2]) : Number(text)
  if (Number.isFinite(value) && value > 0) return value
  throw new Error(`“${text}” is no number above 0; write for example 25 or 24000/1001`)
}
