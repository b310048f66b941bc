import { once } from 'node:events'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import send from 'send'
import { CLIPS } from './clips.ts'
import { type Conduct, GOOD_CONDUCT, readConduct } from './conduct.ts'

/** Where what is served lies. */
export interface ServiceFolders {
  /** Of this service alone. */
  readonly own: string
  /** Of all services: the screen inside a frame, the control page. */
  readonly shared: string
  /** The demo's media. */
  readonly media: string
}

/** What open frames are made to do: load themselves anew, take a press on the picture, be started once they stand still, fail. */
const DEEDS = ['reload', 'press', 'start', 'fail'] as const

const bodyOf = async (request: IncomingMessage): Promise<unknown> => {
  let text = ''
  for await (const chunk of request) text += chunk
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

const answerWith = (response: ServerResponse, status: number, type: string, text: string): void => {
  response.writeHead(status, { 'content-type': `${type}; charset=utf-8`, 'cache-control': 'no-store' }).end(text)
}

const serveFile = (request: IncomingMessage, response: ServerResponse, root: string, path: string): void => {
  // Asked for anew each time: how it behaves may have changed.
  response.setHeader('cache-control', 'no-store')
  send(request, path, { root, cacheControl: false })
    .on('error', () => {
      if (!response.headersSent) answerWith(response, 404, 'text/plain', 'not here\n')
    })
    .pipe(response)
}

const addressOf = (server: Server): string => `http://127.0.0.1:${(server.address() as AddressInfo).port}`

/** A running stand-in service, on loopback: an origin of its own, as a service has one. */
export class Service {
  /** The paths that viewers have asked for, in their order. */
  readonly asked: string[] = []
  readonly #folders: ServiceFolders
  readonly #server = createServer((request, response) => this.#answer(request, response))
  /**
   * Tells open frames what to do, at a port of its own: a browser keeps some six connections to one, and films that are sought
   * need theirs.
   */
  readonly #signals = createServer((request, response) => this.#answerConduct(request, response))
  /** Open frames, and control pages. */
  readonly #listening = new Set<ServerResponse>()
  #conduct = GOOD_CONDUCT

  constructor(folders: ServiceFolders) {
    this.#folders = folders
  }

  /** How it behaves at the moment. */
  get conduct(): Conduct {
    return this.#conduct
  }

  /** How many connections are open, to tell where a browser waits for one. */
  async connections(): Promise<number> {
    return promisify(this.#server.getConnections.bind(this.#server))()
  }

  /** `http://127.0.0.1:port`. */
  get address(): string {
    return addressOf(this.#server)
  }

  async open(port: number): Promise<this> {
    this.#server.listen(port, '127.0.0.1')
    this.#signals.listen(0, '127.0.0.1')
    await Promise.all([this.#server, this.#signals].map(server => once(server, 'listening')))
    return this
  }

  async close(): Promise<void> {
    await Promise.all(
      [this.#server, this.#signals].map(server => {
        const closed = once(server, 'close')
        server.close()
        server.closeAllConnections()
        return closed
      })
    )
  }

  /** Changes how it behaves, in the frames that are open too. */
  behave(changed: Partial<Conduct>): void {
    this.#conduct = readConduct(changed, this.#conduct)
    this.#tell({ conduct: this.#conduct })
  }

  /** Makes the open frames do something. */
  act(deed: (typeof DEEDS)[number]): void {
    this.#tell({ deed })
  }

  /**
   * Ends every connection. A browser keeps some six to a port, and a film that nobody looks at any more may hold one until its
   * memory is cleared.
   */
  hangUp(): void {
    this.#server.closeAllConnections()
    this.#signals.closeAllConnections()
  }

  #tell(message: object): void {
    for (const response of this.#listening) response.write(`data: ${JSON.stringify(message)}\n\n`)
  }

  #answer(request: IncomingMessage, response: ServerResponse): void {
    const { pathname } = new URL(request.url ?? '/', 'http://localhost')
    const [, room = '', ...rest] = pathname.split('/')
    const path = `/${rest.join('/')}`
    const { own, shared, media } = this.#folders
    // What the control page does is no business of a viewer.
    if (room === 'conduct') this.#answerConduct(request, response)
    else if (room === 'control') serveFile(request, response, shared, '/control.html')
    else if (room === 'shared') serveFile(request, response, shared, path)
    else {
      this.asked.push(pathname)
      if (this.#conduct.blocked) response.destroy()
      else if (room === 'media') serveFile(request, response, media, path)
      else if (room === 'clip') this.#answerClip(response, path.slice(1))
      else if (room === 'frame' || room === 'embed') serveFile(request, response, own, '/frame.html')
      // What a service renames is gone.
      else if (this.#conduct.changed && /-1\.js$/.test(pathname)) answerWith(response, 410, 'text/plain', 'gone\n')
      else serveFile(request, response, own, pathname)
    }
  }

  #answerClip(response: ServerResponse, code: string): void {
    const clip = this.#conduct.missing ? undefined : CLIPS.find(known => known.code === code)
    answerWith(
      response,
      200,
      'application/json',
      JSON.stringify({ ...clip, conduct: this.#conduct, signals: addressOf(this.#signals) })
    )
  }

  #answerConduct(request: IncomingMessage, response: ServerResponse): void {
    if (request.method === 'POST') {
      this.#change(request, response).catch(() => response.destroy())
      return
    }
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'access-control-allow-origin': '*'
    })
    response.write(`data: ${JSON.stringify({ conduct: this.#conduct })}\n\n`)
    this.#listening.add(response)
    response.on('close', () => this.#listening.delete(response))
  }

  async #change(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const body = (await bodyOf(request)) as { conduct?: Partial<Conduct>; deed?: unknown } | undefined
    if (body?.conduct) this.behave(body.conduct)
    const deed = DEEDS.find(known => known === body?.deed)
    if (deed) this.act(deed)
    answerWith(response, 200, 'application/json', JSON.stringify(this.#conduct))
  }
}

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

/** Starts one of the stand-in services, with the demo's media from the folder `media`. @param port 0 takes a free one. */
export const startStandIn = (name: 'skerry' | 'lantern' | 'cairn', media: string, port = 0): Promise<Service> =>
  new Service({ own: here(name), shared: here('frame'), media }).open(port)
