import type { MediaAdapter } from '../../media/adapter.ts'

/** Never more than one seek under way, and the last position always wins. */
export class Seeker {
  readonly #media: MediaAdapter
  #next: number | undefined
  #held: number | undefined
  /** A seek of ours is under way until `seeked` is told: `seeking` turns false a little before. */
  #underWay = false

  constructor(media: MediaAdapter) {
    this.#media = media
  }

  /**
   * What to show in the media's stead: the position that waits for its turn, or the one that is held under a pointer; and that
   * it seeks until it has told that it has found the place: the picture may be the one before until then.
   */
  get shown(): { readonly currentTime?: number; readonly seeking?: true } {
    const currentTime = this.#next ?? this.#held
    return { ...(currentTime !== undefined && { currentTime }), ...(this.#underWay && { seeking: true }) }
  }

  seek(seconds: number): void {
    if (this.#held !== undefined) this.#held = seconds
    if (this.#underWay) this.#next = seconds
    else this.#begin(seconds)
  }

  /** While someone drags, the position shown is the one last asked for, however far playback runs on. */
  hold(seconds: number): void {
    this.#held = seconds
  }

  release(): void {
    this.#held = undefined
  }

  /** To be called when a seek has ended: sends the one that waits. */
  proceed(): void {
    const next = this.#next
    this.#underWay = false
    this.#next = undefined
    if (next !== undefined) this.#begin(next)
  }

  /** To be called when the media begins anew: what waited was meant for the one before. */
  forget(): void {
    this.#underWay = false
    this.#next = undefined
    this.#held = undefined
  }

  #begin(seconds: number): void {
    this.#media.currentTime = seconds
    // Before metadata a time is only kept: nothing will tell that it was found.
    this.#underWay = this.#media.seeking && this.#media.readyState > 0
  }
}
