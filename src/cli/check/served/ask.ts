import { request } from 'node:http'

/** What a server answered, without the body. */
export interface Answer {
  readonly status: number
  readonly headers: Readonly<Record<string, string | undefined>>
}

/** Longer than this nobody waits for an answer, in milliseconds. */
const PATIENCE = 10_000

/** A longer page is not read, in bytes. */
const LONGEST = 2 ** 24

/** Whether an address is on this machine. Nobody else is asked. */
export const isHere = ({ protocol, hostname }: URL): boolean =>
  protocol === 'http:' && /^(?:localhost|127(?:\.\d+){3}|\[::1\])$/.test(hostname)

const open = <Result>(
  address: URL,
  headers: Readonly<Record<string, string>>,
  take: (response: import('node:http').IncomingMessage) => Promise<Result>
): Promise<Result> =>
  new Promise((resolve, reject) => {
    const asking = request(address, { headers, timeout: PATIENCE, agent: false }, response => {
      take(response).then(resolve, reject)
    })
    asking.on('timeout', () => asking.destroy(new Error(`no answer came from ${address.href}`)))
    asking.on('error', reject)
    asking.end()
  })

const answerOf = ({ statusCode = 0, headers }: import('node:http').IncomingMessage): Answer => ({
  status: statusCode,
  headers: Object.fromEntries(Object.entries(headers).map(([name, value]) => [name, String(value)]))
})

/** Asks for a file, and hangs up once it is known how the server answers. */
export const ask = (address: URL, headers: Readonly<Record<string, string>> = {}): Promise<Answer> =>
  open(address, headers, async response => {
    response.destroy()
    return answerOf(response)
  })

/** Fetches a text. @throws a sentence where it cannot be had. */
export const fetchText = (address: URL): Promise<{ readonly answer: Answer; readonly text: string }> =>
  open(address, {}, async response => {
    const pieces: Buffer[] = []
    let length = 0
    for await (const piece of response as AsyncIterable<Buffer>) {
      length += piece.length
      if (length > LONGEST)
        throw new Error(`${address.href} is longer than ${LONGEST / 2 ** 20} MiB: too long for a text`)
      pieces.push(piece)
    }
    return { answer: answerOf(response), text: Buffer.concat(pieces).toString('utf8') }
  })
