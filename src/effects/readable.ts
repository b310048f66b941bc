import { type Fault, fault, type Result, refuse, succeed } from '../core/fault.ts'
import type { YokeView } from '../wiring/yoke/yoke-view.ts'

/** Of what shows a picture: the last source that was tried, and whether a page may read it. */
const tried = new WeakMap<Element, readonly [source: string, isReadable: boolean]>()

/** Tried once for each source: reading a picture back is slow. */
const isReadable = (surface: HTMLElement, source: string): boolean => {
  const known = tried.get(surface)
  if (known?.[0] === source) return known[1]
  const probe = document.createElement('canvas')
  probe.width = probe.height = 1
  const pen = probe.getContext('2d', { willReadFrequently: true })
  let isOurs = true
  try {
    pen?.drawImage(surface as unknown as CanvasImageSource, 0, 0, 1, 1)
    pen?.getImageData(0, 0, 1, 1)
  } catch {
    // Its canvas is not origin-clean, or it is no picture of the page's own.
    isOurs = false
  }
  tried.set(surface, [source, isOurs])
  return isOurs
}

const unreadable = (why: string, hint: string): { readonly ok: false; readonly fault: Fault } =>
  refuse(fault('picture-unreadable', `The picture cannot be copied: ${why}.`, hint))

/** What shows the picture of a player now, for who draws it elsewhere. Fault: `picture-unreadable`. */
export const readablePicture = ({ media }: YokeView): Result<HTMLElement> => {
  if (media?.service !== undefined)
    return unreadable(`${media.service} shows it in a frame`, 'only files of a page can be copied')
  if (!media?.surface || media.readyState < 2 || media.videoWidth === 0)
    return unreadable('there is none yet', 'wait until the player has data')
  if (isReadable(media.surface, media.currentSrc)) return succeed(media.surface)
  const hint = 'let its server send Access-Control-Allow-Origin, and give the player crossorigin="anonymous"'
  return unreadable('it comes from another origin', hint)
}
