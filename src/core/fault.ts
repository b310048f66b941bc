import type { FaultCode } from './fault-codes.ts'

export { FAULT_CODES, type FaultCode } from './fault-codes.ts'

/** What went wrong, as a value. Nothing of ours throws one into the page. */
export interface Fault {
  readonly code: FaultCode
  /** One plain sentence: what was expected and what came, in the caller's own words. */
  readonly message: string
  /** What to do next. */
  readonly hint: string
  /** What the engine said, where a fault stands for an exception or a media error. */
  readonly cause?: unknown
}

/** A sentence is no longer than this, in UTF-16 code units: what it quotes may be of any length. */
const LONGEST = 400

/** What would break a line, or change what a terminal or a reader shows of it: controls of C0, C1 and of direction. */
const UNPRINTABLE = /[\p{Cc}\u2028\u2029\u202a-\u202e\u2066-\u2069]+/gu

/** A text on one line of bounded length. */
export const onOneLine = (text: string): string => {
  const line = text.slice(0, 2 * LONGEST).replace(UNPRINTABLE, ' ')
  return line.length > LONGEST ? `${line.slice(0, LONGEST - 1)}…` : line
}

/** Makes a fault, each sentence on one line; `cause` is kept only where there is one. */
export const fault = (code: FaultCode, message: string, hint: string, cause?: unknown): Fault => ({
  code,
  message: onOneLine(message),
  hint: onOneLine(hint),
  ...(cause !== undefined && { cause })
})

/** More faults of one document are counted, and not told one by one. */
const MOST_FAULTS = 100

/** The faults of what was found, and how many more there are where they are too many to be read. */
export const tellFirst = <Item, Told extends Fault>(
  items: readonly Item[],
  tell: (item: Item) => Told
): readonly Told[] => {
  const told = items.slice(0, MOST_FAULTS).map(tell)
  const [last] = told.slice(-1)
  const left = items.length - told.length
  return last && left > 0
    ? [...told, { ...last, ...fault('faults-many', `There are ${left} more faults of this kind.`, 'mend these first') }]
    : told
}

/** Any value as text, however odd it is: an exception by its message, a record as JSON. */
export const textOf = (value: unknown): string => {
  if (typeof value === 'string') return value
  try {
    return value instanceof Error ? String(value) : (JSON.stringify(value) ?? String(value))
  } catch {
    return typeof value
  }
}

/** A fault on one line: `yokewright play-blocked: sentence — hint`. */
export const printFault = ({ code, message, hint }: Fault): string => `yokewright ${code}: ${message} — ${hint}`

/** A fault as an exception: what the throwing half of a pair of core functions throws. */
export class FaultError extends Error {
  readonly fault: Fault

  constructor(reason: Fault) {
    super(printFault(reason), { cause: reason.cause })
    this.name = 'FaultError'
    this.fault = reason
  }
}

/** What the tolerant half of a pair returns. */
export type Result<Value> = { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly fault: Fault }

/** The good half of a {@link Result}. */
export const succeed = <Value>(value: Value): Result<Value> => ({ ok: true, value })

/** The other half of a {@link Result}. */
export const refuse = (reason: Fault): { readonly ok: false; readonly fault: Fault } => ({ ok: false, fault: reason })

/** Turns a result into its value. @throws {FaultError} when the result is a fault. */
export const unwrap = <Value>(result: Result<Value>): Value => {
  if (result.ok) return result.value
  throw new FaultError(result.fault)
}
