import type { CueRows } from '../../core/captions/index/cue-rows.ts'
import { BASIC_REFERENCES, type NamedReferences } from '../../core/captions/text/cue-text.ts'
import { readInSlices } from '../../core/captions/vtt/read-in-slices.ts'
import type { VttReader } from '../../core/captions/vtt/vtt-reader.ts'
import { type Fault, fault } from '../../core/fault.ts'
import { bring, definePart, type PartHost } from '../../loading/part.ts'
import type { PiecedText, TrackSource } from '../../media/text-tracks.ts'
import { elementById, rootOf } from '../scope/nodes.ts'
import { createYielder } from './yield-to-page.ts'

/** HTML's names of characters: long, and seldom needed. */
const NAMES = definePart(() => import('../../core/captions/text/named-references.ts'))

const SCHEMES: ReadonlySet<string> = new Set(['http:', 'https:', 'blob:', 'data:', 'file:'])

/** More of a file, in bytes, is not read. */
const MOST_BYTES = 2 ** 24

/** How many bytes are decoded at once. */
const PIECE = 65_536

const unreachable = (address: string, why: string, hint: string, cause?: unknown): Fault =>
  fault('track-unreachable', `The captions ${address} cannot be had: ${why}.`, hint, cause)

/** Text that stands in the page itself: `src="#captions-en"`. */
const textInPage = (src: string, element: Element | undefined): string => {
  const id = src.slice(1)
  const found = (element && elementById(rootOf(element), id)) ?? elementById(document, id)
  if (!found)
    throw unreachable(src, 'the page has no element of this id', 'write <script type="text/vtt" id="…"> in the page')
  // Authors indent what stands in a page, and WebVTT begins at its first letter.
  return String(Reflect.get(Node.prototype, 'textContent', found)).replace(/^\s+/, '')
}

const openFile = async (source: TrackSource, signal: AbortSignal): Promise<Response> => {
  const base = source.element?.baseURI ?? document.baseURI
  if (!URL.canParse(source.src, base))
    throw unreachable(source.src, 'that is no address', 'write the address of a .vtt file')
  const address = new URL(source.src, base)
  if (!SCHEMES.has(address.protocol))
    throw unreachable(
      address.href,
      `its scheme ${address.protocol} is not allowed`,
      'use http:, https:, blob: or data:'
    )
  const hint =
    address.protocol === 'file:'
      ? 'a page opened from a file cannot read its neighbours: write the captions in the page, and src="#id"'
      : 'look at the address; a file on another host needs Access-Control-Allow-Origin'
  const cache = source.isUnderWay ? 'force-cache' : 'default'
  const response = await fetch(address, { signal, cache, credentials: source.credentials }).catch((cause: unknown) => {
    throw unreachable(address.href, 'no answer came', hint, cause)
  })
  if (!response.ok)
    throw unreachable(
      address.href,
      `the server answered ${response.status}`,
      'look at the address, and whether the file is there'
    )
  return response
}

async function* readFile(response: Response, yieldToPage: () => Promise<void>, host: PartHost): AsyncGenerator<string> {
  const decoder = new TextDecoder()
  if (!response.body) {
    // A page may have a fetch of its own, whose answers are no streams.
    yield await response.text().catch((cause: unknown) => {
      throw unreachable(response.url, 'its answer cannot be read', 'look at the fetch of this page', cause)
    })
    return
  }
  const reader = response.body.getReader()
  let left = MOST_BYTES
  for (;;) {
    const step = await reader.read().catch((cause: unknown) => {
      throw unreachable(response.url, 'the connection broke in the middle', 'load the page again', cause)
    })
    if (step.done) break
    left -= step.value.length
    if (left < 0) {
      host.raise(
        fault(
          'track-too-long',
          `The captions ${response.url} are longer than ${MOST_BYTES / 2 ** 20} MiB; the rest is not read.`,
          'look at the address: that is more than a day of captions'
        )
      )
      await reader.cancel().catch(() => undefined)
      break
    }
    // An engine may hand over megabytes at once, which is a turn in itself.
    await yieldToPage()
    for (let at = 0; at < step.value.length; at += PIECE)
      yield decoder.decode(step.value.subarray(at, at + PIECE), { stream: true })
  }
  yield decoder.decode()
}

async function* readChunks(
  source: TrackSource,
  host: PartHost & { readonly signal: AbortSignal },
  yieldToPage: () => Promise<void>
): AsyncGenerator<string> {
  const { readPieces } = (source.element ?? {}) as PiecedText
  if (source.text !== undefined) yield source.text
  else if (readPieces) yield* readPieces(host.signal)
  else if (source.src.startsWith('#')) yield textInPage(source.src, source.element)
  else yield* readFile(await openFile(source, host.signal), yieldToPage, host)
}

/** Whether a text names a character that WebVTT itself does not name. */
const hasForeignName = (text: string): boolean =>
  text.includes('&') && /&(?!(?:amp|lt|gt|nbsp|lrm|rlm)\b)[a-z]/i.test(text)

/** What has come of a file. */
export interface LoadedCues {
  readonly file: VttReader
  /** All of HTML's character references, where a cue needs them. */
  readonly references: NamedReferences
}

/**
 * Loads the cues of a track, a slice at a time.
 * @param found called as soon as more rows are read: those from the number on that it is called with.
 * @throws {Fault} `track-unreachable`.
 */
export const loadCues = async (
  source: TrackSource,
  host: PartHost & { readonly signal: AbortSignal },
  found: (rows: CueRows, from: number) => void
): Promise<LoadedCues> => {
  const yieldToPage = createYielder()
  const stream = readInSlices(readChunks(source, host, yieldToPage), yieldToPage)
  let isForeign = false
  let told = 0
  for (;;) {
    const step = await stream.next()
    if (step.done) {
      const file = step.value
      if (!isForeign) return { file, references: BASIC_REFERENCES }
      const names = await bring(NAMES, host)
      return { file, references: names?.readNamedReferences() ?? BASIC_REFERENCES }
    }
    const { rows } = step.value
    for (let row = told; row < rows.length && !isForeign; row += 1) isForeign = hasForeignName(rows.textAt(row))
    found(rows, told)
    told = rows.length
  }
}
