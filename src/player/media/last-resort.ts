import type { PlayerFeature } from '../player-view.ts'
import { showFallback } from './fallback-content.ts'

/** What the markup has for those who cannot play its media: shown while nothing plays. */
export const begin: PlayerFeature = ({ element, yoke }, signal) => {
  let hide: (() => void) | undefined
  const look = (): void => {
    hide?.()
    const surface = yoke.media?.surface
    const isWanted = yoke.states.failed && !yoke.settings.backdrop
    hide = isWanted && surface && element.contains(surface) ? showFallback(element, surface) : undefined
  }
  const stops = [
    yoke.subscribe(({ snapshot: { error } }) => error !== undefined, look),
    yoke.subscribe(({ media }) => media, look)
  ]
  signal.addEventListener('abort', () => {
    for (const stop of stops) stop()
    hide?.()
  })
  look()
}
