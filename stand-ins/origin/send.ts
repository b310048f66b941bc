import type { IncomingMessage, ServerResponse } from 'node:http'
import { setTimeout as wait } from 'node:timers/promises'
import type { OriginConduct } from './conduct.ts'

/** Bytes that are sent at once on a slow line, and the pause behind them at least, in milliseconds. */
const PIECE = 2048
const PAUSE = 10

/** When the line is free again: all answers share it. */
let free = 0

const write = async (response: ServerResponse, bytes: Buffer, conduct: () => OriginConduct): Promise<void> => {
  for (let at = 0; at < bytes.length && !response.destroyed; at += PIECE) {
    const piece = bytes.subarray(at, at + PIECE)
    const { rate } = conduct()
    if (rate > 0) {
      free = Math.max(free, Date.now()) + (piece.length * 8000) / rate
      if (free - Date.now() > PAUSE) await wait(free - Date.now())
    }
    response.write(piece)
  }
}

/** Sends a body over a line of the given rate, all of it or a range (RFC 9110, section 14), whole or broken off. */
export const sendSlowly = async (
  request: IncomingMessage,
  response: ServerResponse,
  type: string,
  body: Buffer,
  conduct: () => OriginConduct,
  isCut: boolean
): Promise<void> => {
  const [, first, last] = /^bytes=(\d+)-(\d+)$/.exec(request.headers.range ?? '') ?? []
  const bytes = first === undefined ? body : body.subarray(Number(first), Number(last) + 1)
  const { delay } = conduct()
  if (delay > 0) await wait(delay)
  response.writeHead(first === undefined ? 200 : 206, {
    'content-type': type,
    'content-length': bytes.length,
    ...(first !== undefined && { 'content-range': `bytes ${first}-${last}/${body.length}` })
  })
  if (request.method === 'HEAD') return void response.end()
  if (isCut) {
    await write(response, bytes.subarray(0, bytes.length / 2), conduct)
    response.destroy()
    return
  }
  await write(response, bytes, conduct)
  response.end()
}
