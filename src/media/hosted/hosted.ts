import { type Fault, printFault } from '../../core/fault.ts'
import { clipOfAddress } from '../../core/hosted/addresses.ts'
import type { DialectData } from '../../core/hosted/dialect.ts'
import { isBeingMade } from '../../loading/made-here.ts'
import { definePart, use } from '../../loading/part.ts'
import { addService } from './lineup/registry.ts'
import type { LinkHost, LinkOptions, ServiceLink } from './links/link.ts'
import { MessageLink } from './links/message-link.ts'
import { ScriptLink } from './links/script-link.ts'
import { HostedMedia } from './playback/hosted-media.ts'
import { createSurface } from './playback/surface.ts'

const linkOf = (options: LinkOptions): ServiceLink => {
  const { messages, script } = options.dialect
  if (messages) return new MessageLink(options, messages)
  if (script) return new ScriptLink(options, script)
  throw new TypeError(`The dialect ${options.dialect.name} says neither messages nor script.`)
}

/**
 * A clip of a hosted service as a media: for `player.media` or `yoke.attach`. Nothing is asked of the service until `play()`,
 * `load()`, or `loading.preload` says so.
 * @throws {TypeError} where the address is none of the dialect's.
 */
export const hostedMedia = (dialect: DialectData, address: string): HostedMedia => {
  const clip = clipOfAddress(dialect, address)
  if (!clip) throw new TypeError(`${address} is no address of ${dialect.name}.`)
  const surface = createSurface(dialect.name)
  const connect = (host: LinkHost): ServiceLink => linkOf({ dialect, clip, place: surface.place, host })
  return new HostedMedia({ dialect, address, surface, connect })
}

const isRecord = (value: unknown): boolean => typeof value === 'object' && value !== null

/** Whether a dialect has what nothing works without. */
const isUsable = (dialect: DialectData): boolean =>
  isRecord(dialect) &&
  Array.isArray(dialect.addresses) &&
  [dialect.commands, dialect.values, dialect.states?.are, dialect.messages ? dialect.frame : dialect.script].every(
    isRecord
  )

/** Says key by key what is wrong with a dialect; only where the page is being made. */
const CHECK = definePart(() => import('../../core/documents/dialect.ts'))

const tell = (reason: Fault): void => {
  // biome-ignore lint/suspicious/noConsole: it is for whoever makes the page, and belongs to no player.
  console.warn(printFault(reason))
}

/**
 * Makes the addresses of a service known to every player of the page, those that stand there already included: from then on
 * `src`, `sources` and clips may name them. On this machine what is wrong with the dialect is told on the console, key by key.
 * One that lacks what nothing works without is left out.
 * @returns its removal.
 */
export const defineDialect = (dialect: DialectData): (() => void) => {
  if (globalThis.document && isBeingMade())
    use(CHECK, { raise: tell }, ({ readDialect }) => {
      for (const reason of readDialect(dialect)) tell(reason)
    })
  if (!isUsable(dialect)) return () => undefined
  return addService({
    owns: address => clipOfAddress(dialect, address) !== undefined,
    make: address => hostedMedia(dialect, address)
  })
}
