/** A colour of sRGB: red, green and blue, each from 0 to 1. */
export type Srgb = readonly [red: number, green: number, blue: number]

/** A colour by what an eye sees (CSS Color 4, "OKLCH"): equal steps look equal, and the hue stays while lightness moves. */
export interface Oklch {
  /** From 0, black, to 1, white. */
  readonly lightness: number
  /** From 0, grey, to some 0.32 for the strongest that a screen shows. */
  readonly chroma: number
  /** Degrees, from 0 to 360. */
  readonly hue: number
}

const TURN = 360
const DEGREES = TURN / (2 * Math.PI)
/** How far outside of 0 to 1 a part of a colour counts as rounding. */
const ROUNDING = 1e-4

/** The curve of sRGB, to light and back (CSS Color 4, "Sample code for color conversions"). */
export const toLight = (part: number): number => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)
const fromLight = (light: number): number => (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055)

/** A colour by what an eye sees. */
export const srgbToOklch = (colour: Srgb): Oklch => {
  const [red, green, blue] = colour.map(toLight) as unknown as Srgb
  const long = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue)
  const middle = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue)
  const short = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue)
  const a = 1.9779984951 * long - 2.428592205 * middle + 0.4505937099 * short
  const b = 0.0259040371 * long + 0.7827717662 * middle - 0.808675766 * short
  return {
    lightness: 0.2104542553 * long + 0.793617785 * middle - 0.0040720468 * short,
    chroma: Math.hypot(a, b),
    hue: (Math.atan2(b, a) * DEGREES + TURN) % TURN
  }
}

const unclampedSrgb = ({ lightness, chroma, hue }: Oklch): Srgb => {
  const a = chroma * Math.cos(hue / DEGREES)
  const b = chroma * Math.sin(hue / DEGREES)
  const long = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3
  const middle = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3
  const short = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3
  return [
    fromLight(4.0767416621 * long - 3.3077115913 * middle + 0.2309699292 * short),
    fromLight(-1.2684380046 * long + 2.6097574011 * middle - 0.3413193965 * short),
    fromLight(-0.0041960863 * long - 0.7034186147 * middle + 1.707614701 * short)
  ]
}

const isShown = (colour: Srgb): boolean => colour.every(part => part >= -ROUNDING && part <= 1 + ROUNDING)

/** The colour as a screen of sRGB shows it: where it is too strong for its lightness, less strong. */
export const oklchToSrgb = (colour: Oklch): Srgb => {
  let [weak, strong] = [0, colour.chroma]
  if (isShown(unclampedSrgb(colour))) weak = strong
  while (strong - weak > ROUNDING) {
    const chroma = (weak + strong) / 2
    if (isShown(unclampedSrgb({ ...colour, chroma }))) weak = chroma
    else strong = chroma
  }
  return unclampedSrgb({ ...colour, chroma: weak }).map(part => Math.min(1, Math.max(0, part))) as unknown as Srgb
}
