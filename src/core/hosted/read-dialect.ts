import type { ClipParts } from './addresses.ts'
import type { DialectCommand, DialectValue, DialectWords, Unit } from './dialect.ts'

/** How many of the service's make one of ours. */
const SIZES: Readonly<Record<Unit, number>> = { seconds: 1, milliseconds: 1000, fraction: 1, percent: 100 }

/** A text with the parts of a clip in the places of their names in braces. */
export const fillIn = (text: string, parts: ClipParts): string =>
  text.replace(/\{(\w+)\}/g, (written, name: string) =>
    Object.hasOwn(parts, name) ? encodeURIComponent(parts[name] ?? '') : written
  )

/** One of our numbers as the service counts; anything else as it is. */
const toService = (value: unknown, unit: Unit = 'seconds'): unknown =>
  typeof value === 'number' ? value * SIZES[unit] : value

/** One of the service's numbers as we count; anything else as it is. */
const fromService = (value: unknown, unit: Unit = 'seconds'): unknown =>
  typeof value === 'number' ? value / SIZES[unit] : value

/** What is asked for, and with what, in the service's names and units; `value` is `undefined` where the name says it all. */
export interface ServiceRequest {
  readonly name: string
  readonly value: unknown
}

export const requestOf = (command: DialectCommand, value: unknown): ServiceRequest => {
  if (typeof command === 'string') return { name: command, value }
  if ('on' in command) return { name: value ? command.on : command.off, value: undefined }
  return { name: command.name, value: toService(value, command.unit) }
}

/** What stands at `at` in what has come: names with dots between. Only own members count. */
export const valueAt = (come: unknown, at: string | undefined): unknown => {
  let value = come
  for (const name of at?.split('.') ?? []) {
    if (typeof value !== 'object' || value === null || !Object.hasOwn(value, name)) return undefined
    value = (value as Record<string, unknown>)[name]
  }
  return value
}

/** A value as we count it, from what has come. */
export const readHosted = (value: DialectValue, come: unknown): unknown =>
  fromService(valueAt(come, value.at), value.unit)

/** Our word for what has come; `undefined` where the dialect has none. */
export const wordOf = <Word extends string>(words: DialectWords<Word>, come: unknown): Word | undefined => {
  const found = valueAt(come, words.at)
  const isWord = typeof found === 'string' || typeof found === 'number'
  return isWord && Object.hasOwn(words.are, String(found)) ? words.are[String(found)] : undefined
}
