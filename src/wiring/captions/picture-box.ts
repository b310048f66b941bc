/** The part of an element that the picture itself takes (CSS Images, "object-fit"; fitted in the middle). */
const pictureIn = (
  picture: Element
): { readonly x: number; readonly y: number; readonly width: number; readonly height: number } => {
  const { x, y, width, height } = picture.getBoundingClientRect()
  const { videoWidth = 0, videoHeight = 0 } = picture as Partial<HTMLVideoElement>
  const fit = getComputedStyle(picture).objectFit
  if (videoWidth === 0 || videoHeight === 0 || (fit !== 'contain' && fit !== 'scale-down'))
    return { x, y, width, height }
  const scale = Math.min(width / videoWidth, height / videoHeight)
  const [shownWidth, shownHeight] = [videoWidth * scale, videoHeight * scale]
  return { x: x + (width - shownWidth) / 2, y: y + (height - shownHeight) / 2, width: shownWidth, height: shownHeight }
}

/** What an absolutely positioned element is placed in (CSSOM View, "offsetParent" names the body also where it is none). */
const groundOf = (area: HTMLElement): Element => {
  const { offsetParent } = area
  const isPlaced =
    offsetParent && (offsetParent !== document.body || getComputedStyle(offsetParent).position !== 'static')
  return isPlaced ? offsetParent : document.documentElement
}

/** Keeps an absolutely positioned element exactly over the picture that another one shows. @returns its stop. */
export const followPicture = (picture: Element, area: HTMLElement): (() => void) => {
  const place = (): void => {
    const ground = groundOf(area)
    const around = ground.getBoundingClientRect()
    const { x, y, width, height } = pictureIn(picture)
    const { style } = area
    style.setProperty('inset', 'auto')
    style.setProperty('left', `${x - around.x - ground.clientLeft + ground.scrollLeft}px`)
    style.setProperty('top', `${y - around.y - ground.clientTop + ground.scrollTop}px`)
    style.setProperty('width', `${width}px`)
    style.setProperty('height', `${height}px`)
  }
  const sizes = new ResizeObserver(place)
  sizes.observe(picture)
  if (area.offsetParent) sizes.observe(area.offsetParent)
  // The shape of the picture is known with its metadata.
  picture.addEventListener('resize', place)
  place()
  return () => {
    sizes.disconnect()
    picture.removeEventListener('resize', place)
  }
}
