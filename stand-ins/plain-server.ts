import { once } from 'node:events'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'

/** A server that runs. */
export interface PlainServer {
  /** `http://127.0.0.1:port`, without a slash at the end. */
  readonly address: string
  close(): Promise<void>
}

/** What was posted, as text; `undefined` where that is more than so many characters. */
export const readBody = async (request: IncomingMessage, most: number): Promise<string | undefined> => {
  let text = ''
  for await (const chunk of request.setEncoding('utf8')) {
    text += chunk
    if (text.length > most) return undefined
  }
  return text
}

/** Starts a server on loopback, on a port of its own. A request on which `answer` fails gets no answer. */
export const startPlainServer = async (
  answer: (request: IncomingMessage, response: ServerResponse) => Promise<void>
): Promise<PlainServer> => {
  const server = createServer((request, response) => {
    answer(request, response).catch(() => response.destroy())
  })
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo
  return {
    address: `http://127.0.0.1:${port}`,
    async close() {
      server.closeAllConnections()
      server.close()
      await once(server, 'close')
    }
  }
}
