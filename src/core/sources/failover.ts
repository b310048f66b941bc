import { type Fault, fault } from '../fault.ts'
import { nextSource, pauseBeforeRetry, type SourceReport, type SourceState } from './reports.ts'

/**
 * Where a failover stands. `steady`: the engine plays, or loads by itself. `switching`: a source was put in, and is awaited.
 * `pausing`: a source is tried again in a moment. `offline`: it is tried again once there is a connection. `probing`: the
 * bytes of a source are asked what they are, because its type was refused. `diagnosing`: nothing is left, and it is found
 * out why. `failed`: that was told.
 */
export type FailoverPhase = 'steady' | 'switching' | 'pausing' | 'offline' | 'probing' | 'diagnosing' | 'failed'

/** All that a failover remembers. Never changed in place. */
export interface FailoverState {
  readonly phase: FailoverPhase
  /** Counts what was begun: an answer to an earlier attempt is dropped. */
  readonly attempt: number
  /** The source that has truly played: worth another try when the connection broke. */
  readonly good: string | undefined
  /** The source that is tried again. */
  readonly again: string | undefined
  readonly failedTries: number
}

/** What has happened to the sources of a media. Those with an attempt are answers to an effect. */
export type FailoverEvent =
  /** Others are to be played from now on, this one first. */
  | { readonly type: 'chosen'; readonly first: string }
  /** It is loaded anew, by a wish, with something else, or with nothing: what was tried before is no matter. */
  | { readonly type: 'anew' }
  /** The present source cannot go on; `''` where the engine has none any more. */
  | {
      readonly type: 'broken'
      readonly src: string
      readonly byConnection: boolean
      readonly reason?: Fault | undefined
    }
  /** No data has come for so many seconds. */
  | { readonly type: 'silent'; readonly src: string; readonly seconds: number }
  /** Sound alone came of what should have a picture. */
  | { readonly type: 'without-picture'; readonly src: string }
  /** The media ended before its end: the file broke off, and the engine jumped from there. */
  | { readonly type: 'cut-short'; readonly src: string; readonly at: number }
  /** Time has been seen to run. */
  | { readonly type: 'ran'; readonly src: string }
  /** The source that was put in is there, at its place. */
  | { readonly type: 'ready'; readonly src: string }
  /** The device has a connection again. */
  | { readonly type: 'online' }
  | { readonly type: 'pause-over'; readonly attempt: number }
  /** What the bytes of a source are; `undefined` where they could not be had. */
  | {
      readonly type: 'probed'
      readonly attempt: number
      readonly src: string
      readonly mime: string | undefined
      readonly playable: boolean
    }
  | { readonly type: 'diagnosed'; readonly attempt: number; readonly reason: Fault | undefined }

/** What is to be done about it. */
export type FailoverEffect =
  | { readonly do: 'note'; readonly src: string; readonly state: SourceState; readonly fault?: Fault }
  /** Show the media as it was, at this second if one is named, until `release` or `fail`. */
  | { readonly do: 'hold'; readonly at?: number }
  /** Put this source in; it goes on where the media was, as it was. */
  | { readonly do: 'place'; readonly src: string }
  /** Answer with `pause-over`. */
  | { readonly do: 'wait'; readonly seconds: number; readonly attempt: number }
  /** Answer with `probed`. */
  | { readonly do: 'probe'; readonly src: string; readonly attempt: number }
  /** Answer with `diagnosed`. */
  | { readonly do: 'diagnose'; readonly attempt: number }
  /** The source that is there speaks for itself again. */
  | { readonly do: 'release' }
  | { readonly do: 'fail'; readonly reason: Fault | undefined }
  /** There is hope again after all had failed: show the media where it stood. */
  | { readonly do: 'stand-by' }

/** What a step depends on beside its event. */
export interface FailoverFacts {
  readonly reports: readonly SourceReport[]
  /** Whether the device has a connection. */
  readonly isOnline: boolean
}

/** The next state, and what is to be done, in order. */
export interface FailoverStep {
  readonly state: FailoverState
  readonly effects: readonly FailoverEffect[]
}

export const initialFailover: FailoverState = {
  phase: 'steady',
  attempt: 0,
  good: undefined,
  again: undefined,
  failedTries: 0
}

type EventType = FailoverEvent['type']
type EventOf<Type extends EventType> = Extract<FailoverEvent, { readonly type: Type }>
type Row<Type extends EventType> = (state: FailoverState, event: EventOf<Type>, facts: FailoverFacts) => FailoverStep

const nameOf = (src: string, { reports }: FailoverFacts): string =>
  reports.find(report => report.src === src)?.name ?? src

