import { type Fault, fault, type Result, refuse, succeed, unwrap } from '../fault.ts'

/** What a file is, as `type` says it on a `<source>`. */
export interface MediaType {
  /** Type and subtype in lower case, without parameters: `video/mp4`. */
  readonly type: string
  /** As RFC 6381 writes them; empty where none are named. */
  readonly codecs: readonly string[]
}

/** RFC 9110, section 5.6.2. */
const TOKEN = "[!#$%&'*+.^_`|~\\dA-Za-z-]+"
const ESSENCE = new RegExp(`^(${TOKEN})/(${TOKEN})$`)
const PARAMETER = new RegExp(`^\\s*(${TOKEN})\\s*=\\s*(?:"((?:[^"\\\\]|\\\\.)*)"|(${TOKEN}))\\s*(?:;|$)`)

const unreadable = (text: string, hint: string): { readonly ok: false; readonly fault: Fault } =>
  refuse(fault('type-unreadable', `A media type was expected, but “${text}” came.`, hint))

const whyNoParameter = (rest: string): string => {
  if ((rest.match(/"/g)?.length ?? 0) % 2 === 1)
    return `the quotation mark is not closed; write the attribute in single quotes: type='video/mp4; codecs="avc1.42E01E, mp4a.40.2"'`
  if (/^\s*codecs\s*=[^"]*,/i.test(rest))
    return 'several codecs stand in quotation marks: codecs="avc1.42E01E, mp4a.40.2"'
  return 'after the type comes ; codecs="…", and nothing else is needed'
}

/** Reads a media type (RFC 9110, section 8.3.1); unlike {@link parseMediaType}, never throws. Parameters but `codecs` are passed over. */
export const tryParseMediaType = (text: string): Result<MediaType> => {
  const [first = '', ...parts] = text.split(';')
  const essence = ESSENCE.exec(first.trim())
  if (!essence)
    return unreadable(
      text,
      /^\w+$/.test(first.trim()) ? `did you mean video/${first.trim()}?` : 'write a type and a subtype, as in video/mp4'
    )
  let codecs: readonly string[] = []
  let rest = parts.join(';')
  while (rest.trim()) {
    const parameter = PARAMETER.exec(rest)
    if (!parameter) return unreadable(text, whyNoParameter(rest))
    const [whole, name = '', quoted, plain = ''] = parameter
    const value = quoted?.replace(/\\(.)/g, '$1') ?? plain
    if (name.toLowerCase() === 'codecs')
      codecs = value
        .split(',')
        .map(codec => codec.trim())
        .filter(Boolean)
    rest = rest.slice(whole.length)
  }
  return succeed({ type: essence[0].toLowerCase(), codecs })
}

/** Reads a media type. @throws {FaultError} `type-unreadable`. */
export const parseMediaType = (text: string): MediaType => unwrap(tryParseMediaType(text))

/** Writes a media type as `type` takes it: `video/webm; codecs="vp9, opus"`. */
export const serializeMediaType = ({ type, codecs }: MediaType): string =>
  codecs.length === 0 ? type : `${type}; codecs="${codecs.join(', ')}"`
