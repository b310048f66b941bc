import { isAtFragmentEnd, playableRange } from '../../core/playback/snapshot.ts'
import type { Feature } from '../yoke/yoke-view.ts'

/**
 * Pauses at the end of the media fragment that the address names, or returns to its start when it loops. An engine stops
 * there only once, plays on after that, and loops only the whole media.
 */
export const endAtFragment: Feature = yoke => {
  let cancel: (() => void) | undefined
  /** It was playing at the last look: the pause at the end is then the engine's own, and nobody asked for it. */
  let ran = false
  const look = (): void => {
    cancel?.()
    const { media, snapshot } = yoke
    if (!media || !snapshot.fragment || snapshot.scrubbing || snapshot.seeking) return
    const range = playableRange(snapshot)
    const hasRun = ran
    ran = !snapshot.paused
    if (!range) return
    if (isAtFragmentEnd(snapshot)) {
      if (hasRun && snapshot.loop) {
        media.currentTime = range.start
        media.play().catch(() => undefined)
      } else if (!snapshot.paused) media.pause()
    } else if (range.end !== snapshot.duration) cancel = yoke.timeline.at(range.end, () => undefined)
  }
  yoke.subscribe(({ snapshot }) => snapshot, look)
  look()
}
