import type { DataSettings } from '../../core/settings/settings.ts'
import { bring, definePart } from '../../loading/part.ts'
import type { NativeControlsPort, PosterPort } from '../ports.ts'

const FRAMES = definePart(() => import('./frame-poster.ts'))

/** The `poster` of a `<video>` (HTML, "poster"); a `<audio>` has none. */
export const posterOf = (element: HTMLMediaElement, source: () => string): PosterPort | undefined =>
  'poster' in element
    ? {
        get src() {
          return element.getAttribute('poster') ?? ''
        },
        set src(src) {
          if (src) element.setAttribute('poster', src)
          else element.removeAttribute('poster')
        },
        async frame(address, host) {
          const part = await bring(FRAMES, host)
          return part?.frameAsPoster(source(), address, element.crossOrigin, host.signal)
        }
      }
    : undefined

/** The browser's own controls. */
export const nativeControlsOf = (element: HTMLMediaElement): NativeControlsPort => {
  const wanted = element.controls
  return {
    wanted,
    get shown() {
      return element.controls
    },
    set shown(shown) {
      element.controls = shown
    }
  }
}

const hasSource = (element: HTMLMediaElement): boolean =>
  element.hasAttribute('src') || element.srcObject !== null || element.querySelector('source') !== null

/** The settings that are written on a media element itself. */
export const writtenOn = (element: HTMLMediaElement): DataSettings => {
  const says = (name: string): true | undefined => element.hasAttribute(name) || undefined
  const preload = element.getAttribute('preload')
  const size = (name: 'width' | 'height'): number => Number(element.getAttribute(name) ?? Number.NaN)
  const [width, height] = [size('width'), size('height')]
  return {
    ...(says('autoplay') && { autoplay: true }),
    ...(says('crossorigin') && {
      crossOrigin: element.crossOrigin === 'use-credentials' ? 'use-credentials' : 'anonymous'
    }),
    ...(says('loop') && { loop: true }),
    ...(says('muted') && { muted: true }),
    ...(says('playsinline') && { playsInline: true }),
    ...(says('poster') && { poster: element.getAttribute('poster') ?? '' }),
    ...(width > 0 && height > 0 && { width, height }),
    ...(preload !== null && { preload: element.preload }),
    ...(hasSource(element) && { src: element.getAttribute('src') ?? element.currentSrc })
  }
}
