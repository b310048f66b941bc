import { type Box, fitPicture, visiblePart } from '../../core/picture/fit.ts'
import { FITS, type Fit } from '../../core/picture/fits.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { observeSizes } from '../scope/observe-sizes.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

/** The point of a computed `object-position`; the middle where it is no pair of percentages. */
const pointOf = (position: string): { readonly x: number; readonly y: number } => {
  const [x = 50, y = 50] = position.split(' ').map(part => (part.endsWith('%') ? Number.parseFloat(part) : 50))
  return { x: x / 100, y: y / 100 }
}

/** The part of an element that the picture itself takes. */
const pictureIn = (picture: Element, media: MediaAdapter | undefined): Box => {
  const box = picture.getBoundingClientRect()
  const { videoWidth = 0, videoHeight = 0 } = media ?? {}
  const { objectFit, objectPosition } = getComputedStyle(picture)
  if (videoWidth === 0 || videoHeight === 0 || !FITS.includes(objectFit as Fit)) return box
  const size = { width: videoWidth, height: videoHeight }
  return visiblePart(fitPicture(size, box, objectFit as Fit, pointOf(objectPosition)), box)
}

/** What an absolutely positioned element is placed in (CSSOM View, "offsetParent" names the body also where it is none). */
const groundOf = (area: HTMLElement): Element => {
  const { offsetParent } = area
  const isPlaced =
    offsetParent && (offsetParent !== document.body || getComputedStyle(offsetParent).position !== 'static')
  return isPlaced ? offsetParent : document.documentElement
}

/** Keeps an absolutely positioned element exactly over the picture that another one shows. @returns its stop. */
export const followPicture = (picture: Element, area: HTMLElement, yoke: YokeView): (() => void) => {
  const place = (): void => {
    const ground = groundOf(area)
    const around = ground.getBoundingClientRect()
    const { x, y, width, height } = pictureIn(picture, yoke.media)
    const { style } = area
    style.setProperty('inset', 'auto')
    style.setProperty('left', `${x - around.x - ground.clientLeft + ground.scrollLeft}px`)
    style.setProperty('top', `${y - around.y - ground.clientTop + ground.scrollTop}px`)
    style.setProperty('width', `${width}px`)
    style.setProperty('height', `${height}px`)
  }
  const sizes = observeSizes(place)
  sizes.observe(picture)
  if (area.offsetParent) sizes.observe(area.offsetParent)
  // The shape of the picture is known with its metadata, and may change.
  const stop = yoke.subscribe(({ media }) => `${media?.videoWidth} ${media?.videoHeight}`, place)
  place()
  return () => {
    sizes.disconnect()
    stop()
  }
}
