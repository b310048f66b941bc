import { type Srgb, toLight } from './oklch.ts'

/** The light that a colour gives, from 0, black, to 1, white (WCAG 2.2, "relative luminance"). */
const luminanceOf = (colour: Srgb): number => {
  const [red, green, blue] = colour.map(toLight) as unknown as Srgb
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue
}

/** How far two colours stand apart, from 1, the same, to 21, black and white (WCAG 2.2, "contrast ratio"). */
export const contrastOf = (one: Srgb, other: Srgb): number => {
  const [light, dark] = [luminanceOf(one), luminanceOf(other)].sort((a, b) => b - a) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

/** A colour that lies on another, as strong as `share` says, 0 to 1 (CSS `color-mix(in srgb, …)`). */
export const mix = (colour: Srgb, share: number, ground: Srgb): Srgb =>
  colour.map((part, index) => part * share + (ground[index] ?? 0) * (1 - share)) as unknown as Srgb