/** Bytes of a source came, and then no more. */
export const connectionLost = (name: string): Fault =>
  fault('connection-lost', `The connection to ${name} broke.`, 'it is tried again, and goes on where it was')

const unplayable = (name: string): Fault =>
  fault('media-failed', `${name} cannot be played.`, 'open the address by itself, and look at its type and codecs')

const silent = (name: string, seconds: number): Fault =>
  fault(
    'source-silent',
    `No data has come of ${name} for ${seconds} seconds.`,
    'look whether the server answers at all; source-timeout sets how long is waited'
  )

/** Of a file with a picture only the sound can be played. */
export const withoutPicture = (name: string): Fault =>
  fault(
    'source-without-picture',
    `Of ${name} this browser plays only the sound.`,
    'its picture is coded in a way that this browser lacks: put another format beside it'
  )

const unsupported = (name: string, mime: string | undefined): Fault =>
  fault(
    'source-unsupported',
    `This browser does not play ${name}${mime ? `, which is ${mime}` : ''}.`,
    'put another format beside it: H.264 and AAC in MP4 are played by all'
  )

/** The source that cannot go on is no next one, whatever is known of it. */
const besides = (src: string, facts: FailoverFacts): FailoverFacts => ({
  ...facts,
  reports: facts.reports.map(report =>
    report.src === src && report.state === 'untried' ? { ...report, state: 'failed' } : report
  )
})

const note = (src: string, state: SourceState, reason?: Fault): readonly FailoverEffect[] =>
  src ? [{ do: 'note', src, state, ...(reason && { fault: reason }) }] : []

const HOLD: FailoverEffect = { do: 'hold' }

const stay = (state: FailoverState): FailoverStep => ({ state, effects: [] })

const after = (effects: readonly FailoverEffect[], step: FailoverStep): FailoverStep => ({
  state: step.state,
  effects: [...effects, ...step.effects]
})

const switchTo = (state: FailoverState, src: string): FailoverStep => ({
  state: { ...state, phase: 'switching', attempt: state.attempt + 1 },
  effects: [{ do: 'place', src }]
})

const diagnose = (state: FailoverState): FailoverStep => {
  const attempt = state.attempt + 1
  return { state: { ...state, phase: 'diagnosing', attempt }, effects: [{ do: 'diagnose', attempt }] }
}

/** The same source again, after growing pauses; without a connection once it is back. */
const tryAgain = (state: FailoverState, src: string, { isOnline }: FailoverFacts): FailoverStep => {
  const seconds = pauseBeforeRetry(state.failedTries)
  if (seconds === undefined) return diagnose(state)
  const attempt = state.attempt + 1
  const next = { ...state, attempt, again: src, failedTries: state.failedTries + 1 }
  return isOnline
    ? { state: { ...next, phase: 'pausing' }, effects: [{ do: 'wait', seconds, attempt }] }
    : stay({ ...next, phase: 'offline' })
}

/** Last of all those whose type the engine has refused: a type may be wrong. */
const probe = (state: FailoverState, { reports }: FailoverFacts, behind = -1): FailoverStep => {
  const refused = reports.find(({ state: become }, index) => index > behind && become === 'refused')
  if (!refused) return diagnose(state)
  const attempt = state.attempt + 1
  return {
    state: { ...state, phase: 'probing', attempt },
    effects: [{ do: 'probe', src: refused.src, attempt }]
  }
}

/** Of those that were silent before, the next one in the list, round and round: they are waited for longer each time. */
const silentInTurn = (src: string, { reports }: FailoverFacts): string | undefined => {
  const at = reports.findIndex(report => report.src === src)
  const inTurn = [...reports.slice(at + 1), ...reports.slice(0, Math.max(0, at))]
  return inTurn.find(({ state }) => state === 'silent')?.src
}

/** Leaves a source for the next, else for one that was only silent, else for itself, else for one that was refused. */
const leave = (state: FailoverState, src: string, facts: FailoverFacts, broken?: string): FailoverStep => {
  const next = nextSource(facts.reports)
  if (next) return switchTo(state, next.src)
  if (broken) return tryAgain(state, state.good ?? broken, facts)
  const silent = silentInTurn(src, facts)
  if (silent && pauseBeforeRetry(state.failedTries) !== undefined)
    return switchTo({ ...state, failedTries: state.failedTries + 1 }, silent)
  return state.good ? tryAgain(state, state.good, facts) : probe(state, facts)
}

