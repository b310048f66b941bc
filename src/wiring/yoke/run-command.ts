import { type Fault, fault, type Result, refuse, succeed, textOf } from '../../core/fault.ts'
import { type Command, type CommandValue, isCommandName } from '../../core/playback/commands.ts'
import { type Effect, type Presentation, planCommand } from '../../core/playback/plan.ts'
import { tryReadCommand } from '../../core/playback/read-command.ts'
import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { SourceLineup } from '../../media/kinds.ts'
import { mistakeOf, tellMistake } from '../checks/tell-mistake.ts'
import { faultOfPlay } from './playback-faults.ts'
import type { AuthorCommand, YokeView } from './yoke-view.ts'

/** How a command ended. `run` never rejects. */
export type RunResult = Result<void>

/** What carrying out a command needs of a yoke. */
export interface CommandHost extends YokeView {
  readonly media: MediaAdapter | undefined
  readonly snapshot: MediaSnapshot
  readonly lineup: SourceLineup | undefined
  /** Plays what is there, or what takes over from it. */
  playMedia(): Promise<void>
  /** Goes to a position; never more than one seek is under way. */
  seekTo(seconds: number): void
  /** A rate is about to be set: if the media takes it back, that is told. */
  expectRate(rate: number): void
  /** A fault that the viewer should see until the media goes on. */
  keepFault(reason: Fault): void
}

const runAuthor = async (
  host: CommandHost,
  name: string,
  command: AuthorCommand,
  value: CommandValue | undefined
): Promise<RunResult> => {
  try {
    await command.run(value, host)
    return succeed(undefined)
  } catch (cause) {
    // By its form: what throws it may be a script of its own, with a class of its own.
    if (cause instanceof Error && 'fault' in cause) return host.raise(cause.fault as Fault)
    const sentence = `The command ${name} ended in an exception: ${textOf(cause)}`
    return host.raise(fault('command-failed', sentence, 'look into its function', cause))
  }
}

const present = (host: CommandHost, kind: Presentation, how: 'request' | 'exit'): Promise<void> => {
  const port = host.presentations[kind]
  if (!port) return Promise.resolve()
  return port[how]().catch(async cause => {
    throw await mistakeOf(({ faultOfPresentation }) => faultOfPresentation(kind, cause))
  })
}

const apply = (host: CommandHost, media: MediaAdapter, effect: Effect): Promise<void> | undefined => {
  switch (effect.do) {
    case 'play':
      return host.playMedia().catch(cause => Promise.reject(faultOfPlay(cause, host.media)))
    case 'pause':
      media.pause()
      return undefined
    case 'load':
      if (!host.lineup?.restart()) media.load()
      return undefined
    case 'stopped':
      host.setContext({ stopped: true })
      return undefined
    case 'set':
      if (effect.property === 'playbackRate') host.expectRate(effect.to)
      if (effect.property === 'currentTime') {
        host.setContext({ stopped: false })
        host.seekTo(effect.to)
      } else Object.assign(media, { [effect.property]: effect.to })
      return undefined
    case 'show-captions':
      host.captions?.choose(effect.track)
      return undefined
    default:
      return present(host, effect.presentation, effect.do)
  }
}

/** Reports what could not be carried out, unless that has been reported already. */
const refused = (host: CommandHost, reason: Fault): RunResult => {
  // A play that was taken back is nobody's fault, and a media that failed has told so already.
  if (reason.code === 'play-interrupted') return refuse(reason)
  if (reason.code === 'media-failed') return refuse(host.media?.error?.reason ?? host.fault ?? reason)
  if (reason.code === 'play-blocked') host.keepFault(reason)
  return host.raise(reason)
}

const perform = async (host: CommandHost, name: string, effects: readonly Effect[]): Promise<RunResult> => {
  let begun: Promise<void> | undefined
  try {
    // An effect may bring another media.
    for (const effect of effects) begun = (host.media && apply(host, host.media, effect)) ?? begun
  } catch (cause) {
    const sentence = `The command ${name} was refused by the media: ${textOf(cause)}`
    return host.raise(fault('command-failed', sentence, 'look at the capabilities of the media', cause))
  }
  host.refresh()
  try {
    await begun
    return succeed(undefined)
  } catch (reason) {
    host.refresh()
    return refused(host, reason as Fault)
  }
}

/** From so many times the length on, a place is taken for one in milliseconds. */
const FAR = 10

const reportFarSeek = (host: CommandHost, command: Command, source: Element | undefined): void => {
  const { duration = Number.NaN } = host.snapshot
  if (command.name !== 'seek' || command.to.kind !== 'seconds' || !Number.isFinite(duration)) return
  const { seconds } = command.to
  if (seconds < duration * FAR) return
  tellMistake(host, source, ({ farSeek }) => farSeek(seconds, duration))
}

const isCommandValue = (value: unknown): value is CommandValue | undefined =>
  value === undefined || typeof value === 'string' || typeof value === 'number'

/** Carries out a command that the page has let pass. See `Yoke.run`. */
export const runCommand = async (
  host: CommandHost,
  name: string,
  value: CommandValue | undefined,
  source: Element | undefined
): Promise<RunResult> => {
  // What is on its way may bring commands of its own.
  if (!isCommandName(name) && !host.commands.has(name)) await host.arrival
  const author = host.commands.get(name)
  if (author) return runAuthor(host, name, author, value)
  if (!isCommandName(name))
    return host.raise(await mistakeOf(({ unknownCommand }) => unknownCommand(name, host)), source)
  if (name === 'retry' && !host.media && host.retryWithoutMedia) {
    host.retryWithoutMedia()
    return succeed(undefined)
  }
  const command = tryReadCommand(name, isCommandValue(value) ? value : textOf(value))
  if (!command.ok) return host.raise(command.fault, source)
  if (host.arrival) await host.arrival
  // The time runs on between events: what a command starts from is read now.
  host.refresh()
  reportFarSeek(host, command.value, source)
  const plan = planCommand(command.value, host.snapshot)
  return plan.ok ? perform(host, name, plan.value) : host.raise(plan.fault, source)
}
