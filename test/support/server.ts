import { once } from 'node:events'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { fileURLToPath } from 'node:url'
import sirv from 'sirv'
import { serveFailing } from './failing.ts'

export interface TestServer {
  /** `http://127.0.0.1:port`, without a slash at the end. */
  readonly address: string
  /** Serves a page from memory from now on, at `path`. @returns its whole address. */
  page(path: string, html: string, headers?: Record<string, string>): string
  /** Answers a path by a function from now on. */
  answer(path: string, how: (response: ServerResponse) => unknown): void
  /** Leaves who asks for a path without an answer. @returns a call that lets all of them have it */
  hold(path: string): () => void
  /** Serves another path's file at `path` from now on: what was missing has come. */
  alias(path: string, to: string): void
  /** The next who asks for a path gets no file: the line was bad for a moment. */
  failOnce(path: string): void
  /** How often a path has been asked for. */
  asked(path: string): number
  /** Cuts every line, and takes no new ones until {@link up}. */
  down(): Promise<void>
  up(): Promise<void>
  close(): Promise<void>
}

const folder = (path: string): string => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/** Serves the built library (`/dist/`), the built examples (`/`) and the pages that a test writes. Loopback only. */
export const startServer = async (): Promise<TestServer> => {
  const pages = new Map<string, { html: string; headers: Record<string, string> }>()
  const asked = new Map<string, number>()
  const aliases = new Map<string, string>()
  const failing = new Set<string>()
  const held = new Map<string, Promise<void>>()
  const answers = new Map<string, (response: ServerResponse) => unknown>()
  const site = sirv(folder('dist/site'), { dev: true })
  const media = sirv(folder('examples/public'), { dev: true })
  const built = sirv(folder('dist'), { dev: true })
  const missing = (response: ServerResponse): void => void response.writeHead(404).end('not here')
  const server = createServer(async (request: IncomingMessage, response: ServerResponse) => {
    const wanted = new URL(request.url ?? '/', 'http://localhost').pathname
    asked.set(wanted, (asked.get(wanted) ?? 0) + 1)
    if (held.has(wanted)) await held.get(wanted)
    if (failing.delete(wanted)) {
      response.writeHead(503).end()
      return
    }
    const answer = answers.get(wanted)
    if (answer) {
      answer(response)
      return
    }
    const path = aliases.get(wanted) ?? wanted
    if (path !== wanted) request.url = path
    const page = pages.get(path)
    if (serveFailing(request, response)) return
    if (page) {
      response
        .writeHead(200, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store', ...page.headers })
        .end(page.html)
    } else if (path.startsWith('/dist/')) {
      request.url = path.slice('/dist'.length)
      built(request, response, () => missing(response))
    } else media(request, response, () => site(request, response, () => missing(response)))
  }).listen(0, '127.0.0.1')
  await once(server, 'listening')
  const bound = server.address()
  if (bound === null || typeof bound === 'string') throw new Error('the test server has no port')
  const address = `http://127.0.0.1:${bound.port}`
  const stop = async (): Promise<void> => {
    server.closeAllConnections()
    server.close()
    await once(server, 'close')
  }
  return {
    address,
    page(path, html, headers = {}) {
      pages.set(path, { html, headers })
      return address + path
    },
    asked: path => asked.get(path) ?? 0,
    answer: (path, how) => void answers.set(path, how),
    hold(path) {
      let release: () => void = () => undefined
      held.set(path, new Promise(resolve => (release = resolve)))
      return () => release()
    },
    failOnce: path => void failing.add(path),
    alias: (path, to) => void aliases.set(path, to),
    down: stop,
    async up() {
      if (server.listening) return
      server.listen(bound.port, '127.0.0.1')
      await once(server, 'listening')
    },
    close: stop
  }
}
