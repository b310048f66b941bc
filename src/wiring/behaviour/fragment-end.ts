import { isAtFragmentEnd, type MediaSnapshot, playableRange } from '../../core/playback/snapshot.ts'
import { STATES } from '../../core/playback/states.ts'
import type { MediaAdapter } from '../../media/adapter.ts'

/**
 * Ends playback where the stretch ends that the address names, or begins it again where it loops: an engine stops there
 * once, after which it plays on behind it, and knows no loop but that of the whole.
 */
export class FragmentEnd {
  readonly #look: () => void
  #timer: ReturnType<typeof setTimeout> | undefined
  /** It ran when it was last looked at: the engine's own pause at the end is no wish of anyone's. */
  #ran = false

  /** @param look reads the media anew: its end should be reached by now. */
  constructor(look: () => void) {
    this.#look = look
  }

  /** To be called with all that becomes known of a media. */
  follow(media: MediaAdapter | undefined, seen: MediaSnapshot): void {
    this.stop()
    if (!media || !seen.fragment || seen.scrubbing || seen.seeking) return
    const ran = this.#ran
    this.#ran = !seen.paused
    const range = playableRange(seen)
    if (!range) return
    if (isAtFragmentEnd(seen)) {
      if (ran && seen.loop) {
        media.currentTime = range.start
        media.play().catch(() => undefined)
      } else if (!seen.paused) media.pause()
    } else if (STATES.playing(seen) && range.end !== seen.duration)
      this.#timer = setTimeout(this.#look, ((range.end - seen.currentTime) / seen.playbackRate) * 1000)
  }

  stop(): void {
    clearTimeout(this.#timer)
  }
}
