import { appendFile, mkdtemp, readFile } from 'node:fs/promises'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type PlainServer, readBody, startPlainServer } from './plain-server.ts'
import { pageOf } from './progress-page.ts'
import { isReport, type KeptReport, type Sums, sumsOf } from './progress-sums.ts'

/** A receiver of reports that runs: they are posted to `/reports`, and `/` draws them. */
export interface ProgressServer extends PlainServer {
  /** What has come, by clip. */
  sums(): readonly Sums[]
}

/** More than this is no report, in bytes. */
const MOST_BYTES = 2 ** 16

const parse = (text: string): KeptReport | undefined => {
  try {
    const report: unknown = JSON.parse(text)
    return isReport(report) ? report : undefined
  } catch {
    return undefined
  }
}

const ANYONE = {
  'access-control-allow-origin': '*',
  'access-control-allow-headers': 'content-type',
  'access-control-allow-methods': 'GET, POST',
  'access-control-max-age': '600',
  'cache-control': 'no-store'
}

/** Reports by visit: of each the one with the highest number, in whatever order they come. Each is a line of a file. */
class Ledger {
  readonly #visits = new Map<string, KeptReport>()
  readonly #file: string

  constructor(folder: string) {
    this.#file = join(folder, 'reports.jsonl')
  }

  get reports(): readonly KeptReport[] {
    return [...this.#visits.values()]
  }

  /** Takes what an earlier run has kept. */
  async open(): Promise<void> {
    const text = await readFile(this.#file, 'utf8').catch(() => '')
    for (const line of text.split('\n')) this.#take(parse(line))
  }

  async add(report: KeptReport): Promise<void> {
    if (this.#take(report)) await appendFile(this.#file, `${JSON.stringify(report)}\n`)
  }

  /** @returns whether it says more than what was there. */
  #take(report: KeptReport | undefined): boolean {
    if (!report || (this.#visits.get(report.visit)?.number ?? 0) >= report.number) return false
    this.#visits.set(report.visit, report)
    return true
  }
}

const answer = async (ledger: Ledger, request: IncomingMessage, response: ServerResponse): Promise<void> => {
  const say = (status: number, text = '', type = 'application/json'): void =>
    void response.writeHead(status, { 'content-type': `${type}; charset=utf-8`, ...ANYONE }).end(text)
  const { pathname } = new URL(request.url ?? '/', 'http://localhost')
  if (request.method === 'OPTIONS') return say(204)
  if (request.method === 'GET' && pathname === '/') return say(200, pageOf(sumsOf(ledger.reports)), 'text/html')
  if (request.method === 'GET' && pathname === '/clips.json') return say(200, JSON.stringify(sumsOf(ledger.reports)))
  if (pathname !== '/reports') return say(404)
  if (request.method !== 'POST') return say(405)
  const text = await readBody(request, MOST_BYTES)
  if (text === undefined) return say(413)
  const report = parse(text)
  if (!report) return say(400)
  await ledger.add(report)
  say(204)
}

/** Starts a receiver of reports on loopback, on a port of its own. @param folder where it keeps them; without one, one of its own. */
export const startProgressServer = async (folder?: string): Promise<ProgressServer> => {
  const ledger = new Ledger(folder ?? (await mkdtemp(join(tmpdir(), 'tern-quay-'))))
  await ledger.open()
  const server = await startPlainServer((request, response) => answer(ledger, request, response))
  return { ...server, sums: () => sumsOf(ledger.reports) }
}
