import { createHash } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { type PlainServer, readBody, startPlainServer } from './plain-server.ts'

/** More than this is no preset, in bytes. */
const MOST_BYTES = 2 ** 18

/** A document's version: made from its text (RFC 9110, "ETag"). */
const tagOf = (text: string): string => `"${createHash('sha256').update(text).digest('hex').slice(0, 16)}"`

const isJson = (text: string): boolean => {
  try {
    JSON.parse(text)
    return true
  } catch {
    return false
  }
}

/** Whether the request is for the version that is there (RFC 9110, sections 13.1.1 and 13.1.2). */
const isMeant = ({ headers }: IncomingMessage, there: string | undefined): boolean => {
  if (headers['if-none-match'] === '*') return there === undefined
  const { 'if-match': wanted } = headers
  return wanted === undefined || (there !== undefined && wanted === tagOf(there))
}

const ANYONE = {
  'access-control-allow-origin': '*',
  'access-control-allow-headers': 'content-type, if-match, if-none-match',
  'access-control-allow-methods': 'GET, PUT, DELETE',
  'access-control-expose-headers': 'etag',
  'cache-control': 'no-cache'
}

/** Presets by name, over HTTP: plain JSON with ETags. */
class Shelf {
  readonly #kept = new Map<string, string>()

  async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const path = decodeURIComponent(new URL(request.url ?? '/', 'http://localhost').pathname)
    const say = (status: number, text = '', more: Record<string, string> = {}): void =>
      void response.writeHead(status, { 'content-type': 'application/json', ...ANYONE, ...more }).end(text)
    if (request.method === 'OPTIONS') return say(204)
    if (path === '/') return say(200, JSON.stringify([...this.#kept.keys()]))
    const [, name] = /^\/(.+)\.json$/.exec(path) ?? []
    if (name === undefined) return say(404)
    const there = this.#kept.get(name)
    if (request.method === 'GET') return there === undefined ? say(404) : say(200, there, { etag: tagOf(there) })
    if (!isMeant(request, there)) return say(412)
    if (request.method === 'DELETE') {
      this.#kept.delete(name)
      return say(204)
    }
    if (request.method !== 'PUT') return say(405)
    const text = await readBody(request, MOST_BYTES)
    if (text === undefined) return say(413)
    if (!isJson(text)) return say(400)
    // Somebody may have been faster while this was on its way.
    if (!isMeant(request, this.#kept.get(name))) return say(412)
    this.#kept.set(name, text)
    say(there === undefined ? 201 : 204, '', { etag: tagOf(text) })
  }
}

/** Starts a preset store on loopback, on a port of its own. It keeps presets as long as it runs. */
export const startPresetServer = (): Promise<PlainServer> => {
  const shelf = new Shelf()
  return startPlainServer((request, response) => shelf.answer(request, response))
}