const broken: Row<'broken'> = (state, { src, byConnection, reason }, facts) => {
  const isConnection = byConnection || !facts.isOnline
  const why = isConnection ? connectionLost : unplayable
  return after(
    [...note(src, 'failed', reason ?? why(nameOf(src, facts))), HOLD],
    leave(state, src, besides(src, facts), isConnection && src ? src : undefined)
  )
}

const fellSilent: Row<'silent'> = (state, { src, seconds }, facts) => {
  const said = [...note(src, 'silent', silent(nameOf(src, facts), seconds)), HOLD]
  const next = nextSource(besides(src, facts).reports)
  if (next) return after(said, switchTo(state, next.src))
  if (pauseBeforeRetry(state.failedTries) === undefined) return after(said, diagnose(state))
  const again = silentInTurn(src, facts) ?? state.good ?? src
  return after(said, switchTo({ ...state, failedTries: state.failedTries + 1 }, again))
}

/** How often a file in which nothing is wrong has to fail before it is said to be damaged. */
const SURE_OF_DAMAGE = 3

/** Worth another try, now that it is known why each was left: before the metadata, engines tell a cut line as a type that they lack. */
const worthAnother = ({ failedTries }: FailoverState, { reports }: FailoverFacts): SourceReport | undefined =>
  reports.find(report => report.fault?.code === 'connection-lost') ??
  reports.find(report => report.fault?.code === 'source-damaged' && failedTries < SURE_OF_DAMAGE - 1)

const diagnosed: Row<'diagnosed'> = (state, { reason }, facts) => {
  const again = worthAnother(state, facts)
  if (again && pauseBeforeRetry(state.failedTries) !== undefined) return tryAgain(state, again.src, facts)
  return { state: { ...state, phase: 'failed' }, effects: [{ do: 'fail', reason }] }
}

const lacksPicture: Row<'without-picture'> = (state, { src }, facts) =>
  after([...note(src, 'failed', withoutPicture(nameOf(src, facts))), HOLD], leave(state, src, besides(src, facts)))

const cutShort: Row<'cut-short'> = (state, { src, at }, facts) =>
  after([{ do: 'hold', at }], broken(state, { type: 'broken', src, byConnection: false }, facts))

const ran: Row<'ran'> = (state, { src }) => stay({ ...state, good: src, failedTries: 0 })

/** What the page has put in its place meanwhile is left alone. */
const backOnline: Row<'online'> = (state, _, { reports }) => {
  const src = state.good ?? state.again
  if (src === undefined || !reports.some(report => report.src === src)) return stay(state)
  const hopeful = switchTo({ ...state, failedTries: 0 }, src)
  return state.phase === 'failed' ? after([{ do: 'stand-by' }], hopeful) : hopeful
}

const chosen: Row<'chosen'> = ({ attempt }, { first }) => switchTo({ ...initialFailover, attempt }, first)

const anew: Row<'anew'> = ({ attempt }) => stay({ ...initialFailover, attempt: attempt + 1 })

const TROUBLES = { broken, silent: fellSilent, 'without-picture': lacksPicture, 'cut-short': cutShort } as const

/** What each phase does about each event. What is not here changes nothing: it is late, or of no matter. */
export const FAILOVER: Readonly<Record<FailoverPhase, { readonly [Type in EventType]?: Row<Type> }>> = {
  steady: { ...TROUBLES, chosen, ran },
  switching: {
    ...TROUBLES,
    chosen,
    online: backOnline,
    ready: (state, { src }) => ({
      state: { ...state, phase: 'steady' },
      effects: [...note(src, 'chosen'), { do: 'release' }]
    })
  },
  pausing: {
    chosen,
    online: backOnline,
    'pause-over': state => switchTo(state, state.again ?? '')
  },
  offline: { chosen, online: backOnline },
  probing: {
    chosen,
    probed: (state, { src, mime, playable }, facts) => {
      if (playable) return switchTo(state, src)
      const at = facts.reports.findIndex(report => report.src === src)
      return after(note(src, 'failed', unsupported(nameOf(src, facts), mime)), probe(state, facts, at))
    }
  },
  diagnosing: { chosen, diagnosed },
  failed: { chosen, online: backOnline }
}

/** One step of a failover. An answer to an attempt that is not the present one changes nothing. */
export const stepFailover = (state: FailoverState, event: FailoverEvent, facts: FailoverFacts): FailoverStep => {
  if ('attempt' in event && event.attempt !== state.attempt) return stay(state)
  const row = (event.type === 'anew' ? anew : FAILOVER[state.phase][event.type]) as Row<EventType> | undefined
  return row ? row(state, event, facts) : stay(state)
}
