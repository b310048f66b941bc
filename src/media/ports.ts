import type { Result } from '../core/fault.ts'
import type { TimeAddress } from '../core/time/place.ts'
import type { PartHost } from '../loading/part.ts'

/** The picture that stands in a media's place before it plays. */
export interface PosterPort {
  /** Its address; `''` for none. */
  src: string
  /**
   * Makes an image of the frame at a time address, and fetches no more than that needs. Absent where frames cannot be read.
   * @returns its address, to be revoked by whoever takes it; `undefined` where the host does not want it any more. Faults:
   * `poster-unavailable`, `duration-unknown`.
   */
  frame?(address: TimeAddress, host: PartHost): Promise<Result<string> | undefined>
}

/** Controls that a media has by itself. */
export interface NativeControlsPort {
  /** Whether its author wants them. */
  readonly wanted: boolean
  /** Whether they are shown. */
  shown: boolean
}

/** How a media is loaded, by HTML's names; what a kind of media does not honour, it passes over. */
export interface LoadingPort {
  /** Someone else's server is asked, and so nobody before the viewer presses or the author says otherwise. */
  readonly isPrivate?: boolean
  preload: '' | 'none' | 'metadata' | 'auto'
  crossOrigin: string | null
  autoplay: boolean
  playsInline: boolean
}

/** The picture of a media as something that can be drawn elsewhere: as a texture, or onto a canvas. */
export interface FramePort {
  /** What is drawn; the same for as long as the media lives. */
  readonly source: Exclude<TexImageSource, ImageData>
  /**
   * Calls when the source shows another frame, before that is painted, with the seconds of the timeline that the frame
   * belongs to. Not while nothing changes. @returns its stop.
   */
  observe(fresh: (mediaTime: number) => void): () => void
}
