import type { Fault } from '../../core/fault.ts'
import type { MediaErrorLike } from '../../core/playback/snapshot.ts'
import type { Feed } from './failover-host.ts'
import { type FrozenPlayback, freezePlayback, isOfChange } from './frozen-playback.ts'

/** What happens to the sources, as adapters have to tell it. */
export type SourceChange = 'listed' | 'frozen' | 'released' | 'sought' | 'failed'

/** What of an element's playback is shown: as it is, as it was before a change of sources, or that nothing plays. */
export class ShownPlayback {
  readonly element: HTMLMediaElement
  /** What is fed to the element in place of an address. */
  feed: Feed | undefined
  /** What is shown while one source gives way to another. */
  frozen: FrozenPlayback | undefined
  /** Nothing can be played. */
  error: MediaErrorLike | null = null
  /** Somebody wants it to play. */
  wanted: boolean
  /** Where the media stood when nothing was left to try, in seconds. */
  stoodAt = 0
  readonly #listeners = new Set<(change: SourceChange | Fault) => void>()

  constructor(element: HTMLMediaElement) {
    this.element = element
    this.wanted = !element.paused
  }

  /** The address of the source that it has: of a stream that of the manifest. */
  get currentSrc(): string {
    const { currentSrc } = this.element
    return this.feed?.url === currentSrc ? this.feed.src : currentSrc
  }

  /** Hears what has changed, and of faults. */
  listen(listener: (change: SourceChange | Fault) => void): () => void {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  /** Whether an event is of a change of sources, or of what the element has until the given sources are put in: it is not told. */
  keepsBack(type: string): boolean {
    return this.frozen !== undefined && (isOfChange(type) || (this.frozen.isChoosing && type !== 'volumechange'))
  }

  /** From now on the element is shown as it was, until {@link release} or {@link fail}. */
  freeze(currentTime = this.element.currentTime, isChoosing = false): void {
    if (this.frozen) return
    this.frozen = freezePlayback(this.element, !this.wanted, currentTime, isChoosing)
    this.tell('frozen')
  }

  /** A source has been put in and is there, or none can be: the element speaks for itself. */
  release(): void {
    if (!this.frozen) return
    const { seeking } = this.frozen
    this.frozen = undefined
    this.tell('released')
    // The seek that was under way ends here: the engine's own word of it belonged to the change of sources.
    if (seeking) this.tell('sought')
  }

  /** Begins playback; while given sources are still to be put in, what the element has now is not what is to play. */
  begin(): Promise<void> {
    if (!this.frozen?.isChoosing) return this.element.play()
    return new Promise((resolve, reject) => {
      const stop = this.listen(change => {
        if (change !== 'released') return
        stop()
        if (this.wanted) this.element.play().then(resolve, reject)
      })
    })
  }

  /** There is nothing left to try. */
  fail(error: MediaErrorLike): void {
    this.stoodAt = this.frozen?.currentTime ?? this.element.currentTime
    this.frozen = undefined
    this.error = error
    this.tell('failed')
  }

  /** After all had failed there is hope again: waits where it stood. */
  standBy(): void {
    this.error = null
    this.freeze(this.stoodAt)
  }

  tell(change: SourceChange | Fault): void {
    for (const listener of [...this.#listeners]) listener(change)
  }
}
