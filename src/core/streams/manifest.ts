import type { ManifestFault } from './reading.ts'

/** A stretch of the bytes of a file. */
export interface ByteRange {
  /** Counted from 0. */
  readonly from: number
  readonly length: number
}

/** What is fetched: an address, and which of its bytes; all of them without a range. */
export interface Resource {
  /** Whole address. */
  readonly src: string
  readonly range?: ByteRange
}

/** How a segment is enciphered: all of it, with AES-128 in CBC and PKCS7 padding (RFC 8216, section 4.3.2.4). */
export interface SegmentKey {
  /** Address of the 16 bytes of the key. */
  readonly src: string
  /** The initialization vector: 32 hexadecimal digits. */
  readonly iv: string
}

/** What a decoder must have before any segment that names it (ISO/IEC 14496-12, `ftyp` and `moov`; WebM, its header). */
export interface InitSegment extends Resource {
  readonly key?: SegmentKey
}

/** A piece of media that is fetched at once. */
export interface Segment extends Resource {
  /** Its number, as its manifest counts: one more than that of the segment before it. */
  readonly number: number
  /** Seconds of the stream's own timeline. */
  readonly start: number
  /** Seconds. */
  readonly duration: number
  /** Segments of one part share the clock of their media: a discontinuity, or a new period, begins another one. */
  readonly part: number
  /**
   * Seconds that are added to the times in its media to get those of the stream. Absent where only the first segment of its
   * part tells it.
   */
  readonly offset?: number
  readonly init?: InitSegment
  readonly key?: SegmentKey
  /** It is said to be missing: nobody asks for it. */
  readonly isGap?: true
  /** When its first frame was recorded, in milliseconds since 1970 (as `Date.now()`). */
  readonly date?: number
}

/** The segments of one rendition that can be had at this moment, in order. */
export interface Timeline {
  readonly segments: readonly Segment[]
  /** No more will come. */
  readonly isEnded: boolean
  /** About how long the longest segment is, in seconds. */
  readonly longest: number
  /** Seconds after which what it was read from is to be read anew; absent where it never changes. */
  readonly refresh?: number
  /** How far behind the newest a live player is to stay, in seconds, where its maker wishes something. */
  readonly delay?: number
  /** Where playback begins, in seconds from the start, or from the end where negative. */
  readonly begin?: number
}

/** Where the segments of a rendition are to be read from, while they are not known. */
export type TimelineSource =
  /** A media playlist (RFC 8216, section 4.3.3): {@link tryReadPlaylist}. */
  | { readonly from: 'playlist'; readonly src: string }
  /** The indexes of single files, one after the other: {@link tryReadIndex}. */
  | { readonly from: 'index'; readonly files: readonly IndexedFile[] }

/** A single file whose index tells its segments. */
export interface IndexedFile {
  readonly src: string
  /** Which of its bytes are the index (ISO/IEC 14496-12, `sidx`). */
  readonly index: ByteRange
  readonly init?: InitSegment
  /** Where it begins in the stream, and what is added to the times in it, in seconds. */
  readonly start: number
  readonly offset: number
  /** It is cut here, in seconds of the stream; `Infinity` where nothing says so. */
  readonly end: number
  readonly part: number
}

/** What a rendition holds. A `video` may have its sound in it. */
export type RenditionKind = 'video' | 'audio' | 'text' | 'image'

/** Several pictures in one, as a table: thumbnails. */
export interface Tiles {
  readonly columns: number
  readonly rows: number
}

/** One form in which a stream, or one of its tracks, can be had. */
export interface Rendition {
  /** Unique in its manifest, and the same after a refresh. */
  readonly id: string
  readonly kind: RenditionKind
  /** As `MediaSource.isTypeSupported()` takes it, with codecs where the manifest names them; `''` where it does not say. */
  readonly type: string
  /** Bits a second at most, as declared; 0 where nothing is. */
  readonly bandwidth: number
  /** Bits a second on average, as declared. */
  readonly averageBandwidth?: number
  /** Pixels. */
  readonly width?: number
  readonly height?: number
  /** Frames a second. */
  readonly frameRate?: number
  /** BCP 47. */
  readonly language?: string
  /** What it is called. */
  readonly label?: string
  /** It is taken where nobody has chosen. */
  readonly isDefault?: true
  /** Subtitles that are shown whether or not they are wanted: what is spoken in another language. */
  readonly isForced?: true
  /** What it is for, by the names of `TextTrack.kind` and `AudioTrack.kind` (HTML). */
  readonly role?: string
  /** Renditions of one group go together: a `video` names the groups of its sound and text, those name their own. */
  readonly group?: string
  readonly audioGroup?: string
  readonly textGroup?: string
  readonly tiles?: Tiles
  /** Its segments, or where they are told. */
  readonly timeline: Timeline | TimelineSource
}

/** A stream as its manifest tells it, whatever the manifest is written in. */
export interface Manifest {
  /** `application/vnd.apple.mpegurl` (RFC 8216) or `application/dash+xml` (ISO/IEC 23009-1). */
  readonly type: 'application/vnd.apple.mpegurl' | 'application/dash+xml'
  /** Its own address, for a refresh. */
  readonly src: string
  readonly renditions: readonly Rendition[]
  /** Seconds, where the manifest itself tells it. */
  readonly duration?: number
  /** Address of a server that tells the time, by one of the ways of ISO/IEC 23009-1, 5.8.5.7. */
  readonly clock?: StreamClock
}

/** A manifest, and what is wrong with it that did not stop the reading. */
export interface ReadManifest {
  readonly manifest: Manifest
  readonly faults: readonly ManifestFault[]
}

/** Where the time is told that a live stream is written in. */
export interface StreamClock {
  readonly way: 'direct' | 'text' | 'head'
  /** An address; for `direct` the time itself. */
  readonly value: string
}

/** Whether the segments of a rendition are known. */
export const isTimeline = (timeline: Timeline | TimelineSource): timeline is Timeline => 'segments' in timeline

/** Where a timeline ends, in seconds; 0 without segments. */
export const endOf = ({ segments }: Timeline): number => {
  const last = segments.at(-1)
  return last ? last.start + last.duration : 0
}
