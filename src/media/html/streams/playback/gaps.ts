import type { TrackFeed } from '../track-feed.ts'
import { SLACK } from './source-buffer.ts'

/** A hole in what is there that playback jumps over, in seconds. */
const MOST_GAP = 30
/** How often a wait is looked at, in milliseconds. */
const LOOK = 500

/** Takes playback over holes in what is there, where nothing is to be had. */
export class Gaps {
  readonly #element: HTMLMediaElement
  readonly #feeds: readonly TrackFeed[]
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(element: HTMLMediaElement, feeds: readonly TrackFeed[]) {
    this.#element = element
    this.#feeds = feeds
  }

  stop(): void {
    clearTimeout(this.#timer)
  }

  look(): void {
    const { seeking, paused, readyState, buffered, currentTime } = this.#element
    this.stop()
    if (seeking || paused || readyState > 2 || readyState === 0) return
    // Engines tell of a wait once, and of nothing that comes later.
    this.#timer = setTimeout(() => this.look(), LOOK)
    for (let index = 0; index < buffered.length; index += 1) {
      const [start, end] = [buffered.start(index), buffered.end(index)]
      if (start <= currentTime && currentTime < end - SLACK) return
      const isNext = start > currentTime && start - currentTime < MOST_GAP
      if (isNext && this.#feeds.every(feed => feed.hasPassed(start))) {
        this.#element.currentTime = start + 0.01
        return
      }
    }
  }
}
