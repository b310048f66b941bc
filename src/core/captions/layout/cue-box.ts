import type { Cue, Region } from '../cue.ts'

/** Where a cue's box stands before it is moved, in percent of the picture (WebVTT, "Processing cue settings"). */
export interface CueBox {
  readonly vertical: Cue['vertical']
  /** The far side of the box, along the text: width of a horizontal cue, height of a vertical one. */
  readonly size: number
  /** Its near edge along the text: from the left, or from the top of a vertical one. */
  readonly offset: number
  /** Which lines it asks for; see {@link Cue.line}. */
  readonly line: number
  readonly snapToLines: boolean
  readonly lineAlign: Cue['lineAlign']
  readonly align: Cue['align']
}

/** Which way a cue's text runs at first, and how many showing tracks stand before its own. */
export interface CueContext {
  readonly direction: 'ltr' | 'rtl'
  /** Default 0. Each showing track has a line of its own, from the foot up. */
  readonly tracksBefore?: number
}

/** WebVTT, "Computed line". */
export const computedLine = (cue: Cue, tracksBefore = 0): number => {
  if (cue.line === 'auto') return cue.snapToLines ? -1 - tracksBefore : 100
  return !cue.snapToLines && (cue.line < 0 || cue.line > 100) ? 100 : cue.line
}

/** WebVTT, "Computed position". */
export const computedPosition = ({ position, align }: Cue): number => {
  if (position !== 'auto') return position
  if (align === 'left') return 0
  return align === 'right' ? 100 : 50
}

/** WebVTT, "Computed position alignment". */
export const computedPositionAlign = (
  { positionAlign, align }: Cue,
  direction: 'ltr' | 'rtl'
): Exclude<Cue['positionAlign'], 'auto'> => {
  if (positionAlign !== 'auto') return positionAlign
  if (align === 'center') return 'center'
  const isLeft = align === 'left' || (align === 'start' ? direction === 'ltr' : align === 'end' && direction === 'rtl')
  return isLeft ? 'line-left' : 'line-right'
}

/** How far back from its position a box of this size begins. */
const setBack = (alignment: Exclude<Cue['positionAlign'], 'auto'>, size: number): number => {
  if (alignment === 'line-left') return 0
  return alignment === 'center' ? size / 2 : size
}

const roomAt = (position: number, alignment: Exclude<Cue['positionAlign'], 'auto'>): number => {
  if (alignment === 'line-left') return 100 - position
  return alignment === 'line-right' ? position : 2 * Math.min(position, 100 - position)
}

/** The box of a cue outside a region, from its settings alone (WebVTT, "Processing cue settings", steps 1 to 7). */
export const boxOfCue = (cue: Cue, { direction, tracksBefore = 0 }: CueContext): CueBox => {
  const position = computedPosition(cue)
  const alignment = computedPositionAlign(cue, direction)
  const size = Math.min(cue.size, roomAt(position, alignment))
  const { vertical, snapToLines, lineAlign, align } = cue
  return {
    vertical,
    size,
    offset: position - setBack(alignment, size),
    line: computedLine(cue, tracksBefore),
    snapToLines,
    lineAlign,
    align
  }
}

/** Where a region stands; width and left edge in percent of the picture's width, its top in lines and percent. */
export interface RegionBox {
  readonly width: number
  readonly left: number
  readonly lines: number
  /** Percent of the picture's height. */
  readonly top: number
  /** Lines to take off {@link top}: the part of the region above its anchor. */
  readonly linesAbove: number
}

/** The box of a region (WebVTT, "Processing model", on regions). */
export const boxOfRegion = (region: Region): RegionBox => ({
  width: region.width,
  left: region.viewportAnchorX - (region.regionAnchorX * region.width) / 100,
  lines: region.lines,
  top: region.viewportAnchorY,
  linesAbove: (region.regionAnchorY * region.lines) / 100
})

/** How far a cue in a region is shifted, in percent of the region's width (WebVTT, "Processing cue settings", on regions). */
export const shiftInRegion = (cue: Cue, direction: 'ltr' | 'rtl'): number =>
  computedPosition(cue) - setBack(computedPositionAlign(cue, direction), 100)
