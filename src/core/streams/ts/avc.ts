import { joinBytes, type Packet } from './packets.ts'

/** A picture as MP4 holds it. */
export interface Sample {
  readonly bytes: Uint8Array
  readonly pts: number
  readonly dts: number
  /** It can be decoded without those before it. */
  readonly isKey: boolean
}

/** What a decoder must know (ISO/IEC 14496-15, 5.3.3). */
export interface AvcSetup {
  readonly sps: Uint8Array
  readonly pps: Uint8Array
  readonly width: number
  readonly height: number
}

const KEY = 5
const SPS = 7
const PPS = 8
const DELIMITER = 9

/** The units of a byte stream (ITU-T H.264, annex B). */
const unitsOf = (bytes: Uint8Array): readonly Uint8Array[] => {
  const units: Uint8Array[] = []
  let from = -1
  for (let at = 0; at + 2 < bytes.length; at += 1) {
    if (bytes[at + 2] !== 1 || bytes[at + 1] !== 0 || bytes[at] !== 0) continue
    if (from >= 0) units.push(withoutZeros(bytes.subarray(from, at)))
    from = at + 3
    at += 2
  }
  if (from >= 0) units.push(withoutZeros(bytes.subarray(from)))
  return units.filter(({ length }) => length > 0)
}

const withoutZeros = (unit: Uint8Array): Uint8Array => {
  let end = unit.length
  while (end > 0 && unit[end - 1] === 0) end -= 1
  return unit.subarray(0, end)
}

/** Bits of a unit, without the bytes that keep start codes out (ITU-T H.264, 7.3.1). */
class Bits {
  readonly #bytes: Uint8Array
  #at = 0

  constructor(unit: Uint8Array) {
    const kept = [...unit.subarray(0, 256)]
    this.#bytes = new Uint8Array(kept.filter((byte, at) => !(byte === 3 && at > 1 && !kept[at - 1] && !kept[at - 2])))
  }

  take(count: number): number {
    let value = 0
    for (let left = count; left > 0; left -= 1, this.#at += 1)
      value = value * 2 + (((this.#bytes[this.#at >> 3] ?? 0) >> (7 - (this.#at & 7))) & 1)
    return value
  }

  /** An Exp-Golomb number (ITU-T H.264, 9.1). */
  get unsigned(): number {
    let zeros = 0
    while (zeros < 32 && this.take(1) === 0) zeros += 1
    return 2 ** zeros - 1 + this.take(zeros)
  }

  get signed(): number {
    const number = this.unsigned
    return number % 2 ? (number + 1) / 2 : -number / 2
  }
}

/** Profiles that say how colours are sampled (ITU-T H.264, 7.3.2.1.1). */
const HIGH: ReadonlySet<number> = new Set([100, 110, 122, 244, 44, 83, 86, 118, 128, 138, 139, 134, 135])

const skipScaling = (bits: Bits, chroma: number): void => {
  for (let list = 0; list < (chroma === 3 ? 12 : 8); list += 1) {
    if (!bits.take(1)) continue
    let [last, next] = [8, 8]
    for (let left = list < 6 ? 16 : 64; left > 0; left -= 1) {
      if (next !== 0) next = (last + bits.signed + 256) % 256
      last = next || last
    }
  }
}

/** Width and height of the picture that a sequence parameter set describes (ITU-T H.264, 7.3.2.1.1). */
const sizeOf = (sps: Uint8Array): { readonly width: number; readonly height: number } => {
  const bits = new Bits(sps.subarray(4))
  let chroma = 1
  bits.unsigned
  if (HIGH.has(sps[1] ?? 0)) {
    chroma = bits.unsigned
    if (chroma === 3) bits.take(1)
    bits.unsigned
    bits.unsigned
    bits.take(1)
    if (bits.take(1)) skipScaling(bits, chroma)
  }
  bits.unsigned
  const order = bits.unsigned
  if (order === 0) bits.unsigned
  else if (order === 1) {
    bits.take(1)
    bits.signed
    bits.signed
    for (let left = Math.min(255, bits.unsigned); left > 0; left -= 1) bits.signed
  }
  bits.unsigned
  bits.take(1)
  const [columns, rows] = [bits.unsigned + 1, bits.unsigned + 1]
  const isFrame = bits.take(1)
  if (!isFrame) bits.take(1)
  bits.take(1)
  const crop = bits.take(1) ? [bits.unsigned, bits.unsigned, bits.unsigned, bits.unsigned] : [0, 0, 0, 0]
  const [left = 0, right = 0, top = 0, bottom = 0] = crop
  const across = chroma === 1 || chroma === 2 ? 2 : 1
  const down = (chroma === 1 ? 2 : 1) * (2 - isFrame)
  return { width: columns * 16 - (left + right) * across, height: rows * 16 * (2 - isFrame) - (top + bottom) * down }
}

/** A unit behind its length, as MP4 holds it (ISO/IEC 14496-15, 5.3.2). */
const withLength = (unit: Uint8Array): readonly Uint8Array[] => {
  const length = new Uint8Array(4)
  new DataView(length.buffer).setUint32(0, unit.length)
  return [length, unit]
}

/** Pictures out of packets of a byte stream; `setup` is the last that was told in them. */
export const picturesOf = (
  packets: readonly Packet[],
  before?: AvcSetup
): { readonly samples: readonly Sample[]; readonly setup: AvcSetup | undefined } => {
  let [sps, pps] = [before?.sps, before?.pps]
  const samples = packets.flatMap(({ bytes, pts, dts }): readonly Sample[] => {
    const kept: Uint8Array[] = []
    let isKey = false
    for (const unit of unitsOf(bytes)) {
      const type = (unit[0] ?? 0) & 31
      isKey ||= type === KEY
      if (type === SPS) sps = unit.slice()
      else if (type === PPS) pps = unit.slice()
      else if (type !== DELIMITER) kept.push(...withLength(unit))
    }
    return kept.length > 0 ? [{ bytes: joinBytes(kept), pts, dts, isKey }] : []
  })
  return { samples, setup: sps && sps.length > 3 && pps ? { sps, pps, ...sizeOf(sps) } : undefined }
}

/** The codec of a picture by RFC 6381: `avc1.64001f`. */
export const avcCodec = ({ sps }: AvcSetup): string =>
  `avc1.${[...sps.subarray(1, 4)].map(byte => byte.toString(16).padStart(2, '0')).join('')}`
