import { fault, type Result, refuse, succeed } from '../../fault.ts'
import { type AacSetup, aacCodec, FRAME_SAMPLES, framesOf, isFrameAt, type SoundFrame } from './aac.ts'
import { type AvcSetup, avcCodec, picturesOf, type Sample } from './avc.ts'
import { type TrackRun, type TrackSetup, writeFragment, writeInit } from './fragments.ts'
import { joinBytes, readTransport, syncOf } from './packets.ts'

/** A segment as MP4. */
export interface TransmuxedSegment {
  /** As `MediaSource.isTypeSupported()` takes it: `video/mp4; codecs="avc1.64001f, mp4a.40.2"`. */
  readonly type: string
  /** What comes before the first segment, and before one whose setup differs. */
  readonly init: Uint8Array
  readonly media: Uint8Array
  /** When its first picture is shown, or its first sound is heard, in seconds of its media. */
  readonly start: number
}

const UNITS = 90_000
const TURN = 2 ** 33
const [VIDEO, AUDIO] = [1, 2]

/** A time that began anew at 2 to the 33rd, as near to the other as it can be. */
const near = (time: number, other: number): number => time + Math.round((other - time) / TURN) * TURN

/**
 * When each picture is decoded: as the segment says, but none before the first one of all is shown. At the beginning of a stream
 * that would be before 0, where WebKit finds nothing to go on from.
 */
const decodeTimes = (samples: readonly Sample[], shown: (time: number) => number): readonly number[] => {
  let soonest = Number.POSITIVE_INFINITY
  // A picture is decoded before any that comes behind it is shown.
  const latest = [...samples].reverse().map(({ pts }) => {
    soonest = Math.min(soonest, shown(pts))
    return soonest
  })
  let before = (latest.at(-1) ?? 0) - 1
  return samples.map(({ dts }, index) => {
    const time = shown(dts)
    const until = latest[samples.length - 1 - index] ?? time
    before = time > before ? time : Math.ceil((before + until) / 2)
    return before
  })
}

/** The pictures of a segment: in more than one run, as times in a run follow from how long its samples are. */
const videoRuns = (samples: readonly Sample[], shown: (time: number) => number): readonly TrackRun[] => {
  const said = samples.map(({ dts }) => shown(dts))
  const usual = samples.length > 1 ? Math.round(((said.at(-1) ?? 0) - (said[0] ?? 0)) / (samples.length - 1)) : 3600
  const runs: (TrackRun & { readonly samples: TrackRun['samples'][number][] })[] = []
  let end: number | undefined
  for (const [index, time] of decodeTimes(samples, shown).entries()) {
    const { bytes, pts, isKey } = samples[index] as Sample
    const duration = Math.max(0, (said[index + 1] ?? (said[index] ?? 0) + usual) - (said[index] ?? 0))
    if (time !== end) runs.push({ id: VIDEO, start: time, samples: [] })
    runs.at(-1)?.samples.push({ bytes, duration, shift: near(pts, time) - time, isKey })
    end = time + duration
  }
  return runs
}

const audioRun = (frames: readonly SoundFrame[], { rate }: AacSetup, shown: (time: number) => number): TrackRun => ({
  id: AUDIO,
  start: Math.round((shown(frames[0]?.pts ?? 0) * rate) / UNITS),
  samples: frames.map(({ bytes }) => ({ bytes, duration: FRAME_SAMPLES, shift: 0, isKey: true }))
})

/** The time that packed audio says in its first tag (RFC 8216, section 3.4), and where its frames begin. */
const packedStart = (bytes: Uint8Array): { readonly at: number; readonly pts: number } | undefined => {
  if (isFrameAt(bytes, 0)) return { at: 0, pts: 0 }
  if (bytes[0] !== 0x49 || bytes[1] !== 0x44 || bytes[2] !== 0x33) return undefined
  const size = [6, 7, 8, 9].reduce((sum, at) => sum * 128 + ((bytes[at] ?? 0) & 127), 0)
  const at = 10 + size
  const owner = String.fromCharCode(...bytes.subarray(0, Math.min(at, 4096)))
  const mark = 'com.apple.streaming.transportStreamTimestamp\0'
  const said = owner.indexOf(mark)
  if (!isFrameAt(bytes, at)) return undefined
  if (said < 0) return { at, pts: 0 }
  const eight = new DataView(bytes.buffer, bytes.byteOffset + said + mark.length)
  return eight.byteLength < 8 ? undefined : { at, pts: (eight.getUint32(0) % 2) * 2 ** 32 + eight.getUint32(4) }
}

