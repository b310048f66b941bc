import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const LONG = 'x'.repeat(4000)

/** How the server answers for a path. */
type Answer = (request: IncomingMessage, response: ServerResponse) => void

const file =
  (type: string, body = 'WEBVTT', headers: Record<string, string> = {}): Answer =>
  (_, response) => {
    response.writeHead(200, { 'content-type': type, 'content-length': String(body.length), ...headers }).end(body)
  }
const inParts: Answer = ({ headers: { range } }, response) => {
  if (range) response.writeHead(206, { 'content-range': 'bytes 0-1/4', 'content-type': 'video/webm' }).end('ab')
  else file('video/webm', 'abcd')(undefined as never, response)
}
const packed = (type: string): Answer => file(type, LONG, { 'content-encoding': 'gzip' })

let server: Server
let other: Server
let answers: Record<string, Answer> = {}
let forMissing = 404
const addressOf = (of: Server): string => `http://127.0.0.1:${(of.address() as AddressInfo).port}`

const serve = async (): Promise<Server> => {
  const started = createServer((request, response) => {
    const answer = answers[request.url ?? '']
    if (answer) answer(request, response)
    else response.writeHead(forMissing, { 'content-type': 'text/html' }).end('<p>Not here</p>')
  }).listen(0, '127.0.0.1')
  await once(started, 'listening')
  return started
}
beforeAll(async () => {
  server = await serve()
  other = await serve()
})
afterAll(() => {
  server.close()
  other.close()
})

/** Runs beside this process, which answers it. */
const check = async (...args: string[]): Promise<{ code: number; out: string; err: string }> => {
  const child = spawn(process.execPath, [main, 'check', ...args])
  let [out, err] = ['', '']
  child.stdout.on('data', piece => (out += piece))
  child.stderr.on('data', piece => (err += piece))
  const [code] = (await once(child, 'close')) as [number]
  return { code, out, err }
}
const PAGE = (body: string): Answer => file('text/html; charset=utf-8', `<!doctype html><title>Tide</title>\n${body}`)
const GOOD: Record<string, Answer> = {
  '/tide/': PAGE(
    '<link rel="stylesheet" href="page.css"><script src="yokewright.js" defer></script>\n<yoke-player><video src="tide.webm#t=2" poster="data:,"><track src="tide.vtt"></video></yoke-player>'
  ),
  '/tide/page.css': file('text/css', 'a'),
  '/tide/yokewright.js': packed('application/javascript'),
  '/tide/tide.webm': inParts,
  '/tide/tide.vtt': file('text/vtt')
}
const codesOf = (err: string): readonly string[] =>
  err
    .trim()
    .split('\n')
    .filter(Boolean)
    .map(line =>
      line
        .replace(/^http:\/\/127\.0\.0\.1:\d+/, '')
        .split(' ')
        .slice(0, 2)
        .join(' ')
    )

