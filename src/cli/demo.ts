import { once } from 'node:events'
import { existsSync } from 'node:fs'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { fileURLToPath } from 'node:url'
import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import send from 'send'
import { type Args, checkOptions } from './arguments.ts'

const SITE = fileURLToPath(new URL('../site', import.meta.url))
/** The services that stand in for hosted ones; they are built beside the command line. */
const STAND_INS = new URL('../stand-ins/index.js', import.meta.url).href

/** What of them is used here. */
type StandIns = Readonly<Record<string, { readonly address: string }>>
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

const say = (response: ServerResponse, status: number, sentence: string, more: Record<string, string> = {}): void => {
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', ...more }).end(`${sentence}\n`)
}

const startStandIns = async (): Promise<StandIns> => {
  const { startStandIns: start } = (await import(STAND_INS)) as { startStandIns(media: string): Promise<StandIns> }
  return start(`${SITE}/media`)
}

/** Where the services are: their ports are others each time. */
const answerServices = (response: ServerResponse, standIns: StandIns): void => {
  const addresses = Object.fromEntries(Object.entries(standIns).map(([name, { address }]) => [name, address]))
  response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(addresses))
}

/** Answers with a file of the site, or a part of one (RFC 9110, section 14). */
const answer = (request: IncomingMessage, response: ServerResponse, standIns: StandIns): void => {
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    say(response, 405, 'Only GET and HEAD are answered here.', { allow: 'GET, HEAD' })
    return
  }
  const [path = '/'] = (request.url ?? '/').split('?')
  if (path === '/services.json') {
    answerServices(response, standIns)
    return
  }
  send(request, path, { root: SITE, cacheControl: false })
    .on('error', ({ status = 500 }: { status?: number }) => {
      if (response.headersSent) response.destroy()
      else if (status === 416) say(response, 416, 'The file does not reach so far.')
      else say(response, status === 500 ? 500 : 404, `There is nothing at ${JSON.stringify(path)}.`)
    })
    .pipe(response)
}

/** `yokewright demo`: serves the example site with its own media, and prints its address as the last line. */
export const demo: CommandDef = defineCommand({
  meta: { name: 'demo', description: 'Serve the example site, with its own media, on this machine.' },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, args)
    const wanted = readPort(options.port as string | undefined)
    if (!existsSync(SITE)) throw new Error('the example site is not built')
    const standIns = await startStandIns()
    const server = createServer((request, response) => answer(request, response, standIns))
    const address = `http://127.0.0.1:${await listenSomewhere(server, wanted)}/`
    if (options.json) console.log(JSON.stringify({ address }))
    else console.log(`Tern Quay Tide Station is open. Ctrl+C closes it.\n${address}`)
  }
})
