import { type Fault, fault, type Result, refuse, succeed } from '../../core/fault.ts'
import { type CommandValue, isCommandName, tryReadCommand } from '../../core/playback/commands.ts'
import { type Effect, type Presentation, planCommand } from '../../core/playback/plan.ts'
import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { faultOfPlay, faultOfPresentation } from './playback-faults.ts'
import { unknownCommand } from './unknown-name.ts'
import type { AuthorCommand, YokeView } from './yoke-view.ts'

/** How a command ended. `run` never rejects. */
export type RunResult = Result<void>

/** What carrying out a command needs of a yoke. */
export interface CommandHost extends YokeView {
  readonly media: MediaAdapter | undefined
  readonly snapshot: MediaSnapshot
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
    await command(value, host)
    return succeed(undefined)
  } catch (cause) {
    const sentence = `The command ${name} ended in an exception: ${String(cause)}`
    return host.raise(
      fault('command-failed', sentence, 'look into the function that was given to defineCommand', cause)
    )
  }
}

const present = (host: CommandHost, kind: Presentation, how: 'request' | 'exit'): Promise<void> => {
  const port = host.presentations[kind]
  if (!port) return Promise.resolve()
  return port[how]().catch(cause => Promise.reject(faultOfPresentation(kind, cause)))
}

const apply = (host: CommandHost, media: MediaAdapter, effect: Effect): Promise<void> | undefined => {
  switch (effect.do) {
    case 'play':
      return media.play().catch(cause => Promise.reject(faultOfPlay(cause)))
    case 'pause':
    case 'load':
      media[effect.do]()
      return undefined
    case 'set':
      if (effect.property === 'playbackRate') host.expectRate(effect.to)
      if (effect.property === 'currentTime') host.seekTo(effect.to)
      else Object.assign(media, { [effect.property]: effect.to })
      return undefined
    case 'show-captions':
      host.captions?.choose(effect.track)
      return undefined
    default:
      return present(host, effect.presentation, effect.do)
  }
}

/** What was begun, and could not be: told once, by whoever knows it first. */
const refused = (host: CommandHost, reason: Fault): RunResult => {
  // A play that was taken back is nobody's fault, and a media that failed has told so already.
  if (reason.code === 'play-interrupted' || reason.code === 'media-failed') return refuse(reason)
  if (reason.code === 'play-blocked') host.keepFault(reason)
  return host.raise(reason)
}

const perform = async (host: CommandHost, name: string, effects: readonly Effect[]): Promise<RunResult> => {
  const { media } = host
  let begun: Promise<void> | undefined
  try {
    for (const effect of effects) begun = (media && apply(host, media, effect)) ?? begun
  } catch (cause) {
    const sentence = `The command ${name} was refused by the media: ${String(cause)}`
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

/** Carries out a command that the page has let pass. See `Yoke.run`. */
export const runCommand = async (
  host: CommandHost,
  name: string,
  value: CommandValue | undefined,
  source: Element | undefined
): Promise<RunResult> => {
  const author = host.commands.get(name)
  if (author) return runAuthor(host, name, author, value)
  if (!isCommandName(name)) return host.raise(unknownCommand(name, host), source)
  if (name === 'retry' && !host.media && host.retryWithoutMedia) {
    host.retryWithoutMedia()
    return succeed(undefined)
  }
  const command = tryReadCommand(name, value)
  if (!command.ok) return host.raise(command.fault, source)
  // The time runs on between events: what a command starts from is read now.
  host.refresh()
  const plan = planCommand(command.value, host.snapshot)
  return plan.ok ? perform(host, name, plan.value) : host.raise(plan.fault, source)
}
