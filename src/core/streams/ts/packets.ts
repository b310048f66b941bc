/** One elementary stream's piece with its times (ISO/IEC 13818-1, 2.4.3.6, PES packet). */
export interface Packet {
  readonly bytes: Uint8Array
  /** Presentation and decoding time in units of 1/90000 s, below 2 to the 33rd. */
  readonly pts: number
  readonly dts: number
}

/** What a transport stream holds of each kind that is understood here. */
export interface TransportPackets {
  readonly video: readonly Packet[]
  readonly audio: readonly Packet[]
  /** Types of streams that are passed over (ISO/IEC 13818-1, table 2-34). */
  readonly strange: readonly number[]
}

const SIZE = 188
const SYNC = 0x47
/** Stream types (ISO/IEC 13818-1, table 2-34). */
const AVC = 0x1b
const ADTS = 0x0f
/** Types that hold neither picture nor sound: sections, private data, metadata. */
const DATA: ReadonlySet<number> = new Set([0x05, 0x06, 0x0d, 0x15, 0x86])

/** Where packets begin: a byte that is repeated at their distance; -1 where there is none. */
export const syncOf = (bytes: Uint8Array): number => {
  const last = Math.min(bytes.length - SIZE, SIZE * 2)
  for (let at = 0; at <= last; at += 1)
    if (bytes[at] === SYNC && (at + SIZE >= bytes.length || bytes[at + SIZE] === SYNC)) return at
  return -1
}

const word = (bytes: Uint8Array, at: number): number => ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0)

/** 33 bits in five bytes (ISO/IEC 13818-1, 2.4.3.7). */
const timeAt = (bytes: Uint8Array, at: number): number =>
  (((bytes[at] ?? 0) >> 1) & 7) * 2 ** 30 + (word(bytes, at + 1) >> 1) * 2 ** 15 + (word(bytes, at + 3) >> 1)

/** The pieces of one stream that are being put together. */
class Collector {
  readonly packets: Packet[] = []
  #pieces: Uint8Array[] = []

  begin(): void {
    this.#end()
    this.#pieces = []
  }

  add(piece: Uint8Array): void {
    this.#pieces.push(piece)
  }

  finish(): readonly Packet[] {
    this.#end()
    return this.packets
  }

  #end(): void {
    const whole = joinBytes(this.#pieces)
    this.#pieces = []
    // What has no times belongs to nothing that could be shown.
    if (whole.length < 14 || whole[0] !== 0 || whole[1] !== 0 || whole[2] !== 1 || !((whole[7] ?? 0) & 0x80)) return
    const pts = timeAt(whole, 9)
    const dts = (whole[7] ?? 0) & 0x40 ? timeAt(whole, 14) : pts
    this.packets.push({ bytes: whole.subarray(9 + (whole[8] ?? 0)), pts, dts })
  }
}

/** Several stretches as one. */
export const joinBytes = (pieces: readonly Uint8Array[]): Uint8Array => {
  const whole = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}

/** Takes a transport stream apart, packet by packet. */
class Demultiplexer {
  readonly #video = new Collector()
  readonly #audio = new Collector()
  readonly #strange = new Set<number>()
  readonly #streams = new Map<number, Collector>()
  #map: number | undefined

  read(bytes: Uint8Array): TransportPackets {
    for (let at = Math.max(0, syncOf(bytes)); at + SIZE <= bytes.length; at += SIZE) {
      // A damaged stretch: the next packet is looked for.
      while (at + SIZE <= bytes.length && bytes[at] !== SYNC) at += 1
      if (at + SIZE <= bytes.length) this.#packet(bytes.subarray(at, at + SIZE))
    }
    return { video: this.#video.finish(), audio: this.#audio.finish(), strange: [...this.#strange] }
  }

  #packet(packet: Uint8Array): void {
    const [flags, control] = [word(packet, 1), packet[3] ?? 0]
    const [id, begins] = [flags & 0x1fff, (flags & 0x4000) !== 0]
    const from = control & 0x20 ? 5 + (packet[4] ?? 0) : 4
    // In error, or nothing but an adaptation field.
    if (flags & 0x8000 || !(control & 0x10) || from >= SIZE) return
    const payload = packet.subarray(from)
    if (id === 0 && begins) this.#map = this.#programMap(payload) ?? this.#map
    else if (id === this.#map && begins) this.#streamsOf(payload)
    else {
      const stream = this.#streams.get(id)
      if (begins) stream?.begin()
      stream?.add(payload)
    }
  }

  /** Where the table of the first program stands (ISO/IEC 13818-1, 2.4.4.3). */
  #programMap(payload: Uint8Array): number | undefined {
    const table = payload.subarray(1 + (payload[0] ?? 0))
    const end = 3 + (word(table, 1) & 0xfff) - 4
    for (let at = 8; at + 4 <= Math.min(end, table.length); at += 4)
      if (word(table, at) !== 0) return word(table, at + 2) & 0x1fff
    return undefined
  }

  /** The streams of the program (ISO/IEC 13818-1, 2.4.4.8): the first of each kind. */
  #streamsOf(payload: Uint8Array): void {
    const table = payload.subarray(1 + (payload[0] ?? 0))
    const end = Math.min(3 + (word(table, 1) & 0xfff) - 4, table.length)
    const taken = new Set(this.#streams.values())
    for (let at = 12 + (word(table, 10) & 0xfff); at + 5 <= end; at += 5 + (word(table, at + 3) & 0xfff)) {
      const [type = 0, id] = [table[at], word(table, at + 1) & 0x1fff]
      const stream = type === AVC ? this.#video : type === ADTS ? this.#audio : undefined
      if (!stream && !DATA.has(type)) this.#strange.add(type)
      if (!stream || taken.has(stream) || this.#streams.has(id)) continue
      taken.add(stream)
      this.#streams.set(id, stream)
    }
  }
}

/** Takes a transport stream apart (ISO/IEC 13818-1): H.264 and AAC of its first program. */
export const readTransport = (bytes: Uint8Array): TransportPackets => new Demultiplexer().read(bytes)
