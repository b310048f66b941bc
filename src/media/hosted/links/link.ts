import type { Fault } from '../../../core/fault.ts'
import type { ClipParts } from '../../../core/hosted/addresses.ts'
import type { DialectData } from '../../../core/hosted/dialect.ts'
import type { HostedNews } from '../../../core/hosted/news.ts'
import type { ServiceRequest } from '../../../core/hosted/read-dialect.ts'

/** Whom a link to a service tells. */
export interface LinkHost {
  /** The service takes commands from now on; again where its frame has loaded itself anew. */
  ready(): void
  hear(news: HostedNews): void
  /** The service has nothing of a name that its dialect says. */
  lacks(name: string): void
  /** The service cannot be had. */
  fail(reason: Fault): void
}

/** What a link is opened with. */
export interface LinkOptions {
  readonly dialect: DialectData
  readonly clip: ClipParts
  /** Where the service's frame is put. */
  readonly place: HTMLElement
  readonly host: LinkHost
}

/** A way to talk to one player of a service. Units and names are converted here, and nowhere above. */
export interface ServiceLink {
  /** Whether what is asked for is answered. */
  readonly answers: boolean
  /** Asks for something. Resolves once it is answered, or at once where nothing is. Rejects with the service's reason. */
  send(request: ServiceRequest): Promise<unknown>
  /** Asks for what is polled. */
  poll(): void
  /** Messages that were not the service's, or not of its shape. */
  readonly ignored: number
  /** Takes away frame, listeners, and what else was made. */
  stop(): void
}

/** A service says no to what it was asked for. */
export class RefusedError extends Error {
  /** In the service's own word. */
  readonly reason: string

  constructor(reason: unknown) {
    super('The service refused.')
    this.name = 'RefusedError'
    this.reason = String(reason ?? '')
  }
}
