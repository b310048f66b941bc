import { joinBytes, type Packet } from './packets.ts'

/** What a decoder must know (ISO/IEC 14496-3, 1.6.2.1). */
export interface AacSetup {
  readonly object: number
  /** Its place in the table of rates, samples a second, channels. */
  readonly rateIndex: number
  readonly rate: number
  readonly channels: number
}

/** One frame of sound: 1024 samples. */
export interface SoundFrame {
  readonly bytes: Uint8Array
  /** Units of 1/90000 s. */
  readonly pts: number
}

/** Samples of one frame. */
export const FRAME_SAMPLES = 1024
const UNITS = 90_000
/** ISO/IEC 14496-3, table 1.18. */
const RATES = [96_000, 88_200, 64_000, 48_000, 44_100, 32_000, 24_000, 22_050, 16_000, 12_000, 11_025, 8000, 7350]
/** A time that differs from the count of frames by more than this begins anew, in seconds. */
const JUMP = 0.1

/** Whether frames begin here (ISO/IEC 13818-7, 6.2.1). */
export const isFrameAt = (bytes: Uint8Array, at: number): boolean =>
  bytes[at] === 0xff && ((bytes[at + 1] ?? 0) & 0xf6) === 0xf0

/** Frames of sound out of packets; a frame may reach from one packet into the next. */
export const framesOf = (
  packets: readonly Packet[]
): { readonly frames: readonly SoundFrame[]; readonly setup: AacSetup | undefined } => {
  const frames: SoundFrame[] = []
  let setup: AacSetup | undefined
  let rest = new Uint8Array(0)
  let next: number | undefined
  for (const { bytes, pts } of packets) {
    const whole = rest.length > 0 ? joinBytes([rest, bytes]) : bytes
    // The time is that of the first frame that begins in the packet.
    const hasRest = rest.length > 0
    if (next === undefined || (!hasRest && Math.abs(pts - next) > JUMP * UNITS)) next = pts
    let at = 0
    while (at + 7 <= whole.length) {
      if (!isFrameAt(whole, at)) {
        at += 1
        continue
      }
      const header = (whole[at + 1] ?? 0) & 1 ? 7 : 9
      const [a = 0, b = 0, c = 0, d = 0] = whole.subarray(at + 2, at + 6)
      const length = ((b & 3) << 11) | (c << 3) | (d >> 5)
      const rateIndex = (a >> 2) & 15
      const rate = RATES[rateIndex]
      if (length <= header || !rate) {
        at += 1
        continue
      }
      if (at + length > whole.length) break
      setup ??= { object: (a >> 6) + 1, rateIndex, rate, channels: ((a & 1) << 2) | (b >> 6) }
      frames.push({ bytes: whole.slice(at + header, at + length), pts: next })
      next += (FRAME_SAMPLES * UNITS) / rate
      at += length
    }
    rest = whole.slice(at)
  }
  return { frames, setup }
}

/** The codec of sound by RFC 6381: `mp4a.40.2`. */
export const aacCodec = ({ object }: AacSetup): string => `mp4a.40.${object}`

/** What a decoder is told (ISO/IEC 14496-3, 1.6.2.1, AudioSpecificConfig). */
export const configOf = ({ object, rateIndex, channels }: AacSetup): readonly number[] => [
  (object << 3) | (rateIndex >> 1),
  ((rateIndex & 1) << 7) | (channels << 3)
]
