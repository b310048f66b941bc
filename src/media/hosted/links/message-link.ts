import type { DialectMessages } from '../../../core/hosted/dialect.ts'
import { namesOf, newsOf } from '../../../core/hosted/news.ts'
import { type ServiceRequest, valueAt } from '../../../core/hosted/read-dialect.ts'
import { isRecord } from '../../../core/record.ts'
import { openFrame } from './frame.ts'
import { type LinkOptions, RefusedError, type ServiceLink } from './link.ts'

/** Messages are no longer than this, in UTF-16 code units: what a service says of a clip is a few hundred. */
const MOST_LETTERS = 20_000
/** More questions than this are not kept open. */
const MOST_OPEN = 100

interface Question {
  readonly resolve: (value: unknown) => void
  readonly reject: (reason: RefusedError) => void
}

/** Talks to a frame by window messages. Believed is what comes from the frame's own window and origin, in the dialect's shape. */
export class MessageLink implements ServiceLink {
  readonly #options: LinkOptions
  readonly #messages: DialectMessages
  readonly #frame: HTMLIFrameElement
  readonly #origin: string
  readonly #life = new AbortController()
  readonly #open = new Map<number, Question>()
  #asked = 0
  ignored = 0

  constructor(options: LinkOptions, messages: DialectMessages) {
    const { dialect, clip, place, host } = options
    this.#options = options
    this.#messages = messages
    this.#frame = openFrame(dialect, clip, place)
    this.#origin = new URL(this.#frame.src).origin
    const { signal } = this.#life
    // By the prototype: an image of the page may be called like a member of its window.
    const hear = (event: Event): void => this.#hear(event as MessageEvent)
    EventTarget.prototype.addEventListener.call(window, 'message', hear, { signal })
    if (!dialect.ready) this.#frame.addEventListener('load', () => host.ready(), { signal })
  }

  send({ name, value }: ServiceRequest): Promise<unknown> {
    return this.#ask(name, value)
  }

  get answers(): boolean {
    return this.#messages.reply !== undefined
  }

  poll(): void {
    const { dialect, host } = this.#options
    for (const name of namesOf(dialect, 'poll'))
      this.#ask(name, undefined).then(
        come => host.hear(newsOf(dialect, 'poll', name, come)),
        () => undefined
      )
  }

  stop(): void {
    this.#life.abort()
    this.#open.clear()
    this.#frame.remove()
  }

  #ask(name: string, value: unknown): Promise<unknown> {
    const { request, reply, always, areObjects } = this.#messages
    this.#asked += 1
    const id = this.#asked
    const message = {
      ...always,
      [request.name]: name,
      ...(value !== undefined && { [request.value]: value }),
      ...(request.id && { [request.id]: id })
    }
    this.#frame.contentWindow?.postMessage(areObjects ? message : JSON.stringify(message), this.#origin)
    if (!reply || !request.id) return Promise.resolve(undefined)
    const [oldest] = this.#open.keys()
    if (this.#open.size >= MOST_OPEN && oldest !== undefined) this.#open.delete(oldest)
    return new Promise((resolve, reject) => this.#open.set(id, { resolve, reject }))
  }

  #hear({ data, source, origin }: MessageEvent): void {
    if (source !== this.#frame.contentWindow || source === null) return
    const message = origin === this.#origin ? this.#read(data) : undefined
    if (!message || !(this.#isReply(message) || this.#isEvent(message))) this.ignored += 1
  }

  /** The message, if it is one of the service's. */
  #read(data: unknown): Record<string, unknown> | undefined {
    const { always = {}, areObjects } = this.#messages
    let message = data
    if (!areObjects) {
      if (typeof data !== 'string' || data.length > MOST_LETTERS) return undefined
      try {
        message = JSON.parse(data)
      } catch {
        return undefined
      }
    }
    if (!isRecord(message)) return undefined
    const record = message
    return Object.entries(always).every(([key, value]) => Object.hasOwn(record, key) && record[key] === value)
      ? record
      : undefined
  }

  #isReply(message: Record<string, unknown>): boolean {
    const { reply } = this.#messages
    const id = reply && valueAt(message, reply.id)
    const question = typeof id === 'number' ? this.#open.get(id) : undefined
    if (!reply || !question) return false
    this.#open.delete(id as number)
    if (reply.ok === undefined || valueAt(message, reply.ok) === true)
      question.resolve(valueAt(message, reply.value ?? ''))
    else question.reject(new RefusedError(reply.reason && valueAt(message, reply.reason)))
    return true
  }

  #isEvent(message: Record<string, unknown>): boolean {
    const { dialect, host } = this.#options
    const name = valueAt(message, this.#messages.event.name)
    if (typeof name !== 'string') return false
    const come = valueAt(message, this.#messages.event.value)
    const news = newsOf(dialect, 'push', name, come)
    const isReady = name === dialect.ready
    if (isReady) host.ready()
    if (Object.keys(news).length > 0) host.hear(news)
    return isReady || Object.keys(news).length > 0
  }
}
