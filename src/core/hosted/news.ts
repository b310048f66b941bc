import type { FaultCode } from '../fault.ts'
import type { DialectData, HostedState, HostedValue } from './dialect.ts'
import { readHosted, wordOf } from './read-dialect.ts'

/** What a service has told, in our names and units. What it told in no shape that we know is left out. */
export interface HostedNews {
  readonly state?: HostedState
  /** What went wrong. */
  readonly trouble?: FaultCode
  /** Seconds. */
  readonly currentTime?: number
  /** Seconds; `Infinity` without an end. */
  readonly duration?: number
  readonly seekableStart?: number
  readonly seekableEnd?: number
  readonly bufferedEnd?: number
  readonly volume?: number
  readonly muted?: boolean
  readonly playbackRate?: number
  readonly rates?: readonly number[]
  readonly quality?: string
  readonly qualities?: readonly string[]
  readonly title?: string
  /** An address. */
  readonly poster?: string
  /** Pixels. */
  readonly videoWidth?: number
  readonly videoHeight?: number
}

/** Lists and texts of a service are no longer than this: they become rates, qualities and a title. */
const MOST_ITEMS = 32
const MOST_LETTERS = 400

const number = (value: unknown): number | undefined =>
  typeof value === 'number' && Number.isFinite(value) && value >= 0 ? value : undefined

const positive = (value: unknown): number | undefined => number(value) || undefined

/** JSON has no `Infinity`: a channel without an end has the length `null`, or one that no clip has. */
const duration = (value: unknown): number | undefined =>
  value === null || value === Number.POSITIVE_INFINITY ? Number.POSITIVE_INFINITY : positive(value)

const fraction = (value: unknown): number | undefined => {
  const found = number(value)
  return found === undefined || found > 1 ? undefined : found
}

const truth = (value: unknown): boolean | undefined => (typeof value === 'boolean' ? value : undefined)

const text = (value: unknown): string | undefined =>
  typeof value === 'string' && value.length <= MOST_LETTERS ? value : undefined

const listOf =
  <Item>(read: (value: unknown) => Item | undefined) =>
  (value: unknown): readonly Item[] | undefined => {
    if (!Array.isArray(value) || value.length > MOST_ITEMS) return undefined
    const items = value.map(read)
    return items.every(item => item !== undefined) ? (items as Item[]) : undefined
  }

/** What each value has to be. */
const READERS: { readonly [Name in HostedValue]: (value: unknown) => HostedNews[Name] } = {
  currentTime: number,
  duration,
  seekableStart: number,
  seekableEnd: number,
  bufferedEnd: number,
  volume: fraction,
  muted: truth,
  playbackRate: positive,
  rates: listOf(positive),
  quality: text,
  qualities: listOf(text),
  title: text,
  poster: text,
  videoWidth: positive,
  videoHeight: positive
}

/** What has come under a name, pushed or polled, as news. */
export const newsOf = (dialect: DialectData, by: 'push' | 'poll', name: string, come: unknown): HostedNews => {
  const news: Record<string, unknown> = {}
  for (const [key, read] of Object.entries(READERS)) {
    const value = dialect.values[key as HostedValue]
    if (value?.[by] !== name) continue
    const found = read(readHosted(value, come))
    if (found !== undefined) news[key] = found
  }
  const { states, errors } = dialect
  const state = states[by] === name ? wordOf(states, come) : undefined
  const trouble = errors?.[by] === name ? wordOf(errors, come) : undefined
  return { ...news, ...(state && { state }), ...(trouble && { trouble }) }
}

/** The names that are polled, or pushed. */
export const namesOf = ({ values, states, errors }: DialectData, by: 'push' | 'poll'): readonly string[] => [
  ...new Set([...Object.values(values), states, errors].flatMap(each => each?.[by] ?? []))
]
