import { plainCueText } from '../../core/captions/text/parse-cue-text.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import type { Captions } from './captions.ts'
import { CUE_SHEET } from './cue-styles.ts'

/**
 * Puts the cues of description tracks where screen readers read them out (HTML, "descriptions"), while the media plays.
 * @returns its stop.
 */
export const announceDescriptions = (root: ShadowRoot | HTMLElement, yoke: YokeView): (() => void) => {
  const captions = yoke.captions as Captions
  CUE_SHEET.adopt(root.getRootNode() as Document | ShadowRoot)
  const live = document.createElement('div')
  live.className = 'yoke-spoken'
  live.setAttribute('aria-live', 'polite')
  root.append(live)
  let spoken = ''
  const speak = (): void => {
    const tracks = captions.tracks.filter(({ kind, mode }) => kind === 'descriptions' && mode !== 'disabled')
    const [track] = tracks
    const text = tracks
      .flatMap(one => captions.shownOf(one))
      .map(cue => plainCueText(track?.treeOf(cue) ?? []))
      .join(' ')
    if (text === spoken || (yoke.snapshot.paused && text !== '')) return
    spoken = text
    live.textContent = text
    live.lang = track?.language ?? ''
  }
  const stop = yoke.subscribe(({ snapshot: { currentTime, paused } }) => `${currentTime} ${paused}`, speak)
  return () => {
    stop()
    live.remove()
  }
}
