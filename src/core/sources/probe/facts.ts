/** The kinds of file that can be looked into. */
export type ContainerName = 'mp4' | 'quicktime' | 'webm' | 'matroska' | 'ogg' | 'mp3' | 'wav'

/** One picture track of a file. */
export interface VideoTrackFacts {
  readonly kind: 'video'
  /** As `codecs` names it (RFC 6381): `avc1.42E01E`, `vp9`. */
  readonly codec: string
  /** Of the picture as it is shown, in CSS pixels: turned, and with the shape of its pixels made up for. */
  readonly width: number
  readonly height: number
  /** Degrees by which the picture is turned clockwise to be shown. */
  readonly rotation: 0 | 90 | 180 | 270
  /** Frames a second on average; `undefined` where the file does not say. */
  readonly frameRate: number | undefined
  /** When its first frame is shown, in seconds; absent where that is at once. */
  readonly start?: number
}

/** One sound track of a file. */
export interface AudioTrackFacts {
  readonly kind: 'audio'
  /** As `codecs` names it (RFC 6381): `mp4a.40.2`, `opus`. */
  readonly codec: string
  readonly channels: number
  /** Samples a second. */
  readonly sampleRate: number
}

/** A track of neither: captions, data. */
export interface OtherTrackFacts {
  readonly kind: 'other'
  /** What the file calls it. */
  readonly codec: string
}

/** One track of a file. */
export type TrackFacts = VideoTrackFacts | AudioTrackFacts | OtherTrackFacts

/** What a media file says of itself. */
export interface MediaFileFacts {
  readonly container: ContainerName
  /** What `<source type>` should say, with the exact `codecs`. */
  readonly type: string
  /** Seconds; `undefined` where the file does not say, as one that was recorded live. */
  readonly duration: number | undefined
  /**
   * Where the table stands by which playback finds its way: before the media, after it, or nowhere. After it, an MP4
   * cannot begin until its end was fetched, and a WebM cannot be sought until then.
   */
  readonly index: 'start' | 'end' | 'none'
  /** Whether the first bytes are enough to begin playing. */
  readonly fastStart: boolean
  /** Bytes; `undefined` where that is not known. */
  readonly size: number | undefined
  /** Bytes that the file announces and that are not there; 0 for a whole one. */
  readonly missing: number
  readonly tracks: readonly TrackFacts[]
}

/** What each container's own reader finds; the rest follows from it. */
export interface FoundFacts extends Omit<MediaFileFacts, 'type' | 'size' | 'missing' | 'fastStart'> {
  readonly fastStart?: boolean
  readonly missing?: number
}
