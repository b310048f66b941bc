import type { Cue } from '../core/captions/cue.ts'
import { boxOfCue, boxOfRegion, shiftInRegion } from '../core/captions/layout/cue-box.ts'
import { type Box, placeCues } from '../core/captions/layout/place-cues.ts'
import { type Line, type Piece, wrapRuns } from '../core/captions/layout/wrap-runs.ts'
import type { CueRun } from '../core/captions/text/runs.ts'
import type { Yoked } from '../effects/capture.ts'
import { type ShownCue, shownCues } from './cues.ts'

/** What painted captions look like. */
export interface CaptionStyle {
  /** Times the usual size, which goes by that of the picture. Default 1. */
  readonly size?: number
  /** A CSS font family. Default `system-ui, sans-serif`. */
  readonly font?: string
  /** Of the text. Default white. */
  readonly color?: string
  /** Behind each line; `'none'` for none. Default black, of which a fifth is seen through. */
  readonly background?: string
  /** Another colour for some runs: by their class, voice or time. `undefined`: as the others. */
  readonly colorOf?: (run: ShownCue['runs'][number]) => string | undefined
}

type Pen = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** As the captions of a player: of the height, or of the width of an upright picture. */
const SIZE = { least: 12, ofHeight: 0.052, ofWidth: 0.056 }
const LINE = 1.4
/** Of a line with readings over it. */
const READING_LINE = 1.95
/** Beside a line, and behind it above and below, in sizes of the text. */
const PADDING = { beside: 0.45, above: 0.1 }

/** Paints the captions of one moment. */
class Painter {
  readonly #pen: Pen
  readonly #box: Box
  readonly #style: CaptionStyle
  readonly #size: number

  constructor(pen: Pen, box: Box, style: CaptionStyle) {
    this.#pen = pen
    this.#box = box
    this.#style = style
    const usual = Math.min(SIZE.ofHeight * box.height, SIZE.ofWidth * box.width)
    this.#size = Math.max(SIZE.least, usual) * (style.size ?? 1)
  }

  paint(cues: readonly ShownCue[]): void {
    const free = cues.filter(({ cue }) => !cue.region)
    const laid = free.map(shown => ({ shown, ...this.#lay(shown) }))
    const places = placeCues(
      laid.map(({ measured }) => measured),
      this.#box
    )
    laid.forEach(({ shown, lines }, at) => {
      const place = places[at]
      if (place) this.#paintCue(shown, lines, place)
    })
    for (const region of new Set(cues.flatMap(({ cue }) => cue.region ?? [])))
      this.#paintRegion(
        region,
        cues.filter(({ cue }) => cue.region === region)
      )
  }

  /** The lines of a cue, and the room that they take. */
  #lay({ cue, runs, direction, tracksBefore }: ShownCue) {
    const box = boxOfCue(cue, { direction, tracksBefore })
    const along = (box.size / 100) * (cue.vertical ? this.#box.height : this.#box.width)
    const lines = this.#wrap(runs, along, cue.vertical !== '')
    const height = this.#heightOf(runs)
    const across = lines.length * height
    const size = cue.vertical ? { width: across, height: along } : { width: along, height: across }
    return { lines, measured: { box, ...size, firstLine: height } }
  }

  #heightOf(runs: readonly CueRun[]): number {
    return this.#size * (runs.some(({ tags }) => tags.includes('rt')) ? READING_LINE : LINE)
  }

  #wrap(runs: readonly CueRun[], along: number, isVertical: boolean): readonly Line[] {
    const measure = (text: string, run: CueRun): number => {
      // Upright letters below one another take a square each.
      if (isVertical) return [...text].length * this.#size
      this.#pen.font = this.#fontOf(run)
      return this.#pen.measureText(text).width
    }
    return wrapRuns(runs, along - 2 * PADDING.beside * this.#size, measure)
  }

  #fontOf({ tags }: CueRun): string {
    const size = tags.includes('rt') ? this.#size / 2 : this.#size
    const weight = tags.includes('b') ? 750 : 500
    return `${tags.includes('i') ? 'italic ' : ''}${weight} ${size}px ${this.#style.font ?? 'system-ui, sans-serif'}`
  }

