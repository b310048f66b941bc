import { type Fault, fault, type Result, refuse, succeed } from '../../../../core/fault.ts'
import type { Resource, Segment, SegmentKey } from '../../../../core/streams/manifest.ts'
import { readScales, readStart } from '../../../../core/streams/mp4-times.ts'
import { definePart, type Part, unreachable } from '../../../../loading/part.ts'
import type { Piece } from '../playback/source-buffer.ts'
import type { Converter } from './convert.ts'
import type { Decipher } from './decipher.ts'
import type { Answer, Fetch } from './network.ts'

/** What looks into files. */
const PROBE = definePart(() => import('../../../../core/sources/probe/probe.ts'))
/** What opens enciphered segments. */
const DECIPHER = definePart(() => import('./decipher.ts'))

/** What turns transport streams into MP4. */
const CONVERSION = definePart(() => import('./convert.ts'))

/** @returns `part-unreachable` where it cannot be had. */
const had = <Module>(part: Part<Module>): Promise<Result<Module>> =>
  part.load().then(succeed, cause => refuse(unreachable(cause)))

const openConverter = async (): Promise<Result<Converter>> => {
  const part = await had(CONVERSION)
  return part.ok ? succeed(await part.value.openConverter()) : part
}

const WEBM = 0x1a45dfa3
const CLUSTER = 0x1f43b675
/** Boxes by which MP4 segments begin (ISO/IEC 14496-12): `ftyp`, `styp`, `moov`, `moof`, `sidx`, `emsg`, `prft`. */
const BOXES: ReadonlySet<string> = new Set(['ftyp', 'styp', 'moov', 'moof', 'sidx', 'emsg', 'prft', 'free', 'skip'])

const damaged = ({ src }: Resource, why: string): Fault =>
  fault(
    'segment-damaged',
    `${src} is not what the manifest says: ${why}.`,
    'it is taken from another form of the stream, or passed over'
  )

/** Whether its boxes fill it: what broke off, or is something else, would end all of the playback. */
const areBoxesWhole = (bytes: Uint8Array): boolean => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let at = 0
  let hasMedia = false
  while (at + 8 <= view.byteLength) {
    const size = view.getUint32(at)
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    if (at === 0 && !BOXES.has(type)) return false
    hasMedia ||= type === 'mdat'
    // A size of 0 reaches to the end; long ones are of no segment.
    if (size === 0) return hasMedia
    if (size < 8) return false
    at += size
  }
  return hasMedia && at === view.byteLength
}

/** What an initialization segment says that it is, where the manifest does not. */
const typeOf = async (init: Uint8Array): Promise<string> => {
  const part = await PROBE.load().catch(() => undefined)
  const probed = await part?.tryProbe({
    size: init.length,
    read: async (from, length) => init.subarray(from, from + length)
  })
  return probed?.ok ? probed.value.type : ''
}

/** Makes pieces for one buffer out of the segments of a stream. */
export class PieceMaker {
  readonly #fetch: Fetch
  /** Seconds that are added to the times of each part of the stream: what one track has found out holds for all. */
  readonly #offsets = new Map<number, number>()
  readonly #inits = new Map<string, Uint8Array>()
  #sealed: Decipher | undefined
  readonly #converters = new Map<string, Promise<Result<Converter>>>()
  /** Setups that were told in segments: the same one is the same bytes. */
  #setup: Uint8Array | undefined

  constructor(fetch: Fetch) {
    this.#fetch = fetch
  }

