/** A place, or a way, in CSS pixels. */
export interface Point {
  readonly x: number
  readonly y: number
}

/** A move that leaves a box within a window, as far as it fits: what is larger than the window keeps its start in view. */
export const clampTo = ({ x, y }: Point, box: DOMRectReadOnly, width: number, height: number): Point => {
  // Whole pixels: what is between them is drawn blurred, and slower.
  const within = (move: number, start: number, size: number, room: number): number =>
    Math.round(Math.max(-start, Math.min(move, room - size - start)))
  return { x: within(x, box.x, box.width, width), y: within(y, box.y, box.height, height) }
}
