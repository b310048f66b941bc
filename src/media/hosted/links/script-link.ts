import { fault, textOf } from '../../../core/fault.ts'
import type { DialectScript } from '../../../core/hosted/dialect.ts'
import { namesOf, newsOf } from '../../../core/hosted/news.ts'
import type { ServiceRequest } from '../../../core/hosted/read-dialect.ts'
import { limitFrame } from './frame.ts'
import { type LinkOptions, RefusedError, type ServiceLink } from './link.ts'
import { objectOf } from './page-script.ts'

type Player = Record<string, unknown>
type Member = (...given: unknown[]) => unknown

/** Talks to a player that the service's page script makes: by its members, and by the functions that it calls. */
export class ScriptLink implements ServiceLink {
  readonly #options: LinkOptions
  readonly #script: DialectScript
  readonly ignored = 0
  readonly answers = false
  #player: Player | undefined
  #isStopped = false

  constructor(options: LinkOptions, script: DialectScript) {
    this.#options = options
    this.#script = script
    this.#begin()
  }

  async send({ name, value }: ServiceRequest): Promise<void> {
    if (!this.#has(name)) throw new RefusedError('')
    this.#call(name, ...(value === undefined ? [] : [value]))
  }

  poll(): void {
    const { dialect, host } = this.#options
    for (const name of namesOf(dialect, 'poll')) {
      if (!this.#has(name)) continue
      const news = newsOf(dialect, 'poll', name, this.#call(name))
      if (!this.#isStopped && Object.keys(news).length > 0) host.hear(news)
    }
  }

  stop(): void {
    this.#isStopped = true
    const { end } = this.#script
    if (end) this.#call(end)
    this.#player = undefined
    this.#options.place.replaceChildren()
  }

  async #begin(): Promise<void> {
    const { dialect, clip, place, host } = this.#options
    const address = new URL(this.#script.src, dialect.origin).href
    try {
      const object = await objectOf(this.#script, address)
      if (this.#isStopped) return
      const make = object[this.#script.make] as Member
      // A service may put its player beside the element that it is given, or in its place.
      const inside = document.createElement('div')
      place.append(inside)
      this.#player = make.call(object, inside, clip.clip, this.#makeOptions()) as Player
      for (const frame of place.querySelectorAll('iframe')) limitFrame(frame, dialect)
      if (!dialect.ready) host.ready()
    } catch (cause) {
      if (this.#isStopped) return
      const sentence = `${dialect.name} could not be reached: ${textOf(cause)}`
      host.fail(fault('service-unreachable', sentence, `let script-src and frame-src allow ${dialect.origin}`, cause))
    }
  }

  /** Options as the dialect has them, and a function for each name that is pushed. */
  #makeOptions(): Record<string, unknown> {
    const { dialect } = this.#options
    const { options = {}, callbacks } = this.#script
    const names = [...namesOf(dialect, 'push'), ...(dialect.ready ? [dialect.ready] : [])]
    const functions = Object.fromEntries(names.map(name => [name, (come: unknown) => this.#hear(name, come)]))
    return callbacks ? { ...options, [callbacks]: functions } : { ...options, ...functions }
  }

  #hear(name: string, come: unknown): void {
    const { dialect, host } = this.#options
    if (this.#isStopped) return
    const news = newsOf(dialect, 'push', name, come)
    if (name === dialect.ready) host.ready()
    if (Object.keys(news).length > 0) host.hear(news)
  }

  /** Whether the player has such a member: a service may take one away on any day. */
  #has(name: string): boolean {
    if (!this.#player || typeof this.#player[name] === 'function') return true
    this.#options.host.lacks(name)
    return false
  }

  /** Calls a member of the player; one that is not there, or throws, gives nothing. */
  #call(name: string, ...given: unknown[]): unknown {
    try {
      return (this.#player?.[name] as Member | undefined)?.apply(this.#player, given)
    } catch {
      return undefined
    }
  }
}
