import { contrastOf, mix } from './contrast.ts'
import { oklchToSrgb, type Srgb, srgbToOklch } from './oklch.ts'

/** What lies under text and controls: nearly black or nearly white, each with a breath of the accent's hue. */
export type Ground = 'dark' | 'light'

/** The colours of a look, as `--yoke-accent`, `--yoke-surface` and `--yoke-text` take them. */
export interface Colours {
  readonly accent: Srgb
  readonly surface: Srgb
  readonly text: Srgb
}

/** Two colours that meet in the ready-made controls. */
export interface ColourPair {
  readonly name: string
  /** What they have to reach: 4.5 for text, 3 for controls and focus (WCAG 2.2, 1.4.3 and 1.4.11). */
  readonly needed: number
  readonly contrast: number
}

/** A palette from one accent. */
export interface Palette extends Colours {
  readonly ground: Ground
  /** Every pair, with what it reaches: never less than it needs. */
  readonly pairs: readonly ColourPair[]
  /** How much lighter (or, below 0, darker) the accent had to become, in OKLCH lightness; 0 where it serves as it is. */
  readonly shift: number
}

const TEXT = 4.5
const CONTROL = 3
const WHITE: Srgb = [1, 1, 1]
const BLACK: Srgb = [0, 0, 0]
/** How strong things of the ready-made controls are on what lies under them. */
const STRENGTH = { title: 0.88, bar: 0.95, hover: 0.14, track: 0.24, quiet: 0.78 } as const
/** Lightness of surface and text, and how much of the accent's chroma they keep, up to a limit. */
const GROUNDS = {
  dark: { surface: 0.24, text: 0.965, share: 0.35, most: 0.032 },
  light: { surface: 0.985, text: 0.24, share: 0.1, most: 0.012 }
} as const
/** So near a lightness is found. */
const STEP = 1 / 1024

type Pair = readonly [name: string, needed: number, one: Srgb, other: Srgb]

const pairsOf = ({ accent, surface, text }: Colours): readonly Pair[] => {
  const hover = mix(text, STRENGTH.hover, surface)
  const over = (share: number, picture: Srgb): Srgb => mix(surface, share, picture)
  return [
    ['text on the surface', TEXT, text, surface],
    ['quiet text on the surface', TEXT, mix(text, STRENGTH.quiet, surface), surface],
    ['text under the pointer', TEXT, text, hover],
    ['title over a white picture', TEXT, text, over(STRENGTH.title, WHITE)],
    ['title over a black picture', TEXT, text, over(STRENGTH.title, BLACK)],
    ['what is chosen, on the surface', TEXT, accent, surface],
    ['what is chosen, under the pointer', TEXT, accent, hover],
    ['text on the accent', TEXT, surface, accent],
    ['played part beside the rest of the track', CONTROL, accent, mix(text, STRENGTH.track, surface)],
    ['played part over a white picture', CONTROL, accent, over(STRENGTH.bar, WHITE)],
    ['played part over a black picture', CONTROL, accent, over(STRENGTH.bar, BLACK)],
    ['focus ring on the surface', CONTROL, text, surface]
  ]
}

const isLegible = (colours: Colours): boolean =>
  pairsOf(colours).every(([, needed, one, other]) => contrastOf(one, other) >= needed)

/** As eight bits hold it: what is measured is what is shown. */
const rounded = (colour: Srgb): Srgb => colour.map(part => Math.round(part * 255) / 255) as unknown as Srgb

/** The three colours of the ready-made controls as they are, each pair with its contrast. */
export const measurePairs = (colours: Colours): readonly ColourPair[] =>
  pairsOf(colours).map(([name, needed, one, other]) => ({ name, needed, contrast: contrastOf(one, other) }))

/**
 * A palette in which every text and control can be read: surface and text from the accent's hue, and the accent itself, moved
 * in lightness (and in nothing else that an eye would miss) as little as its pairs allow.
 */
export const derivePalette = (accent: Srgb, ground: Ground): Palette => {
  const given = srgbToOklch(accent)
  const { surface: under, text: over, share, most } = GROUNDS[ground]
  const chroma = Math.min(most, given.chroma * share)
  const paint = (lightness: number, strength: number): Srgb =>
    rounded(oklchToSrgb({ ...given, lightness, chroma: strength }))
  const [surface, text] = [paint(under, chroma), paint(over, chroma / 2)]
  const at = (lightness: number): Colours => ({ surface, text, accent: paint(lightness, given.chroma) })
  const asGiven = { surface, text, accent: rounded(accent) }
  if (isLegible(asGiven)) return { ...asGiven, ground, pairs: measurePairs(asGiven), shift: 0 }
  // Away from the surface: at the far end everything can be read.
  let [near, far] = [given.lightness, ground === 'dark' ? 1 : 0]
  while (Math.abs(far - near) > STEP) {
    const middle = (near + far) / 2
    if (isLegible(at(middle))) far = middle
    else near = middle
  }
  const found = at(far)
  return { ...found, ground, pairs: measurePairs(found), shift: far - given.lightness }
}