describe('yokewright check --served', () => {
  it('says nothing of what is served well', async () => {
    answers = GOOD
    forMissing = 404
    const { code, out, err } = await check('--served', `${addressOf(server)}/tide/`)
    expect([code, err]).toEqual([0, ''])
    expect(out).toContain('good; 4 files asked for')
  })

  it.each<[string, Record<string, Answer>, readonly string[]]>([
    [
      'a file is not there',
      { '/tide/tide.vtt': (_, response) => void response.writeHead(404).end() },
      ['/tide/:3:64 answer-missing']
    ],
    ['captions are no captions', { '/tide/tide.vtt': file('text/plain') }, ['/tide/:3:64 answer-type-wrong']],
    [
      'media have no type',
      {
        '/tide/tide.webm': (request, response) =>
          request.headers.range ? inParts(request, response) : void response.writeHead(200).end('abcd')
      },
      ['/tide/:3:21 answer-type-wrong']
    ],
    ['media are sent whole', { '/tide/tide.webm': file('video/webm') }, ['/tide/:3:21 answer-whole']],
    [
      'texts are sent as they are',
      { '/tide/yokewright.js': file('text/javascript', LONG) },
      ['/tide/:2:48 answer-uncompressed']
    ]
  ])('%s', async (_, changed, codes) => {
    answers = { ...GOOD, ...changed }
    const { code, err } = await check('--served', `${addressOf(server)}/tide/`)
    expect([code, codesOf(err)]).toEqual([1, codes])
  })

  it('what is not there is answered with a page', async () => {
    answers = GOOD
    forMissing = 200
    const { code, err } = await check('--served', `${addressOf(server)}/tide/`)
    forMissing = 404
    expect([code, codesOf(err)]).toEqual([1, ['/tide/:1:1 answer-for-anything']])
  })

  it('captions on another origin have to be open, and what lies elsewhere is not asked for', async () => {
    const far = `${addressOf(other)}/far.vtt`
    const page = PAGE(`<video src="https://quay.example/tide.webm" crossorigin><track src="${far}"></video>`)
    answers = { '/': page, '/far.vtt': file('text/vtt') }
    const closed = await check('--served', `${addressOf(server)}/`)
    expect([closed.code, codesOf(closed.err)]).toEqual([1, ['/:2:64 answer-closed']])
    expect(closed.out).toContain('not asked: https://quay.example/tide.webm')
    answers = { '/': page, '/far.vtt': file('text/vtt', 'WEBVTT', { 'access-control-allow-origin': '*' }) }
    expect((await check('--served', `${addressOf(server)}/`)).code).toBe(0)
  })

  it('of a stream, what its manifest names: whether it is there, open, and in parts where parts are wanted', async () => {
    const open = { 'access-control-allow-origin': '*' }
    const main = `${addressOf(other)}/main.m3u8`
    const stream = {
      '/': PAGE(`<yoke-player src="${main}"></yoke-player>`),
      '/main.m3u8': file(
        'application/vnd.apple.mpegurl',
        '#EXTM3U\n#EXT-X-STREAM-INF:BANDWIDTH=9\nsea/low.m3u8\n#EXT-X-STREAM-INF:BANDWIDTH=99\nsea/high.m3u8\n',
        open
      ),
      '/sea/low.m3u8': file(
        'application/vnd.apple.mpegurl',
        '#EXTM3U\n#EXT-X-TARGETDURATION:2\n#EXTINF:2,\n0.ts\n#EXTINF:2,\n1.ts\n',
        open
      ),
      '/sea/high.m3u8': file(
        'application/vnd.apple.mpegurl',
        '#EXTM3U\n#EXT-X-TARGETDURATION:2\n#EXT-X-MAP:URI="all.mp4",BYTERANGE="20@0"\n#EXTINF:2,\n#EXT-X-BYTERANGE:90@20\nall.mp4\n',
        open
      ),
      '/sea/0.ts': file('video/mp2t', 'abcd', open),
      '/sea/all.mp4': (request: IncomingMessage, response: ServerResponse) =>
        response.writeHead(request.headers.range ? 206 : 200, { ...open, 'content-type': 'video/mp4' }).end('ab')
    }
    answers = stream
    const good = await check('--served', `${addressOf(server)}/`)
    expect([good.code, good.err]).toEqual([0, ''])
    expect(good.out).toContain('good; 5 files asked for')
    const { '/sea/0.ts': _, ...lacking } = stream
    answers = { ...lacking, '/sea/high.m3u8': file('text/plain', 'x'), '/main.m3u8': stream['/main.m3u8'] }
    expect(codesOf((await check('--served', `${addressOf(server)}/`)).err)).toEqual([
      '/sea/low.m3u8:4:1 answer-missing',
      '/main.m3u8:5:1 answer-type-wrong',
      '/main.m3u8:5:1 answer-closed'
    ])
    answers = { ...stream, '/sea/all.mp4': file('video/mp4', 'abcd', open) }
    expect(codesOf((await check('--served', `${addressOf(server)}/`)).err)).toEqual([
      '/sea/high.m3u8:3:17 answer-whole'
    ])
  })

  it.each([
    [['--served', 'https://quay.example/'], /not on this machine/],
    [['--served', 'http://127.0.0.1:1/'], /ECONNREFUSED|refused/],
    [['--served', 'quay'], /no address/],
    [['page.html', '--served', 'http://127.0.0.1:1/'], /no files beside it/]
  ])('%j is refused in a sentence', async (args, reason) => {
    const { code, err } = await check(...args)
    expect([code, err]).toEqual([2, expect.stringMatching(reason)])
  })

  it('for machines', async () => {
    answers = { ...GOOD, '/tide/tide.webm': file('video/webm') }
    const { out } = await check('--served', `${addressOf(server)}/tide/`, '--json')
    expect(JSON.parse(out)).toMatchObject([{ asked: 4, elsewhere: [], faults: [{ code: 'answer-whole', line: 3 }] }])
  })
})
