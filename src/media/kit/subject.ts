import type { MediaAdapter, MediaEventType } from '../adapter.ts'

/** What others may do to a media: its viewer where it stands, its service, its browser. */
export interface OutsideActs {
  /** Plays it where it stands, as a press inside of a frame does. */
  play?(): void
  /** From now on a play request is taken, and refused after a moment. */
  refusePlayLate?(): void
  /** From now on a rate is taken, and falls back after a moment. */
  refuseRatesLate?(): void
  /** The media cannot go on, and it is known why. */
  fail?(): void
}

/** What a case of the conformance kit works on: a fresh media of 4 to 60 seconds, muted, that may play without a gesture. */
export interface ConformanceSubject {
  readonly media: MediaAdapter
  /** What can be had done to it from outside; cases that need what is not here are passed over. */
  readonly outside?: OutsideActs
  /**
   * Comes back when the condition holds; fails with `what` when it never does. A real media lets time pass here, a
   * simulated one turns its clock.
   */
  until(condition: () => boolean, what: string): Promise<void>
  /** Ends the media; called once, whatever the case came to. */
  dispose(): void
}

/** One promise of the adapter contract, by name. */
export interface ConformanceCase {
  readonly name: string
  /** @throws {Error} when the promise is broken. */
  run(subject: ConformanceSubject): Promise<void>
}

export const expect = (holds: boolean, what: string): void => {
  if (!holds) throw new Error(what)
}

export const near = (actual: number, wanted: number, within: number, what: string): void =>
  expect(Math.abs(actual - wanted) <= within, `${what}: ${actual} is not within ${within} of ${wanted}`)

/** The types of all events from now on, in order. */
export const record = (media: MediaAdapter): MediaEventType[] => {
  const types: MediaEventType[] = []
  media.observe(type => types.push(type))
  return types
}

/** Fails unless `wanted` stand in `types` in this order, whatever stands between. */
export const expectOrder = (types: readonly MediaEventType[], wanted: readonly MediaEventType[]): void => {
  let from = 0
  for (const type of wanted) {
    const at = types.indexOf(type, from)
    expect(
      at >= 0,
      `${type} was expected after ${wanted.slice(0, wanted.indexOf(type)).join(' ')}; came: ${types.join(' ')}`
    )
    from = at + 1
  }
}

export const nameOfThrown = (action: () => void): string | undefined => {
  try {
    action()
    return undefined
  } catch (thrown) {
    return (thrown as Error).name
  }
}

/** The name of the error that a promise rejects with, once it does. */
export const rejection = (promise: Promise<unknown>): { name: string | undefined; settled: boolean } => {
  const outcome: { name: string | undefined; settled: boolean } = { name: undefined, settled: false }
  promise.then(
    () => {
      outcome.settled = true
    },
    (reason: Error) => {
      outcome.name = reason.name
      outcome.settled = true
    }
  )
  return outcome
}

export const loaded = async ({ media, until }: ConformanceSubject): Promise<void> => {
  await until(() => media.readyState >= 3 || media.readyState === 2, 'readyState of 2 or more')
  await until(() => media.seekable.length > 0, 'something to seek in')
}

/** Plays until time has been seen to run. */
export const playing = async (subject: ConformanceSubject): Promise<void> => {
  const { media, until } = subject
  await loaded(subject)
  const outcome = rejection(media.play())
  await until(() => outcome.settled, 'the play promise to settle')
  expect(outcome.name === undefined, `play() was refused with ${outcome.name}`)
  const from = media.currentTime
  await until(() => media.currentTime > from, 'time to run')
}

/** Seeks and waits until the place is found. */
export const sought = async ({ media, until }: ConformanceSubject, seconds: number): Promise<void> => {
  media.currentTime = seconds
  await until(() => !media.seeking, `the seek to ${seconds} to end`)
}
