import { createCipheriv, randomFillSync } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { join } from 'node:path'
import { readConduct } from '../conduct.ts'
import { type PlainServer, readBody, startPlainServer } from '../plain-server.ts'
import { GOOD_ORIGIN, type OriginConduct } from './conduct.ts'
import { StreamFiles } from './files.ts'
import { masterPlaylist, mediaPlaylist, type Telling, transportMaster } from './playlists.ts'
import { type Naming, presentation, webmPresentation } from './presentations.ts'
import { sendSlowly } from './send.ts'

/** A stream origin that runs. */
export interface StreamOrigin extends PlainServer {
  /** The paths that were asked for, in their order. */
  readonly asked: readonly string[]
  readonly conduct: OriginConduct
  /** Changes how it behaves; `undefined` is well again. */
  behave(changed?: Partial<OriginConduct>): void
  /** The live channel began so many seconds ago. */
  readonly age: number
}

const SEGMENT = 2
/** Segments of the short clip. */
const SHORT = 6
/** The live channel has been there for so long when it is first looked at, in seconds. */
const AGE = 90
/** RFC 8216, section 4.3.2.4: a key that nobody has to keep secret here. */
const KEY = Buffer.from('tern quay lights')

const TYPES: readonly (readonly [RegExp, string])[] = [
  [/\.m3u8$/, 'application/vnd.apple.mpegurl'],
  [/\.mpd$/, 'application/dash+xml'],
  [/\.vtt(?:\/\d+)?$/, 'text/vtt'],
  [/\.m2t\//, 'video/mp2t'],
  [/\.webm/, 'video/webm'],
  [/\.jpg$/, 'image/jpeg'],
  [/\.key$/, 'application/octet-stream'],
  [/^\/time$/, 'text/plain']
]

const typeOf = (path: string): string => TYPES.find(([pattern]) => pattern.test(path))?.[1] ?? 'video/mp4'

const NAMINGS: Readonly<Record<string, Naming>> = {
  'number.mpd': 'number',
  'time.mpd': 'time',
  'list.mpd': 'list',
  'file.mpd': 'file'
}

/** Segment `n` of the captions of a clip: its cues, at their own times, with the map that says so (RFC 8216, section 3.5). */
const textSegment = (vtt: string, number: number): string => {
  const [from, until] = [number * 20, (number + 1) * 20]
  const seconds = (text: string): number => text.split(':').reduce((sum, part) => sum * 60 + Number(part), 0)
  const blocks = vtt.split(/\n\n+/).filter(block => {
    const [, start, end] = /((?:\d+:)?\d+:[\d.]+) --> ((?:\d+:)?\d+:[\d.]+)/.exec(block) ?? []
    return start && end && seconds(start) < until && seconds(end) > from
  })
  return `WEBVTT\nX-TIMESTAMP-MAP=MPEGTS:0,LOCAL:00:00:00.000\n\n${blocks.join('\n\n')}\n`
}

class Origin {
  readonly asked: string[] = []
  readonly since = Date.now() - AGE * 1000
  conduct = GOOD_ORIGIN
  readonly #files: StreamFiles
  readonly #media: string
  #frozen: number | undefined
  #answers = 0

  constructor(files: StreamFiles, media: string) {
    this.#files = files
    this.#media = media
  }

  behave(changed?: Partial<OriginConduct>): void {
    this.conduct = changed ? readConduct(changed, this.conduct) : GOOD_ORIGIN
    this.#frozen = this.conduct.stale || this.conduct.ended ? (this.#frozen ?? this.#newest) : undefined
  }

  async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const { pathname } = new URL(request.url ?? '/', 'http://localhost')
    response.setHeader('access-control-allow-origin', '*')
    response.setHeader('access-control-allow-headers', 'range')
    response.setHeader('timing-allow-origin', '*')
    response.setHeader('cache-control', 'no-store')
    if (request.method === 'OPTIONS') return void response.writeHead(204).end()
    if (pathname === '/conduct') return this.#takeConduct(request, response)
    this.asked.push(pathname)
    const { conduct } = this
    const concerns = (text: string): boolean => text !== '' && pathname.includes(text)
    if (conduct.gone) return void response.destroy()
    if (concerns(conduct.silent)) return
    if (concerns(conduct.refused)) return void response.writeHead(conduct.status).end()
    const body = concerns(conduct.missing) ? undefined : await this.#bodyOf(pathname)
    if (!body) return void response.writeHead(404, { 'content-type': 'text/plain' }).end('not here\n')
    const bytes = concerns(conduct.damaged) ? randomFillSync(Buffer.alloc(body.length)) : body
    await sendSlowly(request, response, typeOf(pathname), bytes, () => this.conduct, concerns(conduct.cut))
  }

  async #takeConduct(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const text = request.method === 'POST' ? await readBody(request, 10_000) : '{}'
    const { conduct } = JSON.parse(text ?? '{}') as { readonly conduct?: Partial<OriginConduct> }
    if (conduct) this.behave(conduct)
    response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(this.conduct))
  }

  get #newest(): number {
    return Math.floor((Date.now() - this.since) / 1000 / SEGMENT)
  }

  #telling(room: string): Telling {
    const { misdeclared, ended, shuffled } = this.conduct
    this.#answers += 1
    const newest = (this.#frozen ?? this.#newest) - (shuffled && this.#answers % 2 ? 4 : 0)
    return {
      files: this.#files,
      live: room === 'live' ? newest : undefined,
      length: room === 'short' ? SHORT : undefined,
      since: this.since,
      hasEnded: ended,
      misdeclared
    }
  }

  /** What stands at a path: `/clip/…` on demand, `/short/…` its first twelve seconds, `/live/…` the channel, `/sealed/…` enciphered. */
  async #bodyOf(path: string): Promise<Buffer | undefined> {
    const [, room = '', name = '', part] = path.split('/')
    if (path === '/time') return Buffer.from(new Date().toISOString())
    if (room === 'media') return readFile(join(this.#media, name)).catch(() => undefined)
    const telling = this.#telling(room)
    if (name === 'main.m3u8') return Buffer.from(masterPlaylist(telling))
    if (name === 'transport.m3u8') return Buffer.from(transportMaster(telling))
    if (name === 'webm.mpd') return Buffer.from(webmPresentation(telling))
    if (NAMINGS[name]) return Buffer.from(presentation(NAMINGS[name], telling, '/time'))
    if (name === 'quay.key') return KEY
    if (name.endsWith('.vtt.m3u8')) return Buffer.from(this.#textPlaylist(name.slice(0, -5)))
    if (name.endsWith('.m3u8')) return Buffer.from(this.#playlist(name.slice(0, -5), room, telling))
    if (name.endsWith('.vtt')) return this.#text(name.slice(0, -4), Number(part))
    if (part === 'init') return this.#files.init(name)
    const bytes = part === undefined ? this.#files.whole(name) : this.#files.segment(name, Number(part))
    return bytes && room === 'sealed' ? this.#sealed(bytes, Number(part)) : bytes
  }

  #playlist(name: string, room: string, telling: Telling): string {
    const text = mediaPlaylist(name, telling, number => `${name}/${number}`)
    return room === 'sealed' ? text.replace('#EXTINF', '#EXT-X-KEY:METHOD=AES-128,URI="quay.key"\n#EXTINF') : text
  }

  #sealed(bytes: Buffer, number: number): Buffer {
    const iv = Buffer.alloc(16)
    iv.writeUInt32BE(number, 12)
    const cipher = createCipheriv('aes-128-cbc', KEY, iv)
    return Buffer.concat([cipher.update(bytes), cipher.final()])
  }

  #textPlaylist(name: string): string {
    const segments = [0, 1, 2].flatMap(number => ['#EXTINF:20,', `${name}/${number}`])
    return `${['#EXTM3U', '#EXT-X-TARGETDURATION:20', '#EXT-X-PLAYLIST-TYPE:VOD', ...segments, '#EXT-X-ENDLIST'].join('\n')}\n`
  }

  async #text(language: string, number: number): Promise<Buffer | undefined> {
    const vtt = await readFile(join(this.#media, `spring-tide.${language}.vtt`), 'utf8').catch(() => undefined)
    return vtt === undefined ? undefined : Buffer.from(textSegment(vtt, number))
  }
}

/**
 * Starts the origin on loopback.
 * @param media the folder of the demo's media
 * @param own the folder of what is cut into segments
 */
export const startStreamOrigin = async (media: string, own: string): Promise<StreamOrigin> => {
  const files = await new StreamFiles(own).open()
  const origin = new Origin(files, media)
  const server = await startPlainServer((request, response) => origin.answer(request, response))
  return {
    ...server,
    asked: origin.asked,
    get conduct() {
      return origin.conduct
    },
    behave: changed => origin.behave(changed),
    get age() {
      return (Date.now() - origin.since) / 1000
    }
  }
}
