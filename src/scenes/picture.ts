import type { Fault } from '../core/fault.ts'
import type { Yoked } from '../effects/capture.ts'
import { readablePicture } from '../effects/readable.ts'
import type { MediaAdapter } from '../media/adapter.ts'
import { framesOf } from '../media/frames.ts'
import type { FramePort } from '../media/ports.ts'

/** The picture of a player, for surfaces that are drawn by other means. Live: it changes with what plays. */
export interface Picture {
  /** What is uploaded, or drawn on a canvas; `undefined` while there is nothing that a page may read. */
  readonly source: FramePort['source'] | undefined
  /** Of the picture, in pixels; 0 while there is none. */
  readonly width: number
  readonly height: number
  /** Counts the frames that the source has shown: what has drawn one with this number need not draw it again. */
  readonly version: number
  /** The second of the timeline that the frame belongs to; `undefined` before there is one. */
  readonly mediaTime: number | undefined
  /** Why there is no source: `picture-unreadable`. */
  readonly fault: Fault | undefined
  /** Calls when the source, its size or its fault has become another: a texture is to be made anew. @returns its stop. */
  subscribe(changed: () => void): () => void
  /** Calls with each new frame, before it is painted, and not while nothing changes. @returns its stop. */
  follow(fresh: () => void): () => void
  /** Ends it. Twice is harmless. */
  close(): void
}

/** What there is to draw of a media. */
interface Drawable {
  readonly source: FramePort['source'] | undefined
  readonly width: number
  readonly height: number
  readonly fault: Fault | undefined
}

const NOTHING: Drawable = { source: undefined, width: 0, height: 0, fault: undefined }

const isSame = (one: Drawable, other: Drawable): boolean =>
  one.source === other.source &&
  one.width === other.width &&
  one.height === other.height &&
  one.fault?.message === other.fault?.message

/** Listeners: each has a place of its own, also one that is given twice. */
class Listeners {
  readonly #all = new Set<() => void>()

  add(listener: () => void): () => void {
    const own = (): void => listener()
    this.#all.add(own)
    return () => this.#all.delete(own)
  }

  tell(): void {
    for (const listener of [...this.#all]) listener()
  }

  clear(): void {
    this.#all.clear()
  }
}

class OpenPicture implements Picture {
  version = 0
  mediaTime: number | undefined
  readonly #yoke: Yoked['yoke']
  readonly #changed = new Listeners()
  readonly #fresh = new Listeners()
  readonly #stops: readonly (() => void)[]
  #media: MediaAdapter | undefined
  #frames: FramePort | undefined
  #stopFrames: (() => void) | undefined
  #now = NOTHING

  constructor(yoke: Yoked['yoke']) {
    this.#yoke = yoke
    const look = (): void => this.#look()
    this.#stops = [
      yoke.subscribe(({ media }) => media, look),
      yoke.subscribe(
        ({ snapshot: { currentSrc, readyState }, media }) =>
          `${currentSrc} ${readyState > 1} ${media?.videoWidth} ${media?.videoHeight}`,
        look
      )
    ]
    look()
  }

  get source(): FramePort['source'] | undefined {
    return this.#now.source
  }
  get width(): number {
    return this.#now.width
  }
  get height(): number {
    return this.#now.height
  }
  get fault(): Fault | undefined {
    return this.#now.fault
  }

  subscribe(changed: () => void): () => void {
    return this.#changed.add(changed)
  }

  follow(fresh: () => void): () => void {
    return this.#fresh.add(fresh)
  }

  close(): void {
    for (const stop of this.#stops) stop()
    this.#stopFrames?.()
    this.#stopFrames = undefined
    this.#changed.clear()
    this.#fresh.clear()
  }

  /** Looks what there is to draw now. */
  #look(): void {
    const { media } = this.#yoke
    if (media !== this.#media) {
      this.#stopFrames?.()
      this.#media = media
      this.#frames = media && framesOf(media)
      this.#stopFrames = this.#frames?.observe(time => this.#come(time))
    }
    const readable = readablePicture(this.#yoke)
    const before = this.#now
    if (!readable.ok) this.#now = { ...NOTHING, fault: readable.fault }
    else if (media && this.#frames) {
      const { videoWidth: width, videoHeight: height } = media
      this.#now = { source: this.#frames.source, width, height, fault: undefined }
    } else this.#now = NOTHING
    if (isSame(before, this.#now)) return
    this.version += 1
    this.#changed.tell()
    if (this.source) this.#fresh.tell()
  }

  #come(time: number): void {
    this.mediaTime = time
    this.#look()
    if (!this.source) return
    this.version += 1
    this.#fresh.tell()
  }
}

/**
 * The picture of a player as something to draw: as a texture of WebGL or WebGPU, or onto a canvas. Open it once and use it on
 * as many surfaces as you like. The signal ends it.
 */
export const openPicture = ({ yoke }: Yoked, { signal }: { readonly signal?: AbortSignal } = {}): Picture => {
  const picture = new OpenPicture(yoke)
  for (const life of [yoke.signal, signal]) life?.addEventListener('abort', () => picture.close())
  return picture
}
