import type { DialectData } from '../core/hosted/dialect.ts'
import { STREAM_TYPE, suffixOf, typeOfAddress } from '../core/sources/file-types.ts'

/** How a server has to answer for a kind of file. */
export interface Serving {
  readonly suffix: string
  readonly type: string
  /** It must answer with parts of the file when it is asked for them (RFC 9110, section 14). */
  readonly ranges: boolean
}

const PLAIN: Readonly<Record<string, string>> = {
  html: 'text/html; charset=utf-8',
  css: 'text/css',
  js: 'text/javascript',
  vtt: 'text/vtt',
  json: 'application/json',
  avif: 'image/avif',
  gif: 'image/gif',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  png: 'image/png',
  svg: 'image/svg+xml',
  webp: 'image/webp'
}

/** Segments of streams go about under many types, and scripts that read them ask for none: what is usual. */
const SEGMENTS: Readonly<Record<string, string>> = { ts: 'video/mp2t', m4s: 'video/mp4' }

/** How a file with this suffix has to be served; `undefined` for one that is not known. */
export const servingOfSuffix = (suffix: string): Serving | undefined => {
  const media = typeOfAddress(`file.${suffix}`)
  const type = media ?? (Object.hasOwn(PLAIN, suffix) ? PLAIN[suffix] : undefined)
  return type === undefined ? undefined : { suffix, type, ranges: media !== undefined && !STREAM_TYPE.test(media) }
}

const BYTES = 'application/octet-stream'

/** How each kind of these files has to be served; of a suffix that is not known, as bytes. */
export const servingOf = (names: readonly string[]): readonly Serving[] =>
  [...new Set(names.map(suffixOf))]
    .sort()
    .map(suffix => servingOfSuffix(suffix) ?? { suffix, type: SEGMENTS[suffix] ?? BYTES, ranges: false })

/** What a page plays beside its own files. */
export interface Played {
  /** Clips of these services. */
  readonly services?: readonly DialectData[]
  /** Streams, which the library gives to the engine itself. */
  readonly streams?: boolean
}

/** The strictest policy under which a page works that plays its own files, and these. */
export const policyFor = ({ services = [], streams = false }: Played = {}): string => {
  const originsOf = (addressOf: (service: DialectData) => string | undefined): string =>
    [
      ...new Set(
        services.flatMap(each => {
          const address = addressOf(each)
          return address === undefined ? [] : [new URL(address, each.origin).origin]
        })
      )
    ].join(' ')
  const scripts = originsOf(({ script }) => script?.src)
  const frames = originsOf(({ frame }) => frame?.src ?? '/')
  return [
    "default-src 'self'",
    ...(scripts ? [`script-src 'self' ${scripts}`] : []),
    ...(frames ? [`frame-src ${frames}`] : []),
    ...(streams ? ["media-src 'self' blob:"] : []),
    "require-trusted-types-for 'script'",
    `trusted-types yokewright${scripts && ' yokewright-hosted'}`
  ].join('; ')
}
