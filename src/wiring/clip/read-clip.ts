import { type Clip, type ClipFields, clipOfRecord, readClip } from '../../core/documents/index.ts'
import { type Fault, fault, type Result, succeed } from '../../core/fault.ts'
import { isPresetAddress } from '../../core/presets/preset-address.ts'
import type { DataSettings } from '../../core/settings/settings.ts'
import type { YokeSettings } from '../settings/settings.ts'
import { fetchDocument } from './fetch-document.ts'

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

/** A clip may come from anywhere: whom the page tells what is watched is the page's own matter. */
const ofPage = (key: string): boolean => /^report\b/.test(key)

const notForClips = (key: string): Fault =>
  fault('setting-ignored', `A clip says ${key}, which is for pages to say.`, 'write it on the player, as report-to="…"')

/** Reads a record. @param base what its addresses are relative to. */
export const readyClip = (document: unknown, base: string): ReadyClip => {
  const { clip, faults } = readClip(document)
  const { $schema: _, sources, poster, tracks, settings = {}, preset, ...plain } = clip
  const said = Object.entries(settings)
  const there = <Entry extends { readonly src: string }>(entry: Entry): Entry => ({
    ...entry,
    src: resolve(entry.src, base)
  })
  return {
    settings: {
      ...Object.fromEntries(said.filter(([key]) => !ofPage(key))),
      ...plain,
      // A name, or the address of a document.
      ...(preset !== undefined && { preset: isPresetAddress(preset) ? resolve(preset, base) : preset }),
      ...(sources && { sources: sources.map(source => there(typeof source === 'string' ? { src: source } : source)) }),
      ...(tracks && { tracks: tracks.map(there) }),
      ...(poster && posterOf(poster, base))
    },
    faults: [...faults, ...said.filter(([key]) => ofPage(key)).map(([key]) => notForClips(key))]
  }
}

/** An image by its address, or a frame. */
const posterOf = (poster: NonNullable<Clip['poster']>, base: string): DataSettings => {
  if (typeof poster === 'string') return { poster: resolve(poster, base) }
  return 'src' in poster ? { poster: resolve(poster.src, base) } : { posterAt: poster.at }
}

/** Fetches the document at an address, and of it what the fragment points at. @param fields how its fields are called there. */
export const clipOfDocument = async (
  address: string,
  fields: object | undefined,
  signal: AbortSignal
): Promise<Result<ReadyClip>> => {
  const fetched = await fetchDocument('clip', address, signal)
  if (!fetched.ok) return fetched
  const { data, base } = fetched.value
  return succeed(readyClip(fields ? clipOfRecord(data, fields as ClipFields) : data, base))
}
