import { clampToRange } from '../time/ranges.ts'

/** Where someone in the middle of an all-round picture looks, in degrees. */
export interface ViewAround {
  /** To the right of the middle of the picture, as a compass goes: from 0 up to 360. */
  readonly heading: number
  /** Above the horizon: from -90, straight down, to 90, straight up. */
  readonly pitch: number
  /** How much of the height is seen at once: from {@link NARROWEST} to {@link WIDEST}. */
  readonly fieldOfView: number
}

/** A point in the world around, or a ray of sight: x to the right, y up, z ahead. Of length 1. */
export type Ray = readonly [x: number, y: number, z: number]

/** A place in the box that the view is shown in, in CSS pixels from its top left corner. */
export interface Spot {
  readonly x: number
  readonly y: number
}

/** The size of the box that the view is shown in, in CSS pixels. */
export interface Pane {
  readonly width: number
  readonly height: number
}

/** The least that is seen of the height, in degrees: a picture of 4,096 points across has 340 of them in it. */
export const NARROWEST = 30
/** The most that is seen of the height, in degrees: beyond it straight edges lean. */
export const WIDEST = 100

const FULL_TURN = 360
const DEGREE = Math.PI / 180

/** The middle of the picture. */
export const AHEAD: ViewAround = { heading: 0, pitch: 0, fieldOfView: 75 }

/** A heading from 0 up to 360: -90 is 270. */
const turned = (degrees: number): number => {
  const within = degrees % FULL_TURN
  // The remainder of a negative number is one; and a hair below nought would be rounded up to a full turn.
  return within < 0 ? (within + FULL_TURN) % FULL_TURN : within
}

const numberOr = (value: number, otherwise: number): number => (Number.isFinite(value) ? value : otherwise)

/** A view within its bounds: past straight up nobody turns over. What is no number is as in the view before. */
export const boundView = (view: ViewAround, before: ViewAround = AHEAD): ViewAround => ({
  heading: turned(numberOr(view.heading, before.heading)),
  pitch: clampToRange(numberOr(view.pitch, before.pitch), { start: -90, end: 90 }),
  fieldOfView: clampToRange(numberOr(view.fieldOfView, before.fieldOfView), { start: NARROWEST, end: WIDEST })
})

/** A view that has been turned by so many degrees to the right and up. */
export const turnView = (view: ViewAround, right: number, up: number): ViewAround =>
  boundView({ ...view, heading: view.heading + right, pitch: view.pitch + up }, view)

/** Where in the picture a ray ends, as shares of its width and height from its top left corner (equirectangular projection). */
export const placeOfRay = ([x, y, z]: Ray): Spot => ({
  x: 0.5 + Math.atan2(x, z) / (2 * Math.PI),
  y: 0.5 - Math.asin(clampToRange(y, { start: -1, end: 1 })) / Math.PI
})

/** The ray through a spot of the box, seen from the eye: before the view has been turned. */
const rayFromEye = ({ x, y }: Spot, { width, height }: Pane, fieldOfView: number): Ray => {
  const scale = (2 * Math.tan((fieldOfView * DEGREE) / 2)) / height
  const [right, up] = [(x - width / 2) * scale, (height / 2 - y) * scale]
  const length = Math.hypot(right, up, 1)
  return [right / length, up / length, 1 / length]
}

/** The ray through a spot of the box, in the world: what a viewer sees there. */
export const rayAt = (spot: Spot, pane: Pane, { heading, pitch, fieldOfView }: ViewAround): Ray => {
  const [x, y, z] = rayFromEye(spot, pane, fieldOfView)
  const [lift, turn] = [pitch * DEGREE, heading * DEGREE]
  const up = y * Math.cos(lift) + z * Math.sin(lift)
  const ahead = z * Math.cos(lift) - y * Math.sin(lift)
  return [x * Math.cos(turn) + ahead * Math.sin(turn), up, ahead * Math.cos(turn) - x * Math.sin(turn)]
}

/**
 * The view in which what was seen at one spot is seen at another: what a hand has taken hold of stays under it. Where no
 * view does that (near straight up and down), the nearest that does not turn over.
 */
export const dragView = (view: ViewAround, from: Spot, to: Spot, pane: Pane): ViewAround => {
  const [x, y, z] = rayAt(from, pane, view)
  const [right, up, ahead] = rayFromEye(to, pane, view.fieldOfView)
  // The pitch that lifts the ray to the same height, then the heading that turns it there.
  const reach = Math.hypot(up, ahead)
  const pitch = Math.asin(clampToRange(y / reach, { start: -1, end: 1 })) - Math.atan2(up, ahead)
  const bound = clampToRange(pitch, { start: -Math.PI / 2, end: Math.PI / 2 })
  const level = ahead * Math.cos(bound) - up * Math.sin(bound)
  const heading = Math.atan2(x, z) - Math.atan2(right, level)
  return boundView({ ...view, heading: heading / DEGREE, pitch: bound / DEGREE }, view)
}

/** Speed that is left after some time, as a share: a turn that was let go of runs out within a second. */
export const speedAfter = (seconds: number): number => Math.exp(-Math.max(0, seconds) * 5)

/** The turning of a view, as a matrix of three columns for shaders: from a ray before the eye to the ray in the world. */
export const turningOf = ({ heading, pitch }: ViewAround): readonly number[] => {
  const [lift, turn] = [pitch * DEGREE, heading * DEGREE]
  const [sinLift, cosLift, sinTurn, cosTurn] = [Math.sin(lift), Math.cos(lift), Math.sin(turn), Math.cos(turn)]
  return [
    ...[cosTurn, 0, -sinTurn],
    ...[-sinLift * sinTurn, cosLift, -sinLift * cosTurn],
    ...[cosLift * sinTurn, sinLift, cosLift * cosTurn]
  ]
}
