import { type Fault, fault, type Result, refuse, succeed } from '../../../../core/fault.ts'
import type { Resource } from '../../../../core/streams/manifest.ts'

/** Seconds without a byte after which a request is given up. */
const PATIENCE = 6

/** What came of a request. */
export interface Answer {
  readonly bytes: Uint8Array
  /** Where it came from in the end, behind redirections. */
  readonly src: string
  /** From the request to the last byte. */
  readonly seconds: number
  /** What the server says the time is, in milliseconds since 1970; `NaN` where it says nothing. */
  readonly date: number
}

/** How things are fetched for a stream. */
export type Fetch = (
  resource: Resource,
  progress?: (bytes: number, seconds: number, whole: number) => boolean
) => Promise<Result<Answer>>

/** How something is asked for. */
export interface AskOptions {
  readonly signal: AbortSignal
  readonly credentials: RequestCredentials
  /** Told of what has come so far. @returns whether it is still wanted. */
  readonly progress: ((bytes: number, seconds: number, whole: number) => boolean) | undefined
}

const nameOf = ({ src }: Resource): string => (src.startsWith('data:') ? 'data:' : src)

const ofStatus = (resource: Resource, status: number): Fault =>
  fault(
    status === 404 || status === 410 ? 'segment-missing' : 'segment-denied',
    `The server answered ${status} for ${nameOf(resource)}.`,
    status < 500 ? 'look whether it is there, and may be read' : 'look into the log of the server'
  )

const late = (resource: Resource): Fault =>
  fault(
    'segment-late',
    `Nothing has come of ${nameOf(resource)} for ${PATIENCE} seconds.`,
    'it is taken from another form of the stream'
  )

const unreachable = (resource: Resource, cause: unknown): Fault =>
  resource.src.startsWith('file:')
    ? fault('segment-denied', `No page that comes from a disk may read ${resource.src}.`, 'open it by a server', cause)
    : fault(
        'segment-unreachable',
        `No answer came for ${nameOf(resource)}.`,
        'look at the connection; another host has to allow the page by Access-Control-Allow-Origin, and connect-src the host',
        cause
      )

/** One that was given up in favour of another. */
const unwanted = (resource: Resource): Fault =>
  fault('segment-late', `${nameOf(resource)} would come too late.`, 'it is taken from another form of the stream')

/** Reads a body as it comes; each piece may keep it waiting for so long. */
class BodyReader {
  readonly #resource: Resource
  readonly #options: AskOptions
  readonly #life = new AbortController()
  #timer: ReturnType<typeof setTimeout> | undefined
  /** Why it was given up here. */
  #fault: Fault | undefined

  constructor(resource: Resource, options: AskOptions) {
    this.#resource = resource
    this.#options = options
  }

  async ask(): Promise<Result<Answer>> {
    const { signal } = this.#options
    // Not by AbortSignal.any(): WebKit may forget such a signal before it has told.
    const abort = (): void => this.#life.abort()
    signal.addEventListener('abort', abort)
    try {
      signal.throwIfAborted()
      return await this.#ask()
    } catch (cause) {
      return refuse(this.#fault ?? (signal.aborted ? unwanted : unreachable)(this.#resource, cause))
    } finally {
      signal.removeEventListener('abort', abort)
      clearTimeout(this.#timer)
    }
  }

  async #ask(): Promise<Result<Answer>> {
    const { src, range } = this.#resource
    const { credentials } = this.#options
    const began = performance.now()
    this.#expect()
    const response = await fetch(src, {
      signal: this.#life.signal,
      credentials,
      headers: range ? { range: `bytes=${range.from}-${range.from + range.length - 1}` } : {}
    })
    if (!response.ok) return refuse(ofStatus(this.#resource, response.status))
    const bytes = await this.#read(response, began)
    // A server that does not know ranges sends all of it.
    const isWhole = range !== undefined && response.status !== 206
    return succeed({
      bytes: isWhole ? bytes.subarray(range.from, range.from + range.length) : bytes,
      src: response.url || src,
      seconds: (performance.now() - began) / 1000,
      date: Date.parse(response.headers.get('date') ?? '')
    })
  }

  async #read(response: Response, began: number): Promise<Uint8Array> {
    const { progress } = this.#options
    const whole = Number(response.headers.get('content-length'))
    const reader = response.body?.getReader()
    const pieces: Uint8Array[] = []
    let size = 0
    for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
      this.#expect()
      pieces.push(piece.value)
      size += piece.value.length
      if (progress?.(size, (performance.now() - began) / 1000, whole) === false) this.#giveUp(unwanted)
    }
    return new Uint8Array(await new Blob(pieces as BlobPart[]).arrayBuffer())
  }

  #expect(): void {
    clearTimeout(this.#timer)
    this.#timer = setTimeout(() => this.#giveUp(late), PATIENCE * 1000)
  }

  #giveUp(why: (resource: Resource) => Fault): void {
    this.#fault = why(this.#resource)
    this.#life.abort()
  }
}

/**
 * Asks for something. Faults: `segment-missing` (404, 410), `segment-denied` (another status), `segment-late`,
 * `segment-unreachable`.
 */
export const ask = (resource: Resource, options: AskOptions): Promise<Result<Answer>> =>
  new BodyReader(resource, options).ask()
