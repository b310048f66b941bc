const DEGREE = Math.PI / 180

/** How a device is held, in degrees, as its sensors say (Device Orientation, "deviceorientation"). */
export interface Held {
  readonly alpha: number
  readonly beta: number
  readonly gamma: number
}

/** Where the back of a device points: degrees on the compass to the right of where it counts from, and above the horizon. */
export const lookOfDevice = ({ alpha, beta, gamma }: Held): { readonly heading: number; readonly pitch: number } => {
  const [z, x, y] = [alpha * DEGREE, beta * DEGREE, gamma * DEGREE]
  // The third column of the rotation Z-X'-Y'' (Device Orientation, "worked example"), turned to the back.
  const east = -(Math.cos(z) * Math.sin(y) + Math.sin(z) * Math.sin(x) * Math.cos(y))
  const north = -(Math.sin(z) * Math.sin(y) - Math.cos(z) * Math.sin(x) * Math.cos(y))
  const up = -Math.cos(x) * Math.cos(y)
  return { heading: Math.atan2(east, north) / DEGREE, pitch: Math.asin(Math.max(-1, Math.min(1, up))) / DEGREE }
}
