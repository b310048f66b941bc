import { fault, type Result, refuse, succeed } from '../core/fault.ts'
import type { YokeView } from '../wiring/yoke/yoke-view.ts'

/** A player, or anything else with a yoke. */
export interface Yoked {
  readonly yoke: YokeView
}

const unreadable = (why: string, hint: string): ReturnType<typeof fault> =>
  fault('picture-unreadable', `The picture cannot be copied: ${why}.`, hint)

/** Of what shows a picture: the last source that was tried, and whether a page may read it. */
const tried = new WeakMap<Element, readonly [source: string, isReadable: boolean]>()

/** Tried once for each source: reading a picture back is slow. */
const isReadable = (surface: HTMLElement, source: string): boolean => {
  const known = tried.get(surface)
  if (known?.[0] === source) return known[1]
  const probe = document.createElement('canvas')
  probe.width = probe.height = 1
  const pen = probe.getContext('2d', { willReadFrequently: true })
  let readable = false
  try {
    pen?.drawImage(surface as unknown as CanvasImageSource, 0, 0, 1, 1)
    pen?.getImageData(0, 0, 1, 1)
    readable = true
  } catch {
    // Its canvas is not origin-clean, or it is no picture of the page's own.
  }
  tried.set(surface, [source, readable])
  return readable
}

/**
 * Draws the picture that a player shows now onto a canvas, as wide as the canvas is; its height follows the picture's shape.
 * Faults: `picture-unreadable`, where there is no picture yet, where a video service shows it, or where it comes from another
 * origin that does not let the page read it (HTML, "origin-clean").
 */
export const capturePicture = ({ yoke }: Yoked, canvas: HTMLCanvasElement): Result<HTMLCanvasElement> => {
  const { media } = yoke
  const { surface, service, currentSrc = '', readyState = 0, videoWidth = 0, videoHeight = 0 } = media ?? {}
  if (service !== undefined)
    return refuse(unreadable(`${service} shows it in a frame`, 'only files of a page can be copied'))
  if (!surface || readyState < 2 || videoWidth === 0)
    return refuse(unreadable('there is none yet', 'wait until the player has data'))
  if (!isReadable(surface, currentSrc)) {
    const hint = 'let its server send Access-Control-Allow-Origin, and give the player crossorigin="anonymous"'
    return refuse(unreadable('it comes from another origin', hint))
  }
  const height = Math.round((canvas.width * videoHeight) / videoWidth)
  // Setting it clears the canvas, at a cost.
  if (canvas.height !== height) canvas.height = height
  canvas.getContext('2d')?.drawImage(surface as unknown as CanvasImageSource, 0, 0, canvas.width, height)
  return succeed(canvas)
}
