import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FaultError } from '../../fault.ts'
import type { ByteSource } from './bytes.ts'
import { probe, recognise, tryProbe } from './probe.ts'

const folder = new URL('../../../../tools/media/probe-set/', import.meta.url)
const bytesOf = (name: string): Uint8Array => readFileSync(fileURLToPath(new URL(name, folder)))

/** What Debian's ffprobe found, and the codecs strings that ffmpeg writes (tools/media/probe-set.ts). */
interface Reference {
  readonly format: { readonly duration?: string; readonly size: string }
  readonly streams: readonly {
    readonly codec_type: string
    readonly width?: number
    readonly height?: number
    readonly sample_aspect_ratio?: string
    readonly r_frame_rate: string
    readonly channels?: number
    readonly sample_rate?: string
    readonly side_data_list?: readonly { readonly rotation?: number }[]
  }[]
  readonly codecs: readonly string[]
}

const references = Object.entries(
  JSON.parse(readFileSync(new URL('expected.json', folder), 'utf8')) as Record<string, Reference>
)

const sourceOf = (bytes: Uint8Array, log: number[] = []): ByteSource => ({
  size: bytes.length,
  read: async (from, length) => {
    const piece = bytes.slice(from, from + length)
    log.push(piece.length)
    return piece
  }
})

const ratio = (text = '1:1'): number => {
  const [above = 1, below = 1] = text.split(/[:/]/).map(Number)
  return above > 0 && below > 0 ? above / below : 1
}

/** Codecs whose string ffmpeg leaves incomplete, or changes as it rewrites the file: worked out by hand from the records. */
const BY_HAND: Readonly<Record<string, string>> = {
  'hevc.mp4': 'video/mp4; codecs="hvc1.1.6.L30.90"',
  'hevc-ten-bits.mp4': 'video/mp4; codecs="hev1.2.4.L30.90"',
  'mpeg4.mp4': 'video/mp4; codecs="mp4v.20.1, mp4a.6B"',
  'pcm.mov': 'video/quicktime; codecs="jpeg, sowt"',
  'mp3.mka': 'audio/x-matroska; codecs="mp3"',
  'theora.ogv': 'video/ogg; codecs="theora, vorbis"',
  'theora-wide-pixels.ogv': 'video/ogg; codecs="theora"',
  'constant.mp3': 'audio/mpeg',
  'varying.mp3': 'audio/mpeg',
  'no-table.mp3': 'audio/mpeg',
  'mono.wav': 'audio/wav; codecs="1"',
  'surround.wav': 'audio/wav; codecs="1"',
  'float.wav': 'audio/wav; codecs="3"'
}

describe('probe, beside what ffprobe found', () => {
  it.each(references)('%s', async (name, { format, streams, codecs }) => {
    const facts = await probe(sourceOf(bytesOf(name)))
    expect(facts.size).toBe(Number(format.size))
    if (format.duration === undefined) expect(facts.duration).toBeUndefined()
    else expect(facts.duration).toBeCloseTo(Number(format.duration), 1)
    const seen = facts.tracks.map(track => track.kind)
    expect(seen).toEqual(streams.map(({ codec_type }) => codec_type))
    for (const [index, stream] of streams.entries()) {
      const track = facts.tracks[index]
      if (track?.kind === 'audio')
        expect([track.channels, track.sampleRate]).toEqual([stream.channels, Number(stream.sample_rate)])
      if (track?.kind !== 'video') continue
      // ffprobe counts the other way round, and gives the picture as it lies in the file.
      const rotation = (360 - (stream.side_data_list?.[0]?.rotation ?? 0)) % 360
      const shown = [Math.round((stream.width ?? 0) * ratio(stream.sample_aspect_ratio)), stream.height]
      expect([track.width, track.height, track.rotation]).toEqual([
        ...(rotation % 180 === 0 ? shown : [...shown].reverse()),
        rotation
      ])
      expect(track.frameRate).toBeCloseTo(ratio(stream.r_frame_rate), 0)
    }
    const [essence = ''] = facts.type.split(';')
    expect(facts.type).toBe(
      BY_HAND[name] ??
        `${essence}; codecs="${codecs.map(codec => codec.replace(/(?<=^avc1\.).*/, hex => hex.toUpperCase())).join(', ')}"`
    )
  })

  it.each([
    ['main.mp4', 'start', true],
    ['index-late.mp4', 'end', false],
    ['fragments.mp4', 'start', true],
    ['index-first.webm', 'start', true],
    ['vp8.webm', 'end', true],
    ['live.webm', 'none', true],
    ['theora.ogv', 'none', true]
  ] as const)('%s has its index at the %s', async (name, index, fastStart) => {
    expect(await probe(sourceOf(bytesOf(name)))).toMatchObject({ index, fastStart, missing: 0 })
  })

  it('the demo’s clock shows its first frame 7 ms after its start, as WebM beside Opus has it', async () => {
    const bytes = readFileSync(
      fileURLToPath(new URL('../../../../examples/public/media/tide-clock.webm', import.meta.url))
    )
    expect((await probe(sourceOf(bytes))).tracks[0]).toMatchObject({ kind: 'video', start: 0.007 })
  })

  it.each(['cut-off.mp4', 'cut-off.webm'])('%s: says how much is missing', async name => {
    const { missing, tracks } = await probe(sourceOf(bytesOf(name)))
    expect(tracks).toHaveLength(2)
    expect(missing).toBeGreaterThan(1000)
  })
})

