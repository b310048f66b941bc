import { fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { FITS, type Fit, focusPointOf, isFit, type PicturePoint } from './fit.ts'

const unreadable = (name: string, text: string, hint: string) =>
  refuse(fault('setting-unreadable', `${name} was to be set to “${text}”, and that cannot be read.`, hint))

/** Reads how a picture fills its box. Fault: `setting-unreadable`. */
export const tryParseFit = (text: string): Result<Fit> => {
  const word = text.trim()
  if (isFit(word)) return succeed(word)
  const nearest = nearestName(word, FITS)
  return unreadable('fit', text, nearest ? `did you mean ${nearest}?` : `there are ${FITS.join(', ')}`)
}

/** Reads the point of a picture that has to stay in view: `50% 20%`, from the left and from the top. Fault: `setting-unreadable`. */
export const tryParseFocusPoint = (text: string): Result<PicturePoint> => {
  const point = focusPointOf(text)
  const hint = 'write how far from the left and from the top of the picture, as in focus-point="50% 20%"'
  return point ? succeed(point) : unreadable('focus-point', text, hint)
}
