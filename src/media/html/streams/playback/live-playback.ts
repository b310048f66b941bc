import type { Timeline } from '../../../../core/streams/manifest.ts'
import { windowOf } from './live-edge.ts'

/** A live player that has fallen behind by so much more than it should, in seconds, catches up. */
const MAY_LAG = 6

/** Keeps playback of a live stream where it belongs: within the window that can be had, and at its delay where it was there. */
export class LivePlayback {
  readonly #element: HTMLMediaElement
  readonly #source: MediaSource
  /** What plays, while it is live. */
  readonly #live: () => Timeline | undefined
  /** It was played near the newest, and is to stay there. */
  #isAtEdge: boolean

  constructor(element: HTMLMediaElement, source: MediaSource, live: () => Timeline | undefined) {
    this.#element = element
    this.#source = source
    this.#live = live
    this.#isAtEdge = live() !== undefined
  }

  /** Somebody goes elsewhere. */
  leaveEdge(): void {
    this.#isAtEdge = false
  }

  /** Whether playback is where a live player is to be. */
  lookAtEdge(): void {
    const live = this.#live()
    if (live) this.#isAtEdge = this.#element.currentTime > windowOf(live).end - live.longest
  }

  /** What of a live stream can be sought; once it has ended, how long it is. @param duration seconds, as far as is known */
  setWindow(duration: number | undefined): void {
    const source = this.#source
    if (source.readyState !== 'open') return
    const live = this.#live()
    if (live) {
      const { start, end } = windowOf(live)
      if (end > start) source.setLiveSeekableRange(start, end)
    } else if (source.duration === Number.POSITIVE_INFINITY && ![...source.sourceBuffers].some(each => each.updating)) {
      source.clearLiveSeekableRange()
      source.duration = duration ?? source.duration
    }
  }

  /**
   * Who fell behind because of a wait goes back to where it was; whom the window has left goes to its beginning.
   * @param begins whether it begins to play: then at once, else when a segment has gone
   */
  keepUp(begins: boolean): void {
    const live = this.#live()
    const { paused, seeking, currentTime } = this.#element
    if (!live || paused || (seeking && !begins)) return
    const { start, end } = windowOf(live)
    const lags = this.#isAtEdge && currentTime < end - Math.max(MAY_LAG, 2 * live.longest)
    if (currentTime < start - (begins ? 0 : live.longest) || lags)
      this.#element.currentTime = this.#isAtEdge ? end : start
  }
}
