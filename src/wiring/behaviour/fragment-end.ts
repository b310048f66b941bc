import { isAtFragmentEnd, playableRange } from '../../core/playback/snapshot.ts'
import type { Feature } from '../yoke/yoke-view.ts'

/**
 * Ends playback where the stretch ends that the address names, or begins it again where it loops: an engine stops there
 * once, after which it plays on behind it, and knows no loop but that of the whole.
 */
export const endAtFragment: Feature = yoke => {
  let cancel: (() => void) | undefined
  /** It ran when it was last looked at: the engine's own pause at the end is no wish of anyone's. */
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
