import type { ValueSchema } from '../settings/value-schema.ts'

/** What a colour looks like in CSS: `#0b6e4f`, `teal`, `oklch(45% 0.1 160)`. Nothing that could end a declaration. */
const COLOUR: ValueSchema = { type: 'string', pattern: '^\\s*(#[0-9a-fA-F]{3,8}|[a-zA-Z]+(\\([^(){};<>]*\\))?)\\s*$' }
/** A name, or an address: nothing that could end a declaration of CSS. */
const ADDRESS: ValueSchema = { type: 'string', pattern: '^[^\\s"<>\\\\(){};]{1,400}$' }
const PIXELS: ValueSchema = { type: 'number', minimum: 0, maximum: 200 }
const words = (...of: readonly string[]): ValueSchema => ({ type: 'string', enum: of })

/** Every key of a look. */
const LOOK = {
  accent: COLOUR,
  backing: words('solid', 'veil', 'none'),
  corner: PIXELS,
  controlSize: { type: 'number', minimum: 24, maximum: 96 },
  frame: words('none', 'line', 'shadow'),
  ground: words('dark', 'light', 'auto'),
  handle: words('bar', 'round', 'square', 'none'),
  handleSize: PIXELS,
  icons: ADDRESS,
  iconWeight: { type: 'number', minimum: 1, maximum: 4 },
  inset: PIXELS,
  logo: ADDRESS,
  logoCorner: words('top-start', 'top-end', 'bottom-start', 'bottom-end'),
  logoLabel: { type: 'string' },
  logoLink: ADDRESS,
  logoSize: PIXELS,
  motion: words('full', 'none'),
  radius: PIXELS,
  surface: COLOUR,
  text: COLOUR,
  track: words('plain', 'blocks', 'hairline'),
  trackSize: PIXELS
} as const satisfies Record<string, ValueSchema>

/** What each key of a look takes. */
export const LOOK_SCHEMAS: ReadonlyMap<string, ValueSchema> = new Map(Object.entries(LOOK))

/** How a player looks: what is left out is as the library has it. */
export interface Look {
  /** Any CSS colour. The palette is derived from it, such that all of it can be read. */
  readonly accent?: string | undefined
  /** What lies under the controls. Default `solid`. */
  readonly backing?: 'solid' | 'veil' | 'none' | undefined
  /** The radius of the picture's corners, in CSS pixels, from 0 to 200; none on a full screen. Default 0. */
  readonly corner?: number | undefined
  /** The side of a button, in CSS pixels, from 24 to 96. Default 40, where fingers point 44. */
  readonly controlSize?: number | undefined
  /** What stands around the player. Default `none`. */
  readonly frame?: 'none' | 'line' | 'shadow' | undefined
  /** Whether surfaces are dark or light; `auto`: as the viewer's system has it. Default `dark`. */
  readonly ground?: 'dark' | 'light' | 'auto' | undefined
  /** The handle of sliders. Default `bar`. */
  readonly handle?: 'bar' | 'round' | 'square' | 'none' | undefined
  /** Its height, in CSS pixels, from 0 to 200. Default 18. */
  readonly handleSize?: number | undefined
  /** A set of icons: the name of a `<template data-yoke-icons>`, or the address of an SVG file with symbols. */
  readonly icons?: string | undefined
  /** The width of the lines of icons, in their 24 units, from 1 to 4. Default 2. */
  readonly iconWeight?: number | undefined
  /** From the edge of the picture to the bar, in CSS pixels, from 0 to 200. Default 0. */
  readonly inset?: number | undefined
  /** The address of an image over the picture. */
  readonly logo?: string | undefined
  /** Where it stands. Default `top-end`. */
  readonly logoCorner?: 'top-start' | 'top-end' | 'bottom-start' | 'bottom-end' | undefined
  /** What it is called, for screen readers; without it an image without a link is decoration. */
  readonly logoLabel?: string | undefined
  /** Where a press on it leads. */
  readonly logoLink?: string | undefined
  /** Its height, in CSS pixels, from 0 to 200. Default 32. */
  readonly logoSize?: number | undefined
  /** `none`: nothing moves. Default `full`, less where the viewer's system asks for it. */
  readonly motion?: 'full' | 'none' | undefined
  /** The radius of the controls' corners, in CSS pixels, from 0 to 200. Default 10. */
  readonly radius?: number | undefined
  /** What lies under text: any CSS colour, in place of the one from the accent. */
  readonly surface?: string | undefined
  /** Text and icons: any CSS colour, in place of the one from the accent. */
  readonly text?: string | undefined
  /** The track of sliders. Default `plain`. */
  readonly track?: 'plain' | 'blocks' | 'hairline' | undefined
  /** Its height, in CSS pixels, from 0 to 200. Default 6. */
  readonly trackSize?: number | undefined
}
