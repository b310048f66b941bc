import type { MediaAdapter } from '../../media/adapter.ts'
import { isMediaElement, type MediaElement } from '../../media/html/is-media-element.ts'
import { MediaElementAdapter } from '../../media/html/media-element.ts'
import { Yoke, type YokeOptions } from './yoke.ts'

/**
 * Couples a media element, or any media adapter, to controls. Disposing of the yoke also disposes of the adapter that
 * was made here for an element; an adapter of yours is yours.
 */
export const createYoke = (source: MediaElement | MediaAdapter, options: YokeOptions = {}): Yoke => {
  const yoke = new Yoke(options)
  yoke.attend()
  if (isMediaElement(source)) {
    const adapter = new MediaElementAdapter(source)
    yoke.signal.addEventListener('abort', () => adapter.dispose())
    yoke.attach(adapter)
  } else yoke.attach(source)
  return yoke
}
