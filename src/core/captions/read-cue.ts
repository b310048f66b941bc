import { type Fault, fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { type Cue, createCue, DEFAULT_CUE, DEFAULT_REGION, type Region } from './cue.ts'

const KEYS = Object.keys(DEFAULT_CUE) as readonly (keyof Cue)[]
const REGION_KEYS = Object.keys(DEFAULT_REGION) as readonly (keyof Region)[]

const unreadable = (sentence: string, hint = 'write { startTime: 2, endTime: 4.5, text: "High water" }'): Fault =>
  fault('cue-unreadable', sentence, hint)

/** What an object says under some keys, whether they are its own or, as those of a `VTTCue`, its prototype's. */
const pick = <Of extends object>(from: object, keys: readonly (keyof Of & string)[]): Partial<Of> =>
  Object.fromEntries(keys.flatMap(key => (key in from ? [[key, Reflect.get(from, key)]] : []))) as Partial<Of>

const nameOfKind = (value: unknown): string =>
  typeof value === 'string'
    ? `“${value}”`
    : value === null || typeof value === 'number'
      ? String(value)
      : Array.isArray(value)
        ? 'a list'
        : typeof value

const wrongKey = (given: object): Fault | undefined => {
  const wrong = Object.keys(given).find(key => !(KEYS as readonly string[]).includes(key))
  if (wrong === undefined) return undefined
  const nearest = nearestName(wrong, KEYS)
  return unreadable(`A cue has no “${wrong}”.`, nearest ? `did you mean ${nearest}?` : `there are ${KEYS.join(', ')}`)
}

const wrongTimes = ({ startTime, endTime }: Partial<Cue>): Fault | undefined => {
  if (typeof startTime !== 'number' || !Number.isFinite(startTime))
    return unreadable(`A cue begins at a number of seconds, and this one at ${nameOfKind(startTime)}.`)
  if (typeof endTime !== 'number' || Number.isNaN(endTime))
    return unreadable(`A cue ends at a number of seconds, and this one at ${nameOfKind(endTime)}.`)
  return endTime > startTime
    ? undefined
    : unreadable(`A cue from ${startTime} to ${endTime} s is never shown.`, 'let it end after it has begun')
}

const isPercent = (value: unknown): boolean => typeof value === 'number' && value >= 0 && value <= 100

const isRegion = (value: unknown): boolean => {
  if (typeof value !== 'object' || value === null) return false
  const said = pick<Region>(value, REGION_KEYS)
  return REGION_KEYS.every(key => {
    const of = said[key]
    return of === undefined || (typeof of === typeof DEFAULT_REGION[key] && !Number.isNaN(of))
  })
}

/** What each key takes; times are looked at by themselves. */
const TAKES: Readonly<Partial<Record<keyof Cue, readonly unknown[] | ((value: unknown) => boolean)>>> = {
  id: value => typeof value === 'string',
  text: value => typeof value === 'string',
  pauseOnExit: [true, false],
  vertical: ['', 'rl', 'lr'],
  snapToLines: [true, false],
  line: value => value === 'auto' || Number.isFinite(value),
  lineAlign: ['start', 'center', 'end'],
  position: value => value === 'auto' || isPercent(value),
  positionAlign: ['line-left', 'center', 'line-right', 'auto'],
  size: isPercent,
  align: ['start', 'center', 'end', 'left', 'right'],
  region: value => value === null || isRegion(value)
}

const wrongValue = (said: Partial<Cue>): Fault | undefined => {
  const wrong = KEYS.find(key => {
    const takes = TAKES[key]
    const value = said[key]
    if (takes === undefined || value === undefined) return false
    return typeof takes === 'function' ? !takes(value) : !takes.includes(value)
  })
  return wrong && unreadable(`A cue’s ${wrong} cannot be ${nameOfKind(said[wrong])}.`, HINTS[wrong])
}

const HINTS: Partial<Record<keyof Cue, string>> = {
  vertical: 'write rl or lr',
  line: 'write a number, or auto',
  position: 'write percent from 0 to 100, or auto',
  size: 'write percent from 0 to 100',
  align: 'write start, center, end, left or right'
}

/** What script says of a cue, as {@link Cue} has it. */
const readKeys = (given: object): Partial<Cue> => {
  const said = pick<Cue>(given, KEYS)
  if (typeof said.region !== 'object' || !said.region) return said
  return { ...said, region: { ...DEFAULT_REGION, ...pick<Region>(said.region, REGION_KEYS) } }
}

/**
 * Reads a cue that script gives: a `VTTCue`, or an object with its keys of which `startTime` and `endTime` (seconds) must be
 * there. Fault: `cue-unreadable`.
 */
export const readCue = (given: unknown): Result<Cue> => {
  if (typeof given !== 'object' || given === null)
    return refuse(unreadable(`A cue is an object, and this is ${nameOfKind(given)}.`))
  const said = readKeys(given)
  const wrong = wrongKey(given) ?? wrongTimes(said) ?? wrongValue(said)
  if (wrong) return refuse(wrong)
  // What is said to be undefined is not said.
  const known = Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined))
  return succeed(Object.freeze(createCue(known)))
}

/** A cue with changes. Fault: `cue-unreadable`. */
export const changeCue = (cue: Cue, changes: unknown): Result<Cue> => {
  if (typeof changes !== 'object' || changes === null)
    return refuse(unreadable(`The changes of a cue are an object, and this is ${nameOfKind(changes)}.`))
  const wrong = wrongKey(changes)
  return wrong ? refuse(wrong) : readCue({ ...cue, ...readKeys(changes) })
}
