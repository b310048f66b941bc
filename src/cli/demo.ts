import { once } from 'node:events'
import { existsSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { fileURLToPath } from 'node:url'
import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import sirv from 'sirv'

const SITE = fileURLToPath(new URL('../site', import.meta.url))
const USUAL_PORT = 4280

const args: ArgsDef = {
  port: {
    type: 'string',
    description: `Port on this machine; 0 takes a free one. Default ${USUAL_PORT}, or a free one if that is taken.`
  },
  json: { type: 'boolean', description: 'Print {"address": …} for machines.' }
}

const readPort = (written: string | undefined): number | undefined => {
  if (written === undefined) return undefined
  const port = Number(written)
  if (/^\d+$/.test(written) && port <= 65_535) return port
  throw new Error(`a port from 0 to 65535 was expected, but “${written}” came`)
}

/** Loopback only: the demo is for the person at this machine. */
const listen = async (server: Server, port: number): Promise<number> => {
  server.listen(port, '127.0.0.1')
  await once(server, 'listening')
  const bound = server.address()
  return bound !== null && typeof bound === 'object' ? bound.port : port
}

const listenSomewhere = async (server: Server, wanted: number | undefined): Promise<number> => {
  if (wanted !== undefined) return listen(server, wanted)
  return listen(server, USUAL_PORT).catch(() => listen(server, 0))
}

/** `yokewright demo`: serves the example site with its own media, and prints its address as the last line. */
export const demo: CommandDef = defineCommand({
  meta: { name: 'demo', description: 'Serve the example site, with its own media, on this machine.' },
  args,
  async run({ args }) {
    const wanted = readPort(args.port as string | undefined)
    if (!existsSync(SITE)) throw new Error('the example site is not built')
    const serve = sirv(SITE, { etag: true })
    const server = createServer((request, response) =>
      serve(request, response, () => {
        response
          .writeHead(404, { 'content-type': 'text/plain; charset=utf-8' })
          .end(`There is nothing at ${request.url}.\n`)
      })
    )
    const address = `http://127.0.0.1:${await listenSomewhere(server, wanted)}/`
    if (args.json) console.log(JSON.stringify({ address }))
    else console.log(`Tern Quay Tide Station is open. Ctrl+C closes it.\n${address}`)
  }
})
