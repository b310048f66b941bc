import {
  type Clip,
  type ClipFields,
  clipOfRecord,
  pointerOfFragment,
  pointInto,
  readClip
} from '../../core/documents/index.ts'
import { type Fault, fault, type Result, refuse, succeed } from '../../core/fault.ts'
import type { SettingOrigin } from '../../core/settings/layers.ts'
import type { YokeSettings } from '../../wiring/settings/settings.ts'
import type { ClipFit } from '../look/picture-fit.ts'

/** A clip that has been read, with its addresses resolved, as a player takes it. */
export interface ReadyClip {
  readonly origin: SettingOrigin
  readonly settings: YokeSettings
  readonly poster: Clip['poster']
  readonly fit: ClipFit
  readonly width: number | undefined
  readonly height: number | undefined
  readonly faults: readonly Fault[]
}

/** An address that cannot be resolved stays as it is: loading it says what is wrong. */
const resolve = (src: string, base: string): string => {
  try {
    return new URL(src, base).href
  } catch {
    return src
  }
}

const ready = (document: unknown, origin: SettingOrigin, base: string): ReadyClip => {
  const { clip, faults } = readClip(document)
  const { title, fit, focusPoint, width, height, frameRate, sources, poster, tracks, moments } = clip
  const there = <Entry extends { readonly src: string }>(entry: Entry): Entry => ({
    ...entry,
    src: resolve(entry.src, base)
  })
  return {
    origin,
    settings: {
      title,
      frameRate,
      moments,
      sources: sources?.map(source => there(typeof source === 'string' ? { src: source } : source)),
      tracks: tracks?.map(there)
    },
    poster: poster && 'src' in poster ? there(poster) : poster,
    fit: { ...(fit && { fit }), ...(focusPoint && { focusPoint }) },
    width,
    height,
    faults
  }
}

/** Reads a record that script has given. */
export const clipOfScript = (record: unknown, base: string): ReadyClip => ready(record, 'script', base)

const readFields = (written: string | null): Result<ClipFields | undefined> => {
  if (written === null) return succeed(undefined)
  try {
    const fields: unknown = JSON.parse(written)
    if (typeof fields === 'object' && fields !== null) return succeed(fields)
  } catch {}
  return refuse(
    fault(
      'setting-unreadable',
      `clip-fields was to be set to “${written}”, and that cannot be read.`,
      'write JSON, as in clip-fields=\'{ "title": "headline", "sources": "file" }\''
    )
  )
}

const fetchText = async (address: string, signal: AbortSignal): Promise<Result<string>> => {
  const why = (reason: string, cause?: unknown) =>
    refuse(
      fault('document-unreachable', `The clip ${address} cannot be read: ${reason}.`, 'look at its address', cause)
    )
  try {
    const answer = await fetch(address, { signal })
    return answer.ok ? succeed(await answer.text()) : why(`the server answers ${answer.status}`)
  } catch (error) {
    return why('no answer came', error)
  }
}

const parse = (text: string, address: string): Result<unknown> => {
  try {
    return succeed(JSON.parse(text))
  } catch (error) {
    const hint = 'yokewright check says in which line'
    return refuse(fault('document-unreadable', `The clip ${address} is not JSON.`, hint, error))
  }
}

/** Fetches the document at an address, and of it what the fragment points at. @param fields the attribute `clip-fields`. */
export const clipOfDocument = async (
  address: string,
  fields: string | null,
  signal: AbortSignal
): Promise<Result<ReadyClip>> => {
  const { href, hash } = new URL(address, document.baseURI)
  const text = await fetchText(href, signal)
  const data = text.ok ? parse(text.value, href) : text
  if (!data.ok) return data
  const record = pointInto(data.value, pointerOfFragment(hash))
  if (record === undefined)
    return refuse(
      fault(
        'document-unreadable',
        `There is nothing at ${hash} in ${address}.`,
        'write a JSON Pointer, such as #/clips/0'
      )
    )
  const names = readFields(fields)
  if (!names.ok) return names
  return succeed(ready(names.value ? clipOfRecord(record, names.value) : record, 'document', href))
}
