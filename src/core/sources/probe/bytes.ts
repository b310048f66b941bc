import { FaultError, fault } from '../../fault.ts'

/** A file that can be read in pieces: one on disk, one that was dropped, one behind an address. */
export interface ByteSource {
  /** Ends the looking when it aborts. */
  readonly signal?:
    | {
        /** Throws once it has aborted (DOM, `AbortSignal`). */
        throwIfAborted(): void
      }
    | undefined
  /** Bytes in all; `undefined` while that is not known. */
  readonly size: number | undefined
  /** Reads `length` bytes that begin with byte `from`, counted from 0; fewer where the file ends before. */
  read(from: number, length: number): Promise<Uint8Array>
}

/** So many bytes are read at once. */
const BLOCK = 16_384
/** So many places of a file are looked at, and no more: what is in a media file takes some hundreds. */
const MOST_LOOKS = 20_000
/** After so many looks whatever waits has its turn: whoever loses patience may say so. */
const LOOKS_IN_A_TURN = 512

/** Ends when everything that waits has had its turn. Both Node and pages have `setTimeout`; the language alone has not. */
const turn = (): Promise<void> =>
  new Promise(resolve => {
    const { setTimeout } = globalThis as unknown as { setTimeout: (task: () => void) => void }
    setTimeout(resolve)
  })

/** @returns never; the file is not what it says. */
export const broken = (what: string): FaultError =>
  new FaultError(
    fault(
      'media-unreadable',
      `The file cannot be read as ${what}.`,
      'it is damaged, or was not copied whole; make it anew'
    )
  )

/** Reads a source by blocks, each once. */
export class ByteReader {
  readonly #source: ByteSource
  readonly #blocks = new Map<number, Promise<Uint8Array>>()
  #looks = 0

  constructor(source: ByteSource) {
    this.#source = source
  }

  /** Bytes in all; before the first read that may not be known. */
  get size(): number | undefined {
    return this.#source.size
  }

  /** Where the file ends, as far as is known. */
  get end(): number {
    return this.#source.size ?? Number.POSITIVE_INFINITY
  }

  /** Bytes from one place on; fewer where the file ends. */
  async bytes(from: number, length: number): Promise<Uint8Array> {
    await this.#count()
    const first = Math.floor(from / BLOCK)
    const last = Math.floor((from + length - 1) / BLOCK)
    if (length <= 0) return new Uint8Array()
    if (last - first > 1) return this.#source.read(from, length)
    const blocks = await Promise.all(first === last ? [this.#block(first)] : [this.#block(first), this.#block(last)])
    const offset = from - first * BLOCK
    const [block = new Uint8Array(), next] = blocks
    const piece = block.subarray(offset, offset + length)
    if (!next) return piece
    const joined = new Uint8Array(Math.min(length, piece.length + next.length))
    joined.set(piece)
    joined.set(next.subarray(0, joined.length - piece.length), piece.length)
    return joined
  }

  /** A cursor over so many bytes, or over what is left of the file. */
  async cursor(from: number, length: number): Promise<ByteCursor> {
    return new ByteCursor(await this.bytes(from, length))
  }

  /** A file may claim that there is no end to what is in it. */
  async #count(): Promise<void> {
    this.#looks += 1
    if (this.#looks > MOST_LOOKS) throw broken('media: more is in it than is looked through')
    if (this.#looks % LOOKS_IN_A_TURN !== 0) return
    await turn()
    this.#source.signal?.throwIfAborted()
  }

  #block(number: number): Promise<Uint8Array> {
    const known = this.#blocks.get(number)
    if (known) return known
    const block = this.#source.read(number * BLOCK, BLOCK)
    this.#blocks.set(number, block)
    return block
  }
}

/** Reads numbers one after the other. Past the end every read throws `media-unreadable`. */
export class ByteCursor {
  at = 0
  readonly bytes: Uint8Array
  readonly #view: DataView

  constructor(bytes: Uint8Array) {
    this.bytes = bytes
    this.#view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  }

  /** Bytes that are left. */
  get left(): number {
    return this.bytes.length - this.at
  }

  skip(count: number): this {
    this.at += count
    return this
  }

  u8(): number {
    return this.#view.getUint8(this.#take(1))
  }
  u16(): number {
    return this.#view.getUint16(this.#take(2))
  }
  u24(): number {
    return this.u8() * 0x1_00_00 + this.u16()
  }
  u32(): number {
    return this.#view.getUint32(this.#take(4))
  }
  u64(): number {
    return this.u32() * 0x1_0000_0000 + this.u32()
  }
  i32(): number {
    return this.#view.getInt32(this.#take(4))
  }
  u16le(): number {
    return this.#view.getUint16(this.#take(2), true)
  }
  u32le(): number {
    return this.#view.getUint32(this.#take(4), true)
  }
  u64le(): number {
    const low = this.u32le()
    return this.u32le() * 0x1_0000_0000 + low
  }
  f32(): number {
    return this.#view.getFloat32(this.#take(4))
  }
  f64(): number {
    return this.#view.getFloat64(this.#take(8))
  }

  /** Characters of one byte each. */
  text(length: number): string {
    const from = this.#take(length)
    return String.fromCharCode(...this.bytes.subarray(from, from + length))
  }

  /** The next bytes, as a cursor of their own. */
  inside(length: number): ByteCursor {
    const from = this.#take(length)
    return new ByteCursor(this.bytes.subarray(from, from + length))
  }

  #take(length: number): number {
    const from = this.at
    if (length < 0 || from + length > this.bytes.length) throw broken('what it begins as: it ends too soon')
    this.at += length
    return from
  }
}