  #colorOf(run: CueRun): string {
    return this.#style.colorOf?.(run as ShownCue['runs'][number]) ?? this.#style.color ?? '#fff'
  }

  /** Where a line begins in a room: by the alignment, and the direction that `start` and `end` go by. */
  #startOf({ align }: Cue, direction: 'ltr' | 'rtl', room: number, width: number): number {
    const isLeft = align === 'left' || align === (direction === 'ltr' ? 'start' : 'end')
    if (align === 'center') return (room - width) / 2
    const padding = PADDING.beside * this.#size
    return isLeft ? padding : room - width - padding
  }

  #paintCue({ cue, runs, direction }: ShownCue, lines: readonly Line[], place: Box): void {
    const height = this.#heightOf(runs)
    const { x, y } = { x: this.#box.x + place.x, y: this.#box.y + place.y }
    lines.forEach((line, at) => {
      const along = this.#startOf(cue, direction, cue.vertical ? place.height : place.width, line.width)
      if (cue.vertical) {
        const across = cue.vertical === 'rl' ? place.width - (at + 1) * height : at * height
        this.#paintColumn(line, x + across, y + along, height)
      } else this.#paintLine(line, direction, x + along, y + at * height, height)
    })
  }

  #paintRegion(region: NonNullable<Cue['region']>, cues: readonly ShownCue[]): void {
    const pen = this.#pen
    const { width, left, lines, top, linesAbove } = boxOfRegion(region)
    const line = LINE * this.#size
    const box = {
      x: this.#box.x + (left / 100) * this.#box.width,
      y: this.#box.y + (top / 100) * this.#box.height - linesAbove * line,
      width: (width / 100) * this.#box.width,
      height: lines * line
    }
    pen.save()
    pen.beginPath()
    pen.rect(box.x, box.y, box.width, box.height)
    pen.clip()
    // The last stands at the foot, and those before it above.
    let foot = box.y + box.height
    for (const shown of [...cues].reverse()) {
      const wrapped = this.#wrap(shown.runs, box.width, false)
      foot -= wrapped.length * this.#heightOf(shown.runs)
      const shift = (shiftInRegion(shown.cue, shown.direction) / 100) * box.width
      this.#paintCue(shown, wrapped, { ...box, x: box.x + shift - this.#box.x, y: foot - this.#box.y })
    }
    pen.restore()
  }

  #ground(x: number, y: number, width: number, height: number): void {
    const { background = 'rgb(0 0 0 / 0.8)' } = this.#style
    if (background === 'none' || width === 0) return
    this.#pen.fillStyle = background
    this.#pen.fillRect(x, y, width, height)
  }

  #paintLine({ pieces, width }: Line, direction: 'ltr' | 'rtl', x: number, y: number, height: number): void {
    const pen = this.#pen
    const size = this.#size
    const [beside, above] = [PADDING.beside * size, PADDING.above * size]
    const foot = y + height
    this.#ground(
      width ? x - beside : x,
      foot - LINE * size + above,
      width && width + 2 * beside,
      LINE * size - 2 * above
    )
    pen.textBaseline = 'middle'
    pen.direction = direction
    let at = direction === 'ltr' ? x : x + width
    const forward = direction === 'ltr' ? 1 : -1
    for (const piece of pieces) {
      this.#paintPiece(piece, at, foot - (LINE * size) / 2, direction)
      at += forward * piece.width
    }
  }

  #paintPiece({ run, text, width, reading }: Piece, x: number, middle: number, direction: 'ltr' | 'rtl'): void {
    const pen = this.#pen
    pen.font = this.#fontOf(run)
    pen.fillStyle = this.#colorOf(run)
    // Said later: fainter, as in a player.
    pen.globalAlpha = (run as ShownCue['runs'][number]).time === 'future' ? 0.55 : 1
    pen.textAlign = reading ? 'center' : 'start'
    const centre = direction === 'ltr' ? x + width / 2 : x - width / 2
    pen.fillText(text, reading ? centre : x, middle)
    if (run.tags.includes('u')) {
      const from = direction === 'ltr' ? x : x - width
      pen.fillRect(from, middle + 0.42 * this.#size, width, Math.max(1, this.#size / 16))
    }
    if (reading) {
      pen.font = this.#fontOf(reading)
      pen.fillText(reading.text, centre, middle - 0.78 * this.#size)
    }
    pen.globalAlpha = 1
  }

  /** Letters stand upright, one below the other. */
  #paintColumn({ pieces, width: length }: Line, x: number, y: number, height: number): void {
    const pen = this.#pen
    const beside = PADDING.beside * this.#size
    this.#ground(x, y - beside, height, length && length + 2 * beside)
    pen.textBaseline = 'middle'
    pen.textAlign = 'center'
    let at = y
    for (const { run, text } of pieces) {
      pen.font = this.#fontOf(run)
      pen.fillStyle = this.#colorOf(run)
      for (const letter of text) {
        pen.fillText(letter, x + height / 2, at + this.#size / 2)
        at += this.#size
      }
    }
  }
}

/**
 * Paints the captions of a player, as they are at this moment, onto a canvas: for what shows its picture by other means. What the
 * canvas holds already stays. They stand where WebVTT has them, in sizes that go by the picture.
 * @param box where the picture lies on the canvas, in pixels. Default: all of it.
 * @returns how many cues there were: with none, and none before, a texture need not be uploaded anew.
 */
export const paintCaptions = (
  pen: Pen,
  player: Yoked,
  { box, ...style }: CaptionStyle & { readonly box?: Box } = {}
): number => {
  const cues = shownCues(player)
  if (cues.length === 0) return 0
  const { width, height } = pen.canvas
  pen.save()
  new Painter(pen, box ?? { x: 0, y: 0, width, height }, style).paint(cues)
  pen.restore()
  return cues.length
}
