import type { Feature, YokeView } from '../yoke/yoke-view.ts'

/** The `solo` players that can be heard at this moment. */
const voices = new Set<YokeView>()

const sounds = ({ settings: { solo }, snapshot: { paused, ended, muted, volume } }: YokeView): boolean =>
  solo && !paused && !ended && !muted && volume > 0

/** When a `solo` player can be heard, the other `solo` players are paused. */
export const keepSolo: Feature = (yoke, signal) => {
  const follow = (isHeard: boolean): void => {
    if (!isHeard) {
      voices.delete(yoke)
      return
    }
    voices.add(yoke)
    for (const other of [...voices]) if (other !== yoke) other.media?.pause()
  }
  yoke.subscribe(sounds, follow)
  follow(sounds(yoke))
  signal.addEventListener('abort', () => voices.delete(yoke))
}
