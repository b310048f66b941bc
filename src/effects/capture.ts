import { type Result, succeed } from '../core/fault.ts'
import type { MediaAdapter } from '../media/adapter.ts'
import type { YokeView } from '../wiring/yoke/yoke-view.ts'
import { readablePicture } from './readable.ts'

/** A player, or anything else with a yoke. */
export interface Yoked {
  readonly yoke: YokeView
}

/**
 * Draws the picture that a player shows now onto a canvas, as wide as the canvas is; its height follows the picture's shape.
 * Faults: `picture-unreadable`, where there is no picture yet, where a video service shows it, or where it comes from another
 * origin that does not let the page read it (HTML, "origin-clean").
 */
export const capturePicture = ({ yoke }: Yoked, canvas: HTMLCanvasElement): Result<HTMLCanvasElement> => {
  const picture = readablePicture(yoke)
  if (!picture.ok) return picture
  // It has shown one.
  const { videoWidth, videoHeight } = yoke.media as MediaAdapter
  const height = Math.round((canvas.width * videoHeight) / videoWidth)
  // Setting it clears the canvas, at a cost.
  if (canvas.height !== height) canvas.height = height
  canvas.getContext('2d')?.drawImage(picture.value as unknown as CanvasImageSource, 0, 0, canvas.width, height)
  return succeed(canvas)
}
