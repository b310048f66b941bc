import { AHEAD, boundView, type ViewAround } from './view.ts'

/** Numbers with spaces between them, as attributes and values of commands write directions; `undefined` for anything else. */
const readNumbers = (text: string, most: number): readonly number[] | undefined => {
  const words = text.trim().split(/\s+/)
  const numbers = words.map(Number)
  return words[0] !== '' && words.length <= most && numbers.every(Number.isFinite) ? numbers : undefined
}

/** A turn in words, `"30"` or `"-15 10"`: degrees to the right, and up. `undefined` for what is none. */
export const readTurn = (text: string): { readonly right: number; readonly up: number } | undefined => {
  const [right, up = 0] = readNumbers(text, 2) ?? []
  return right === undefined ? undefined : { right, up }
}

/**
 * A direction in words, `"120 -10 60"`: heading, pitch and field of view in degrees, of which the last may be left out, or the
 * last two. What is out of bounds is brought within. `undefined` for what is none.
 */
export const readDirection = (text: string): ViewAround | undefined => {
  const [heading, pitch = 0, fieldOfView = AHEAD.fieldOfView] = readNumbers(text, 3) ?? []
  return heading === undefined ? undefined : boundView({ heading, pitch, fieldOfView })
}

const plain = (degrees: number): string => String(Math.round(degrees * 10) / 10)

/** A direction in words, to a tenth of a degree, as {@link readDirection} reads it. */
export const writeDirection = ({ heading, pitch, fieldOfView }: ViewAround): string =>
  // 359.96 is written 360, which is 0.
  [plain(heading) === '360' ? '0' : plain(heading), plain(pitch), plain(fieldOfView)].join(' ')
