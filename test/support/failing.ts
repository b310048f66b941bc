import { createReadStream, readFileSync, statSync } from 'node:fs'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { extname } from 'node:path'
import { fileURLToPath } from 'node:url'

const media = fileURLToPath(new URL('../../examples/public/media/', import.meta.url))

const TYPES: Readonly<Record<string, string>> = {
  '.webm': 'video/webm',
  '.mp4': 'video/mp4',
  '.ogv': 'video/ogg',
  '.m4a': 'audio/mp4'
}

/** A file, and the part of it that was asked for. */
interface Part {
  readonly path: string
  readonly size: number
  readonly from: number
  readonly to: number
  readonly isRange: boolean
}

const partOf = (request: IncomingMessage, name: string, size?: number): Part => {
  const path = media + name
  const whole = size ?? statSync(path).size
  const range = /^bytes=(\d+)-(\d*)$/.exec(request.headers.range ?? '')
  const from = Number(range?.[1] ?? 0)
  return { path, size: whole, from, to: Math.min(Number(range?.[2] || whole - 1), whole - 1), isRange: range !== null }
}

const writeHead = (response: ServerResponse, { path, size, from, to, isRange }: Part, type?: string): void => {
  const headers = {
    'content-type': type ?? TYPES[extname(path)] ?? 'application/octet-stream',
    'accept-ranges': 'bytes',
    'cache-control': 'no-store',
    'content-length': to - from + 1
  }
  if (isRange) response.writeHead(206, { ...headers, 'content-range': `bytes ${from}-${to}/${size}` })
  else response.writeHead(200, headers)
}

const isEmpty = ({ from, size }: Part): boolean => from >= size

/** Sends a part, up to a byte of the file, and then does what is to be done there. */
const sendUpTo = (response: ServerResponse, part: Part, limit: number, then: () => void): void => {
  writeHead(response, part)
  if (part.from >= limit) {
    response.flushHeaders()
    then()
    return
  }
  const isWhole = part.to < limit
  const stream = createReadStream(part.path, { start: part.from, end: Math.min(part.to, limit - 1) })
  stream.pipe(response, { end: isWhole })
  if (!isWhole) stream.on('end', then)
}

/** Whether what is flaky works at this moment. */
let isMended = false

/** How a server can fail, by the word after `/failing/`; the next words are a number where one is needed, and the file. */
const WAYS: Readonly<
  Record<string, (request: IncomingMessage, response: ServerResponse, words: readonly string[]) => void>
> = {
  missing: (_, response) => void response.writeHead(404).end('not here'),
  denied: (_, response) => void response.writeHead(403).end('not for you'),
  broken: (_, response) => void response.writeHead(500).end('out of order'),
  hangup: request => void request.socket.destroy(),
  silent: () => undefined,
  headers: (request, response, [name = '']) => {
    writeHead(response, partOf(request, name))
    response.flushHeaders()
  },
  page: (_, response) =>
    void response.writeHead(200, { 'content-type': 'text/html' }).end('<!doctype html><title>Sign in</title>'),
  empty: (_, response) => void response.writeHead(200, { 'content-type': 'video/webm' }).end(),
  /** The right bytes under a wrong type. */
  mislabelled: (request, response, [name = '']) => {
    const part = partOf(request, name)
    writeHead(response, part, 'text/plain')
    createReadStream(part.path, { start: part.from, end: part.to }).pipe(response)
  },
  /** A head that is right, and noise behind it. */
  corrupt: (request, response, [at = '', name = '']) => {
    const part = partOf(request, name)
    const bytes = readFileSync(part.path)
    for (let place = Number(at); place < bytes.length; place += 1) bytes[place] = (place * 7919) & 255
    writeHead(response, part)
    response.end(bytes.subarray(part.from, part.to + 1))
  },
  /** As if the file were no longer than that. */
  truncated: (request, response, [size = '', name = '']) => {
    const part = partOf(request, name, Number(size))
    if (isEmpty(part)) response.writeHead(416, { 'content-range': `bytes */${size}` }).end()
    else {
      writeHead(response, part)
      createReadStream(part.path, { start: part.from, end: part.to }).pipe(response)
    }
  },
  /** Up to a byte, and then nothing more, on an open line. */
  stalling: (request, response, [limit = '', name = '']) =>
    sendUpTo(response, partOf(request, name), Number(limit), () => undefined),
  /** Up to a byte, and then the line is cut. */
  cut: (request, response, [limit = '', name = '']) =>
    sendUpTo(response, partOf(request, name), Number(limit), () => request.socket.destroy()),
  /** Like `cut`, until `mend` was asked for. */
  flaky: (request, response, [limit = '', name = '']) =>
    sendUpTo(response, partOf(request, name), isMended ? Number.POSITIVE_INFINITY : Number(limit), () =>
      request.socket.destroy()
    ),
  mend: (_, response) => {
    isMended = true
    response.end('mended')
  },
  break: (_, response) => {
    isMended = false
    response.end('broken')
  },
  /** So many bytes a second. */
  slow: (request, response, [rate = '', name = '']) => {
    const part = partOf(request, name)
    writeHead(response, part)
    const stream = createReadStream(part.path, { start: part.from, end: part.to, highWaterMark: Number(rate) / 10 })
    stream.on('data', piece => {
      response.write(piece)
      stream.pause()
      setTimeout(() => stream.resume(), 100)
    })
    stream.on('end', () => response.end())
    response.on('close', () => stream.destroy())
  }
}

/** The part of the test server that fails: `/failing/WAY[/NUMBER]/FILE`. @returns whether the address was one of these. */
export const serveFailing = (request: IncomingMessage, response: ServerResponse): boolean => {
  const { pathname } = new URL(request.url ?? '/', 'http://localhost')
  const [way = '', ...words] = pathname.replace(/^\/failing\//, '').split('/')
  const fail = pathname.startsWith('/failing/') ? WAYS[way] : undefined
  fail?.(request, response, words)
  return fail !== undefined
}
