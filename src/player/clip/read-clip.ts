import {
  type Clip,
  type ClipFields,
  clipOfRecord,
  pointerOfFragment,
  pointInto,
  readClip
} from '../../core/documents/index.ts'
import { type Fault, fault, type Result, refuse, succeed } from '../../core/fault.ts'
import { isPresetAddress } from '../../core/presets/preset-address.ts'
import type { DataSettings } from '../../core/settings/settings.ts'
import { textOfAnswer } from '../../loading/text-of-answer.ts'
import type { YokeSettings } from '../../wiring/settings/settings.ts'

/** A clip that has been read, with its addresses resolved: a layer of settings. */
export interface ReadyClip {
  readonly settings: YokeSettings
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

const ready = (document: unknown, base: string): ReadyClip => {
  const { clip, faults } = readClip(document)
  const { $schema: _, sources, poster, tracks, settings, preset, ...plain } = clip
  const there = <Entry extends { readonly src: string }>(entry: Entry): Entry => ({
    ...entry,
    src: resolve(entry.src, base)
  })
  return {
    settings: {
      ...settings,
      ...plain,
      // A name, or the address of a document.
      ...(preset !== undefined && { preset: isPresetAddress(preset) ? resolve(preset, base) : preset }),
      ...(sources && { sources: sources.map(source => there(typeof source === 'string' ? { src: source } : source)) }),
      ...(tracks && { tracks: tracks.map(there) }),
      ...(poster && posterOf(poster, base))
    },
    faults
  }
}

/** An image by its address, or a frame. */
const posterOf = (poster: NonNullable<Clip['poster']>, base: string): DataSettings => {
  if (typeof poster === 'string') return { poster: resolve(poster, base) }
  return 'src' in poster ? { poster: resolve(poster.src, base) } : { posterAt: poster.at }
}

/** Reads a record that script has given. */
export const clipOfScript = (record: unknown, base: string): ReadyClip => ready(record, base)

/** What a document may be at most, in bytes. */
const MOST_BYTES = 16 * 2 ** 20

const tooLong = (address: string): Result<never> =>
  refuse(
    fault(
      'clip-too-large',
      `The clip ${address} is longer than ${MOST_BYTES / 2 ** 20} MiB, and is not read.`,
      'look at its address, or make a document of each part'
    )
  )

const fetchText = async (address: string, signal: AbortSignal): Promise<Result<string>> => {
  const why = (reason: string, cause?: unknown) =>
    refuse(
      fault('document-unreachable', `The clip ${address} cannot be read: ${reason}.`, 'look at its address', cause)
    )
  try {
    const answer = await fetch(address, { signal })
    if (!answer.ok) return why(`the server answers ${answer.status}`)
    const text = await textOfAnswer(answer, MOST_BYTES)
    return text === undefined ? tooLong(address) : succeed(text)
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

/** Fetches the document at an address, and of it what the fragment points at. @param fields how its fields are called there. */
export const clipOfDocument = async (
  address: string,
  fields: object | undefined,
  signal: AbortSignal
): Promise<Result<ReadyClip>> => {
  if (!URL.canParse(address, document.baseURI))
    return refuse(fault('document-unreachable', `“${address}” is no address.`, 'write a path, or https:// and a host'))
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
  return succeed(ready(fields ? clipOfRecord(record, fields as ClipFields) : record, href))
}