  stop(): void {
    for (const converter of this.#converters.values()) converter.then(each => each.ok && each.value.stop())
  }

  /**
   * Fetches a segment and makes it ready. Faults: those of `ask`, `segment-damaged`, `codec-lacking`.
   * @param type what the manifest says that it is, `''` where it says nothing
   */
  async make(
    segment: Segment,
    { id, type }: { readonly id: string; readonly type: string },
    progress?: (bytes: number, seconds: number, whole: number) => boolean
  ): Promise<Result<Piece & { readonly answer: Answer }>> {
    // Both at once: the setup is small, and its way is as long.
    const [init, answer] = await Promise.all([
      segment.init ? this.#initOf(segment.init) : succeed(undefined),
      this.#fetch(segment, progress)
    ])
    if (!init.ok) return init
    if (!answer.ok) return answer
    const bytes = await this.#decipher(answer.value.bytes, segment.key, segment)
    if (!bytes.ok) return bytes
    const named = type || !init.value ? type : await typeOf(init.value)
    const piece = init.value
      ? this.#wrap(segment, named, init.value, bytes.value)
      : await this.#convert(segment, id, type, bytes.value)
    return piece.ok ? succeed({ ...piece.value, answer: answer.value }) : piece
  }

  /** What is in the form that the engine takes. */
  #wrap(segment: Segment, type: string, init: Uint8Array | undefined, media: Uint8Array): Result<Piece> {
    const first = media.length >= 4 ? new DataView(media.buffer, media.byteOffset).getUint32(0) : 0
    const isMedia = first === CLUSTER || first === WEBM || areBoxesWhole(media)
    if (!isMedia) return refuse(damaged(segment, 'it is no whole segment of MP4 or WebM'))
    const start = segment.offset === undefined ? readStart(media, readScales(init ?? media)) : undefined
    return succeed({ type, init, media, offset: this.#findOffset(segment, start) })
  }

  async #convert(segment: Segment, id: string, type: string, bytes: Uint8Array): Promise<Result<Piece>> {
    // A file that brings its setup with it.
    if (areBoxesWhole(bytes) || new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(0) === WEBM)
      return this.#wrap(segment, type, undefined, bytes)
    const opening = this.#converters.get(id) ?? openConverter()
    this.#converters.set(id, opening)
    const converter = await opening
    if (!converter.ok) {
      this.#converters.delete(id)
      return converter
    }
    const known = this.#offsets.get(segment.part)
    const expected = known === undefined ? undefined : segment.start - known
    const made = await converter.value.convert(bytes.slice(), expected)
    if (!made.ok) return refuse({ ...made.fault, message: `${segment.src}: ${made.fault.message}` })
    const { init, media, start } = made.value
    return succeed({
      type: made.value.type,
      init: this.#sameSetup(init),
      media,
      offset: this.#findOffset(segment, start)
    })
  }

  #sameSetup(init: Uint8Array): Uint8Array {
    const before = this.#setup
    const isSame = before?.length === init.length && before.every((byte, at) => byte === init[at])
    this.#setup = isSame ? before : init
    return this.#setup as Uint8Array
  }

  /** Seconds that are added to the times of its media, as far as is known. */
  offsetOf({ part, offset }: Segment): number {
    return offset ?? this.#offsets.get(part) ?? 0
  }

  /** @param start when it begins, in seconds of its media */
  #findOffset({ part, offset, start: place }: Segment, start: number | undefined): number {
    const known = offset ?? this.#offsets.get(part)
    if (known !== undefined) return known
    const found = place - (start ?? place)
    this.#offsets.set(part, found)
    return found
  }

  async #initOf(init: NonNullable<Segment['init']>): Promise<Result<Uint8Array>> {
    const name = `${init.src} ${init.range?.from}`
    const known = this.#inits.get(name)
    if (known) return succeed(known)
    const answer = await this.#fetch(init)
    if (!answer.ok) return answer
    const bytes = await this.#decipher(answer.value.bytes, init.key, init)
    if (bytes.ok) this.#inits.set(name, bytes.value)
    return bytes
  }

  async #decipher(bytes: Uint8Array, key: SegmentKey | undefined, of: Resource): Promise<Result<Uint8Array>> {
    if (!key) return succeed(bytes)
    const part = await had(DECIPHER)
    if (!part.ok) return part
    this.#sealed ??= new part.value.Decipher(this.#fetch)
    try {
      return succeed(await this.#sealed.open(bytes, key))
    } catch (cause) {
      return refuse({ ...damaged(of, 'it cannot be deciphered with its key'), cause })
    }
  }
}
