import type { Fit } from './fits.ts'

/** Where something lies, in CSS pixels. */
export interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** A point of a picture, as shares of its width and height from 0 to 1, from its left and its top whatever the direction of writing. */
export interface PicturePoint {
  readonly x: number
  readonly y: number
}

/** The middle, which CSS takes where nothing is said. */
const MIDDLE: PicturePoint = { x: 0.5, y: 0.5 }

const PERCENTAGES = /^\s*(\d+(?:\.\d+)?)%\s+(\d+(?:\.\d+)?)%\s*$/

/** The point that `50% 20%` names, from the left and from the top; `undefined` where that is not what is written. */
export const focusPointOf = (text: string): PicturePoint | undefined => {
  const [x, y] = (PERCENTAGES.exec(text) ?? []).slice(1).map(share => Number(share) / 100)
  return x !== undefined && y !== undefined && x <= 1 && y <= 1 ? { x, y } : undefined
}

const scalesOf = (picture: Pick<Box, 'width' | 'height'>, box: Box, fit: Fit): readonly [number, number] => {
  const across = box.width / picture.width
  const down = box.height / picture.height
  const inside = Math.min(across, down)
  switch (fit) {
    case 'contain':
      return [inside, inside]
    case 'cover':
      return [Math.max(across, down), Math.max(across, down)]
    case 'fill':
      return [across, down]
    case 'none':
      return [1, 1]
    case 'scale-down':
      return [Math.min(1, inside), Math.min(1, inside)]
  }
}

/**
 * Where a picture lies that is fitted into a box (CSS Images, "object-fit" and "object-position"): the point stands at the same
 * share of the box as of the picture, so that it is in view however much is cut off.
 */
export const fitPicture = (picture: Pick<Box, 'width' | 'height'>, box: Box, fit: Fit, point = MIDDLE): Box => {
  const [across, down] = scalesOf(picture, box, fit)
  const width = picture.width * across
  const height = picture.height * down
  return { x: box.x + (box.width - width) * point.x, y: box.y + (box.height - height) * point.y, width, height }
}

/** The part of a picture that is in view: that within its box. */
export const visiblePart = (picture: Box, box: Box): Box => {
  const x = Math.max(picture.x, box.x)
  const y = Math.max(picture.y, box.y)
  return {
    x,
    y,
    width: Math.max(0, Math.min(picture.x + picture.width, box.x + box.width) - x),
    height: Math.max(0, Math.min(picture.y + picture.height, box.y + box.height) - y)
  }
}
