import type { Rendition } from '../../../core/streams/manifest.ts'
import { definePart, use } from '../../../loading/part.ts'
import type { StreamTexts, TextHost } from './texts.ts'

/** What reads the subtitles and thumbnails of streams. */
const TEXTS = definePart(() => import('./texts.ts'))

/** Adds the subtitles and thumbnails of a stream to its media. @returns what to call when a live timeline has changed */
export const bringTexts = (texts: readonly Rendition[], host: TextHost, signal: AbortSignal): (() => void) => {
  let here: StreamTexts | undefined
  if (texts.length > 0)
    use(TEXTS, { signal, raise: fault => host.tell(fault) }, ({ StreamTexts }) => {
      here = new StreamTexts(texts, host)
      signal.addEventListener('abort', () => here?.stop())
    })
  return () => here?.renewed()
}
