import { type AacSetup, configOf } from './aac.ts'
import type { AvcSetup } from './avc.ts'
import { box, fullBox, u16, u32, u64, zeros } from './boxes.ts'
import { joinBytes } from './packets.ts'

/** A track as it is written into a file. */
export interface TrackSetup {
  readonly id: number
  /** Units a second. */
  readonly scale: number
  readonly avc?: AvcSetup
  readonly aac?: AacSetup
}

/** What is written of one track into one fragment; times in the units of the track. */
export interface TrackRun {
  readonly id: number
  /** Decoding time of the first sample. */
  readonly start: number
  readonly samples: readonly {
    readonly bytes: Uint8Array
    readonly duration: number
    /** Presentation less decoding time. */
    readonly shift: number
    readonly isKey: boolean
  }[]
}

const ONE = 0x1_0000
const MATRIX = [ONE, 0, 0, 0, ONE, 0, 0, 0, 0x4000_0000].flatMap(u32)
/** `und`, as ISO/IEC 14496-12, 8.4.2 packs it. */
const NO_LANGUAGE = 0x55c4

const videoEntry = ({ sps, pps, width, height }: AvcSetup): Uint8Array =>
  box(
    'avc1',
    [0, 0, 0, 0, 0, 0, 0, 1],
    zeros(16),
    [...u16(width), ...u16(height), ...u32(0x48_0000), ...u32(0x48_0000), 0, 0, 0, 0, 0, 1],
    zeros(32),
    [0, 24, 255, 255],
    box(
      'avcC',
      [1, sps[1] ?? 0, sps[2] ?? 0, sps[3] ?? 0, 255, 225, ...u16(sps.length)],
      sps,
      [1, ...u16(pps.length)],
      pps
    )
  )

/** The descriptors of ISO/IEC 14496-1, 7.2.6. */
const soundEntry = (setup: AacSetup): Uint8Array =>
  box(
    'mp4a',
    [0, 0, 0, 0, 0, 0, 0, 1],
    zeros(8),
    [...u16(setup.channels || 2), 0, 16, 0, 0, 0, 0, ...u16(setup.rate), 0, 0],
    fullBox('esds', 0, 0, [3, 25, 0, 0, 0, 4, 17, 0x40, 0x15, ...zeros(11), 5, 2, ...configOf(setup), 6, 1, 2])
  )

const trackBox = ({ id, scale, avc, aac }: TrackSetup): Uint8Array =>
  box(
    'trak',
    fullBox(
      'tkhd',
      0,
      3,
      [...u32(0), ...u32(0), ...u32(id), ...u32(0), ...u32(0)],
      zeros(12),
      [aac ? 1 : 0, 0, 0, 0],
      MATRIX,
      [...u32((avc?.width ?? 0) * ONE), ...u32((avc?.height ?? 0) * ONE)]
    ),
    box(
      'mdia',
      fullBox('mdhd', 0, 0, [...u32(0), ...u32(0), ...u32(scale), ...u32(0), ...u16(NO_LANGUAGE), 0, 0]),
      fullBox(
        'hdlr',
        0,
        0,
        u32(0),
        [...(avc ? 'vide' : 'soun')].map(letter => letter.charCodeAt(0)),
        zeros(13)
      ),
      box(
        'minf',
        avc ? fullBox('vmhd', 0, 1, zeros(8)) : fullBox('smhd', 0, 0, zeros(4)),
        box('dinf', fullBox('dref', 0, 0, u32(1), fullBox('url ', 0, 1))),
        box(
          'stbl',
          fullBox('stsd', 0, 0, u32(1), avc ? videoEntry(avc) : soundEntry(aac as AacSetup)),
          fullBox('stts', 0, 0, u32(0)),
          fullBox('stsc', 0, 0, u32(0)),
          fullBox('stsz', 0, 0, zeros(8)),
          fullBox('stco', 0, 0, u32(0))
        )
      )
    )
  )

/** What comes before the first fragment (ISO/IEC 14496-12, `ftyp` and `moov`). */
export const writeInit = (tracks: readonly TrackSetup[]): Uint8Array =>
  joinBytes([
    box(
      'ftyp',
      [...'isom\0\0\0\u0001isomavc1'].map(letter => letter.charCodeAt(0))
    ),
    box(
      'moov',
      fullBox(
        'mvhd',
        0,
        0,
        [...u32(0), ...u32(0), ...u32(1000), ...u32(0), ...u32(ONE), 1, 0],
        zeros(10),
        MATRIX,
        zeros(24),
        u32(tracks.length + 1)
      ),
      ...tracks.map(trackBox),
      box('mvex', ...tracks.map(({ id }) => fullBox('trex', 0, 0, [id, 1, 0, 0, 0].flatMap(u32))))
    )
  ])

/** Flags of samples that stand alone, and of those that do not (ISO/IEC 14496-12, 8.8.3). */
const [KEY, OTHER] = [0x200_0000, 0x101_0000]

const runBox = ({ id, start, samples }: TrackRun, offset: number): Uint8Array =>
  box(
    'traf',
    fullBox('tfhd', 0, 0x2_0000, u32(id)),
    fullBox('tfdt', 1, 0, u64(start)),
    fullBox(
      'trun',
      1,
      0xf01,
      [...u32(samples.length), ...u32(offset)],
      Uint8Array.from(
        samples.flatMap(({ bytes, duration, shift, isKey }) =>
          [duration, bytes.length, isKey ? KEY : OTHER, shift].flatMap(u32)
        )
      )
    )
  )

const fragment = (number: number, runs: readonly TrackRun[], offsets: readonly number[]): Uint8Array =>
  box('moof', fullBox('mfhd', 0, 0, u32(number)), ...runs.map((run, index) => runBox(run, offsets[index] ?? 0)))

/** One fragment (ISO/IEC 14496-12, `moof` and `mdat`). @param number counts fragments, from 1 */
export const writeFragment = (number: number, runs: readonly TrackRun[]): Uint8Array => {
  const data = runs.map(({ samples }) => joinBytes(samples.map(({ bytes }) => bytes)))
  // Its size does not depend on what the offsets are.
  let at = fragment(number, runs, []).length + 8
  const offsets = data.map(({ length }) => {
    const here = at
    at += length
    return here
  })
  return joinBytes([fragment(number, runs, offsets), box('mdat', ...data)])
}
