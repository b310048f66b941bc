import { FAILURE_WORDS } from '../../core/words/failures.ts'
import { languageOf, useWords } from '../look/language.ts'
import type { PlayerFeature } from '../player-view.ts'
import { showFallback } from './fallback-content.ts'

/** What the markup has for those who cannot play its media: shown while nothing plays. */
export const begin: PlayerFeature = ({ element, yoke }, signal) => {
  let hide: (() => void) | undefined
  const useViewerWords = (): void => {
    // Ready-made controls bring words of their own.
    if (yoke.settings.words.failed) return
    useWords(languageOf(element), FAILURE_WORDS, { signal, raise: reason => yoke.raise(reason) }, words =>
      yoke.layers.take('form', { words: { ...yoke.settings.words, ...words } })
    )
  }
  const look = (): void => {
    if (yoke.states.failed) useViewerWords()
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
