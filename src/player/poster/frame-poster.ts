import { tryParseTimeAddress } from '../../core/time/address.ts'
import type { MediaElementAdapter } from '../../media/html/media-element.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'

/** The middle: what stands for a film when nobody says better. */
const MIDDLE = '50%'

/** The source that is to play, before the engine has chosen. */
const sourceOf = ({ element, sources }: MediaElementAdapter): string =>
  element.currentSrc || (sources.list.find(({ answer }) => answer !== '')?.src ?? '')

/**
 * Makes the frame at a time address the poster of a player's media.
 * @returns its end, after which the media has the poster that it had.
 */
export const showFrameAsPoster = (yoke: Yoke, adapter: MediaElementAdapter, written: string): (() => void) => {
  const life = new AbortController()
  const { element } = adapter
  const video = element as Partial<HTMLVideoElement>
  let made: string | undefined
  const make = async (): Promise<void> => {
    const address = tryParseTimeAddress(written.trim() || MIDDLE)
    if (!address.ok) {
      yoke.raise(address.fault)
      return
    }
    const src = sourceOf(adapter)
    if (!src || !('poster' in element)) return
    const { frameAsPoster } = await import('../../media/html/frame-poster.ts')
    const image = await frameAsPoster(src, address.value, element.crossOrigin, life.signal)
    if (life.signal.aborted) {
      if (image.ok) URL.revokeObjectURL(image.value)
    } else if (image.ok) {
      made = image.value
      video.poster = made
    } else yoke.raise(image.fault)
  }
  make()
  return () => {
    life.abort()
    if (made === undefined) return
    if (video.poster === made) element.removeAttribute('poster')
    URL.revokeObjectURL(made)
  }
}