describe('probe', () => {
  it('reads only what it needs: a long file at its start, one with a late index at both ends', async () => {
    const zeros = new Uint8Array(50_000_000)
    const [main, late] = [bytesOf('main.mp4'), bytesOf('index-late.mp4')]
    // Both with a great deal of media in the middle.
    const moov = Buffer.from(late).indexOf('moov') - 4
    const header = new Uint8Array(8)
    new DataView(header.buffer).setUint32(0, zeros.length + 8)
    header.set(Buffer.from('mdat'), 4)
    for (const [bytes, most] of [
      [Buffer.concat([main, header, zeros]), 40_000],
      [Buffer.concat([late.subarray(0, moov), header, zeros, late.subarray(moov)]), 60_000]
    ] as const) {
      const log: number[] = []
      await probe(sourceOf(bytes, log))
      expect(log.reduce((all, length) => all + length, 0)).toBeLessThan(most)
      expect(log.length).toBeLessThanOrEqual(5)
    }
  })

  it('needs no size where the start says enough', async () => {
    expect(await probe({ ...sourceOf(bytesOf('main.mp4')), size: undefined })).toMatchObject({
      duration: 1,
      size: undefined
    })
  })

  it.each<[string, string, RegExp]>([
    ['<!doctype html><title>Not found</title>', 'container-unknown', /it is a web page/],
    ['WEBVTT\n\n', 'container-unknown', /it is WebVTT captions/],
    ['#EXTM3U\n', 'container-unknown', /it is an HLS playlist/],
    ['{"error": "no such clip"}', 'container-unknown', /it is JSON/],
    ['high water at noon', 'container-unknown', /of no kind that is known/],
    ['', 'media-unreadable', /empty/],
    ['\0\0\0\x10ftypisom\0\0\0\0', 'media-unreadable', /moov/],
    ['\x1aE\xdf\xa3\x80', 'media-unreadable', /nothing after its header/],
    ['RIFF\0\0\0\0WAVE', 'media-unreadable', /missing/]
  ])('%j is a fault: %s', async (text, code, message) => {
    const result = await tryProbe(sourceOf(Uint8Array.from(text, letter => letter.charCodeAt(0))))
    expect(result).toMatchObject({ ok: false, fault: { code, message: expect.stringMatching(message) } })
  })

  it('hands on why a source could not be read', async () => {
    const cause = new Error('404')
    const result = await tryProbe({ size: 10, read: () => Promise.reject(cause) })
    expect(result).toMatchObject({ ok: false, fault: { code: 'media-unreadable', cause } })
  })

  it('of any damaged file it says a fault, and ends', async () => {
    const names = [...references.map(([name]) => name), 'cut-off.mp4']
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...names),
        fc.array(fc.tuple(fc.nat(4000), fc.nat(255)), { maxLength: 12 }),
        fc.nat(6000),
        async (name, damage, length) => {
          const bytes = Uint8Array.from(bytesOf(name).subarray(0, 20 + length))
          for (const [at, value] of damage) if (at < bytes.length) bytes[at] = value
          const log: number[] = []
          await probe(sourceOf(bytes, log)).catch((error: unknown) => expect(error).toBeInstanceOf(FaultError))
          expect(log.length).toBeLessThan(2000)
        }
      ),
      { numRuns: 2000 }
    )
  }, 60_000)

  it('names what bytes begin as', () => {
    expect(
      [
        bytesOf('main.mp4'),
        bytesOf('vp9.webm'),
        bytesOf('opus.opus'),
        bytesOf('no-table.mp3'),
        bytesOf('mono.wav')
      ].map(recognise)
    ).toEqual(['mp4', 'webm', 'ogg', 'mp3', 'wav'])
  })
})
