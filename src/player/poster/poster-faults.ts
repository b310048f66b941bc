import { type Fault, fault } from '../../core/fault.ts'

/** An image and a frame as poster. */
export const posterTwice = (): Fault =>
  fault('setting-twice', 'The media has a poster, and its player poster-at; poster wins.', 'take one of the two off')

export const posterTold = (): Fault =>
  fault('setting-twice', 'The clip document has a poster, and the markup has one; the markup wins.', 'take one away')

export const noImage = (srcset: string): Fault =>
  fault(
    'poster-unavailable',
    `No image of poster-srcset could be shown: ${srcset}`,
    'write addresses with their widths: quay-640.jpg 640w, quay-1280.jpg 1280w'
  )
