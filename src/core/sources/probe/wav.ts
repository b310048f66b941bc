import { type ByteReader, broken } from './bytes.ts'
import type { FoundFacts } from './facts.ts'

const MOST = 1000
const EXTENSIBLE = 0xfffe
const UNKNOWN_SIZE = 0xffff_ffff

/** Looks into a WAV file: chunks of RIFF, or of RF64 for more than 4 GB. Its codec is a number (RFC 2361). */
export const probeWav = async (reader: ByteReader): Promise<FoundFacts> => {
  let format:
    | { readonly codec: string; readonly channels: number; readonly sampleRate: number; readonly bytesASecond: number }
    | undefined
  let longSize: number | undefined
  let at = 12
  for (let count = 0; count < MOST; count += 1) {
    const header = await reader.cursor(at, 8)
    if (header.left < 8) break
    const name = header.text(4)
    const size = header.u32le()
    const body = await reader.cursor(at + 8, 64)
    if (name === 'ds64') longSize = body.skip(8).u64le()
    if (name === 'fmt ') {
      const tag = body.u16le()
      const [channels, sampleRate, bytesASecond] = [body.u16le(), body.u32le(), body.u32le()]
      const codec = tag === EXTENSIBLE && body.left >= 14 ? body.skip(12).u16le() : tag
      format = { codec: codec.toString(16).toUpperCase(), channels, sampleRate, bytesASecond }
    }
    if (name === 'data') {
      if (!format) break
      const announced = size === UNKNOWN_SIZE ? (longSize ?? reader.end - at - 8) : size
      const there = Math.min(announced, reader.end - at - 8)
      const { codec, channels, sampleRate, bytesASecond } = format
      const duration = bytesASecond > 0 && Number.isFinite(there) ? there / bytesASecond : undefined
      const tracks = [{ kind: 'audio', codec, channels, sampleRate }] as const
      return { container: 'wav', duration, index: 'none', missing: announced - there, tracks }
    }
    // Chunks begin at even places.
    at += 8 + size + (size % 2)
  }
  throw broken('WAV: the sound in it, or what it is made of, is missing')
}