const damaged = (why: string): ReturnType<typeof refuse> =>
  refuse(
    fault('segment-damaged', `A segment cannot be read: ${why}.`, 'make the stream anew, or play another form of it')
  )

/**
 * Turns segments of MPEG transport streams (ISO/IEC 13818-1; H.264 and AAC), and of packed AAC, into fragments of MP4, which
 * every Media Source takes. One for each rendition: it remembers what a segment may leave out.
 */
export class Transmuxer {
  #avc: AvcSetup | undefined
  #count = 0

  /**
   * Turns one segment into a fragment. Faults: `segment-damaged`, `codec-lacking`.
   * @param expected about when it begins, in seconds of its media: their clock begins anew after 26 hours
   */
  transmux(bytes: Uint8Array, expected?: number): Result<TransmuxedSegment> {
    const packed = packedStart(bytes)
    if (packed)
      return this.#write([], framesOf([{ bytes: bytes.subarray(packed.at), pts: packed.pts, dts: 0 }]), expected)
    if (syncOf(bytes) < 0) return damaged('it is neither a transport stream nor AAC')
    const { video, audio, strange } = readTransport(bytes)
    if (video.length === 0 && audio.length === 0 && strange.length > 0)
      return refuse(
        fault(
          'codec-lacking',
          `Segments of the transport stream hold types ${strange.join(', ')}, and neither H.264 nor AAC.`,
          'code it with H.264 and AAC'
        )
      )
    const { samples, setup } = picturesOf(video, this.#avc)
    this.#avc = setup
    return this.#write(setup ? samples : [], framesOf(audio), expected)
  }

  #write(
    samples: readonly Sample[],
    { frames, setup: aac }: ReturnType<typeof framesOf>,
    expected: number | undefined
  ): Result<TransmuxedSegment> {
    const avc = samples.length > 0 ? this.#avc : undefined
    const first = samples[0]?.dts ?? frames[0]?.pts
    if (first === undefined) return damaged('there is neither picture nor sound in it')
    const base = near(first, expected === undefined ? first : expected * UNITS)
    const shown = (time: number): number => Math.max(0, near(time, base))
    const tracks: TrackSetup[] = []
    const runs: TrackRun[] = []
    if (avc) {
      tracks.push({ id: VIDEO, scale: UNITS, avc })
      runs.push(...videoRuns(samples, shown))
    }
    if (aac && frames.length > 0) {
      tracks.push({ id: AUDIO, scale: aac.rate, aac })
      runs.push(audioRun(frames, aac, shown))
    }
    const codecs = [...(avc ? [avcCodec(avc)] : []), ...(aac ? [aacCodec(aac)] : [])]
    const earliest = samples.reduce((least, { pts }) => Math.min(least, shown(pts)), Number.POSITIVE_INFINITY)
    return succeed({
      type: `${avc ? 'video' : 'audio'}/mp4; codecs="${codecs.join(', ')}"`,
      init: writeInit(tracks),
      media: joinBytes(this.#fragments(runs)),
      start: (samples.length > 0 ? earliest : shown(frames[0]?.pts ?? 0)) / UNITS
    })
  }

  /** Each run in a fragment of its own, but for the last one of either track, which share one. */
  #fragments(runs: readonly TrackRun[]): readonly Uint8Array[] {
    const last = runs.filter(({ id }, index) => runs[index + 1]?.id !== id)
    const alone = runs.filter(run => !last.includes(run)).map(run => [run])
    return [...alone, last].map(fragment => {
      this.#count += 1
      return writeFragment(this.#count, fragment)
    })
  }
}

/** Whether bytes are such as {@link Transmuxer} takes, by how they begin. */
export const isTransport = (bytes: Uint8Array): boolean =>
  packedStart(bytes) !== undefined || (bytes[0] === 0x47 && syncOf(bytes) === 0)
