import { fragmentValues } from '../fragment-values.ts'

/** A part of a picture, in pixels of it, or in percent. */
export interface PictureRegion {
  readonly unit: 'pixel' | 'percent'
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** A picture, and the part of it that is meant; without one, all of it. */
export interface PicturePart {
  /** Without its fragment. */
  readonly src: string
  readonly region: PictureRegion | undefined
}

const NUMBER = '(\\d+(?:\\.\\d+)?)'
const REGION = new RegExp(`^(?:(pixel|percent):)?${NUMBER},${NUMBER},${NUMBER},${NUMBER}$`)

const regionOf = (value: string): PictureRegion | undefined => {
  const [, unit = 'pixel', ...numbers] = REGION.exec(value) ?? []
  const [x = 0, y = 0, width = 0, height = 0] = numbers.map(Number)
  return width > 0 && height > 0 ? { unit: unit as PictureRegion['unit'], x, y, width, height } : undefined
}

/**
 * Reads the spatial dimension of a media fragment: `tide.jpg#xywh=160,90,160,90` (Media Fragments URI 1.0, 4.2.2; of several
 * the last good one counts, 5.1.2). One that cannot be read is as none.
 */
export const picturePartOf = (address: string): PicturePart => {
  const [src = ''] = address.split('#', 1)
  const regions = fragmentValues(address, 'xywh').map(regionOf)
  return { src, region: regions.filter(region => region !== undefined).at(-1) }
}

/** A region in pixels of a picture of this size, cut to it; `undefined` for one that lies beside it. */
export const regionIn = (
  region: PictureRegion | undefined,
  picture: { readonly width: number; readonly height: number }
): Omit<PictureRegion, 'unit'> | undefined => {
  if (!region) return { x: 0, y: 0, width: picture.width, height: picture.height }
  const [across, down] = region.unit === 'percent' ? [picture.width / 100, picture.height / 100] : [1, 1]
  const x = region.x * across
  const y = region.y * down
  const width = Math.min(region.width * across, picture.width - x)
  const height = Math.min(region.height * down, picture.height - y)
  return width > 0 && height > 0 ? { x, y, width, height } : undefined
}

/** Whether the text of a cue names a picture: one line, an address whose path ends as pictures' do, or picture data. */
export const namesPicture = (text: string): boolean =>
  /^(?:data:image\/[^\s]+|[^\s]+\.(?:avif|gif|jpe?g|png|svg|webp)(?:[?#][^\s]*)?)$/i.test(text.trim())
