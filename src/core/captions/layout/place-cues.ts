import type { CueBox } from './cue-box.ts'

/** A rectangle in pixels, from the top left corner of the picture. */
export interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** A cue's box, and how large its text has come out. */
export interface MeasuredCue {
  readonly box: CueBox
  /** Pixels: the whole block, as wide as the settings make it and as high as the text needs (turned round when vertical). */
  readonly width: number
  readonly height: number
  /** Height of its first line (width, when vertical), in pixels. */
  readonly firstLine: number
}

/** What cues are placed in. */
export interface CueArea {
  /** Pixels. */
  readonly width: number
  readonly height: number
}

const overlaps = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

/** Fractions of a pixel are rounding, not overlap. */
const SLACK = 0.1

const isWithin = (box: Box, area: CueArea): boolean =>
  box.x >= -SLACK &&
  box.y >= -SLACK &&
  box.x + box.width <= area.width + SLACK &&
  box.y + box.height <= area.height + SLACK

const isFree = (box: Box, area: CueArea, taken: readonly Box[]): boolean => {
  const inner = { x: box.x + SLACK, y: box.y + SLACK, width: box.width - 2 * SLACK, height: box.height - 2 * SLACK }
  return isWithin(box, area) && !taken.some(other => overlaps(inner, other))
}

const startBox = ({ box, width, height }: MeasuredCue, area: CueArea): Box => {
  const across = box.snapToLines ? 0 : box.line / 100
  return box.vertical === ''
    ? { x: (box.offset / 100) * area.width, y: across * area.height, width, height }
    : { x: across * area.width, y: (box.offset / 100) * area.height, width, height }
}

/** A box moved across its lines: down, or to the right when vertical. */
const across = (box: Box, vertical: boolean, by: number): Box =>
  vertical ? { ...box, x: box.x + by } : { ...box, y: box.y + by }

/** The first line of vertical text that grows to the left is the one at the right. */
const nearEdgeOfFirstLine = (at: Box, { box, firstLine }: MeasuredCue): number => {
  if (box.vertical === '') return at.y
  return box.vertical === 'rl' ? at.x + at.width - firstLine : at.x
}

/**
 * Step by step in whole lines, first the way that its line counts, then the other (WebVTT, "Processing cue settings",
 * "If cue's snap-to-lines is true"). @returns `undefined` where there is no room at all: the cue is not shown.
 */
const placeOnLines = (cue: MeasuredCue, area: CueArea, taken: readonly Box[]): Box | undefined => {
  const { box, firstLine } = cue
  const vertical = box.vertical !== ''
  const dimension = vertical ? area.width : area.height
  // Lines of less than a pixel, or of no known height, are none that one could step by.
  if (!(firstLine >= 1 && Number.isFinite(firstLine + dimension))) return startBox(cue, area)
  // A line further out than the picture has lines is the one just outside: steps from there come to the same places.
  const most = dimension / firstLine + 2
  let line = Math.floor(Math.max(-most, Math.min(most, box.line + 0.5)))
  if (box.vertical === 'rl') line = -(line + 1)
  let position = firstLine * line
  if (box.vertical === 'rl') position += firstLine - cue.width
  let step = firstLine
  if (line < 0) {
    position += dimension
    step = -step
  }
  const specified = across(startBox(cue, area), vertical, position)
  for (const direction of [step, -step]) {
    for (let tried = specified; ; tried = across(tried, vertical, direction)) {
      if (isFree(tried, area, taken)) return tried
      const near = nearEdgeOfFirstLine(tried, cue)
      const isPast = direction < 0 ? near < -SLACK : near + firstLine > dimension + SLACK
      if (isPast) break
    }
  }
  return undefined
}

/** The free places above and below a wanted one that are nearest to it, among boxes that stand in their column. */
const freeBeside = (wanted: number, height: number, column: readonly Box[]): readonly number[] => {
  let up = wanted
  let down = wanted
  // In the order in which they are met: by their upper edges on the way down, by their lower ones on the way up.
  for (const { y, height: own } of [...column].sort((a, b) => a.y - b.y))
    if (y < down + height - SLACK && y + own > down + SLACK) down = y + own
  for (const { y, height: own } of [...column].sort((a, b) => b.y + b.height - a.y - a.height))
    if (y < up + height - SLACK && y + own > up + SLACK) up = y - height
  return [up, down]
}

/** The nearest free place; ties go to the higher one, then to the one further left. Where there is none, it stays. */
const placeFreely = (wanted: Box, area: CueArea, taken: readonly Box[]): Box => {
  const { width, height } = wanted
  const within = (place: number, most: number): number => Math.max(0, Math.min(place, most))
  const y = within(wanted.y, area.height - height)
  let best = wanted
  let nearest = Number.POSITIVE_INFINITY
  const xs = [wanted.x, 0, area.width - width, ...taken.flatMap(box => [box.x - width, box.x + box.width])]
  for (const x of xs) {
    const column = taken.filter(box => box.x < x + width - SLACK && x + SLACK < box.x + box.width)
    for (const place of freeBeside(y, height, column)) {
      const box = { ...wanted, x, y: place }
      const distance = Math.hypot(x - wanted.x, place - wanted.y)
      const isNearer = distance - nearest || box.y - best.y || box.x - best.x
      if (isNearer < 0 && isWithin(box, area)) {
        best = box
        nearest = distance
      }
    }
  }
  return best
}

const placeOffLines = (cue: MeasuredCue, area: CueArea, taken: readonly Box[]): Box => {
  const vertical = cue.box.vertical !== ''
  const extent = vertical ? cue.width : cue.height
  const back = { start: 0, center: extent / 2, end: extent }[cue.box.lineAlign]
  return placeFreely(across(startBox(cue, area), vertical, -back), area, taken)
}

/**
 * Where cues outside regions are drawn, in the order in which they are given, none over another nor over what is
 * taken: the control bar, and cues that were there before (WebVTT, "Processing model").
 *
 * @returns a box for each cue; `undefined` for a cue for which there is no room.
 */
export const placeCues = (
  cues: readonly MeasuredCue[],
  area: CueArea,
  taken: readonly Box[] = []
): readonly (Box | undefined)[] => {
  const output = [...taken]
  return cues.map(cue => {
    const place = cue.box.snapToLines ? placeOnLines(cue, area, output) : placeOffLines(cue, area, output)
    if (place) output.push(place)
    return place
  })
}
